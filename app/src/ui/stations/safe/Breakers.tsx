/** Every breaker that must be off for a box, each off and locked or tagged; further circuits are named from the panel. */
import { isMislabelled, labelOf, nameInPanel } from '@dense-pack/core/box/panel';
import type { Job } from '@dense-pack/core/box/record';
import type { BreakerState } from '@dense-pack/core/box/safety';
import Rows3 from 'lucide-react-native/icons/rows-3';
import { useState } from 'react';
import { Field } from '../../parts/Field';
import { Fold } from '../../parts/Fold';
import { go } from '../../parts/go';
import { Notice } from '../../parts/Notice';
import { Button, Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { View } from '../../parts/View';

interface BreakersProps {
  readonly job: Pick<Job, 'id' | 'panel'>;
  readonly circuits: readonly BreakerState[];
  /** How many circuits come in that nobody named. */
  readonly unnamed: number;
  readonly hasGfci: boolean;
  /** @param to whether it is tagged too; undefined where it is on again */
  readonly onOff: (circuit: string, to: boolean | undefined) => void;
  readonly onMore: (name: string) => void;
}

export function Breakers({ job, circuits, unnamed, hasGfci, onOff, onMore }: BreakersProps) {
  const [refused, setRefused] = useState(false);
  return (
    <View className="gap-2 rounded-card border border-hair bg-sheet p-3">
      <Words heading={3} strong>
        Every breaker of this box is off
      </Words>
      {unnamed > 0 && circuits.length > 0 && (
        <Notice
          title={
            unnamed === 1
              ? 'One more circuit comes into this box'
              : `${unnamed} more circuits come into this box`
          }
          tone="over"
        >
          Nobody named it yet: its conductors stay live until its own breaker is off. Say which breaker it is.
        </Notice>
      )}
      {circuits.length === 0 && (
        <Words size="fine" tone="text-soft">
          No circuit is named yet: say which breaker feeds this box.
        </Words>
      )}
      {circuits.map((one) => (
        <Breaker key={one.name} breaker={one} onOff={(to) => onOff(one.name, to)} />
      ))}
      {hasGfci && <Chip label="Off by the GFCI’s button?" onPress={() => setRefused(true)} />}
      {refused && (
        <Notice title="No: its button does not make the box dead" tone="over" live>
          It opens what is behind it; the line on its own screws stays live, and it may be wired wrong or worn
          out. Turn off the breaker.
        </Notice>
      )}
      <MoreCircuits job={job} named={circuits} onMore={onMore} />
    </View>
  );
}

interface BreakerProps {
  readonly breaker: BreakerState;
  readonly onOff: (to: boolean | undefined) => void;
}

function Breaker({ breaker: { name, off, tagged, known, with: tied }, onOff }: BreakerProps) {
  const words = [
    known && `space ${nameInPanel(known)}${known.amps === undefined ? '' : `, ${known.amps} A`}`,
    known && labelOf(known) !== '' && `“${labelOf(known)}”`,
  ].filter(Boolean);
  return (
    <View
      role="group"
      aria-label={`Circuit ${name}`}
      testID="breaker"
      className="gap-1 border-b border-hair pb-2"
    >
      <View className="flex-row flex-wrap items-center gap-2">
        <Words strong className="min-w-[92px] grow">{`Circuit ${name}`}</Words>
        <Chip
          label="Off"
          aria-label={`Circuit ${name} is off`}
          on={off}
          onPress={() => onOff(off ? undefined : false)}
        />
        <Chip
          label="Locked or tagged"
          aria-label={`Circuit ${name} is locked or tagged`}
          on={tagged}
          onPress={() => onOff(tagged ? false : true)}
        />
      </View>
      {known && (
        <Words size="fine" tone={isMislabelled(known) ? 'text-unknown' : 'text-soft'} testID="breaker-words">
          {[
            words.join(', '),
            isMislabelled(known) &&
              (known.label === '' ? 'it has no label' : `its label says “${known.label}”`),
            tied !== undefined && `its handle is tied to circuit ${tied}: both go off`,
          ]
            .filter(Boolean)
            .join('; ')}
        </Words>
      )}
    </View>
  );
}

interface MoreProps {
  readonly job: Pick<Job, 'id' | 'panel'>;
  readonly named: readonly BreakerState[];
  readonly onMore: (name: string) => void;
}

/** Another circuit of the box: from the panel by a touch, or typed. */
function MoreCircuits({ job, named, onMore }: MoreProps) {
  const [more, setMore] = useState('');
  const known = new Set(named.map((one) => one.known?.id));
  const others = job.panel.circuits.filter(({ id }) => !known.has(id));
  return (
    <>
      {others.length > 0 && (
        <Fold title="Another circuit, from the panel" bare>
          <View className="flex-row flex-wrap gap-2 p-2" role="group" aria-label="Circuits of the panel">
            {others.map((one) => (
              <Chip
                key={one.id}
                label={`${nameInPanel(one)} ${labelOf(one)}`.trim()}
                onPress={() => onMore(nameInPanel(one))}
              />
            ))}
          </View>
        </Fold>
      )}
      <View className="flex-row items-end gap-2">
        <View className="min-w-0 flex-1">
          <Field label="Another circuit in this box" value={more} onChangeText={setMore} maxLength={20} />
        </View>
        <Button
          label="Add"
          disabled={more.trim() === ''}
          onPress={() => {
            onMore(more);
            setMore('');
          }}
        />
      </View>
      <Button label="The panel of this house" icon={Rows3} onPress={() => go(`/job/${job.id}/panel`)} />
    </>
  );
}
