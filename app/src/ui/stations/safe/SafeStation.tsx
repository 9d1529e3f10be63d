/**
 * Making safe, before anything else: every breaker of the box off and tagged, the tester proved, every conductor
 * proved dead one by one, the tester proved again. After a pause it is asked again.
 */
import {
  conductorsIn,
  inTheWall,
  restedTooLong,
  safetyAnew,
  safetyOf,
  withCircuit,
} from '@dense-pack/core/box/safety';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Job, Seen } from '@dense-pack/core/box/record';
import { SAFE_STEPS, type SafeStep } from '@dense-pack/core/box/words';
import { useState } from 'react';
import type { ChangeFields } from '../../box/use-box-edit';
import type { ShownBox } from '../../client/queries';
import { Notice } from '../../parts/Notice';
import { Button, Chip } from '../../parts/Press';
import { pieceNames } from '../../parts/piece-names';
import { Breakers } from './Breakers';
import { Tick } from '../../parts/Tick';
import { Words } from '../../parts/Words';
import { View } from '../../parts/View';

interface SafeStationProps {
  readonly box: ShownBox;
  readonly job: Pick<Job, 'id' | 'panel'>;
  readonly onChange: ChangeFields;
}

export function SafeStation({ box, job, onChange }: SafeStationProps) {
  const { safe, safety } = box.seen;
  const there = inTheWall(box);
  const state = safetyOf({ ...box, box: there }, job.panel);
  // How long it has rested is looked at when one comes here.
  const [came] = useState(() => Date.now());
  const rested = restedTooLong(safety, came);
  const see = (change: (seen: Seen) => Seen) =>
    onChange((now) => {
      const seen = change(now.seen);
      // After a pause a tick more does not make the others new: it stays to be asked again.
      if (restedTooLong(now.seen.safety, Date.now())) return { seen };
      return { seen: { ...seen, safety: { ...seen.safety, at: new Date().toISOString() } } };
    });
  const step = (one: SafeStep) => (
    <Tick
      on={safe.includes(one)}
      label={SAFE_STEPS[one]}
      onPress={() =>
        see((now) => ({
          ...now,
          safe: now.safe.includes(one) ? now.safe.filter((other) => other !== one) : [...now.safe, one],
        }))
      }
    />
  );
  const off = (circuit: string, to: boolean | undefined) =>
    see((now) => {
      const { [circuit]: _before, ...others } = now.safety.off;
      return {
        ...now,
        safety: { ...now.safety, off: to === undefined ? others : { ...others, [circuit]: to } },
      };
    });
  const prove = (id: string) =>
    see((now) => {
      const { dead } = now.safety;
      const after = dead.includes(id) ? dead.filter((one) => one !== id) : [...dead, id];
      return { ...now, safety: { ...now.safety, dead: after } };
    });
  return (
    <View className="gap-3">
      <Words heading={2} strong>
        Make safe before hands go in
      </Words>
      {rested && (
        <Notice title="The work has rested: somebody may have switched it on" tone="over" live>
          <Words tone="text-soft">Look at every breaker and prove every conductor dead again.</Words>
          <Button
            label="Make it safe anew"
            onPress={() => onChange((now) => ({ seen: safetyAnew(now.seen) }))}
          />
        </Notice>
      )}
      {state.done && !rested && (
        <Notice title="Made safe" live>
          {`${state.circuits.length === 1 ? '1 breaker' : `${state.circuits.length} breakers`} off and tagged, ${state.conductors.length} conductors proved dead. Prove it again after a pause.`}
        </Notice>
      )}
      {step('found')}
      <Breakers
        job={job}
        circuits={state.circuits}
        unnamed={state.unnamed}
        hasGfci={there.items.some((item) => item.kind === 'device' && item.device === 'gfci')}
        onOff={off}
        onMore={(name) => onChange((now) => ({ circuit: withCircuit(now.circuit, name) }))}
      />
      {step('proved')}
      <Conductors there={there} dead={safety.dead} onProve={prove} />
      {step('again')}
      <Notice title="A second circuit may be present" tone="unknown">
        Test every conductor in the box, not just those on the device. The test button of a GFCI is not a way
        to turn power off. This is work for licensed people.
      </Notice>
    </View>
  );
}

interface ConductorsProps {
  readonly there: BoxDocument;
  readonly dead: readonly string[];
  readonly onProve: (id: string) => void;
}

function Conductors({ there, dead, onProve }: ConductorsProps) {
  const all = conductorsIn(there);
  const left = all.filter(({ id }) => !dead.includes(id)).length;
  return (
    <View className="gap-2 rounded-card border border-hair bg-sheet p-3">
      <Words heading={3} strong>
        Every conductor proved dead, one by one
      </Words>
      <Words size="fine" tone="text-soft">
        {all.length === 0
          ? 'Record the cables in Found, then prove each conductor here.'
          : left === 0
            ? `All ${all.length} proved dead, to ground and to each other.`
            : `${left} of ${all.length} still to prove, to ground and to each other.`}
      </Words>
      {pieceNames(there).map(({ id: of, name }) => (
        <View key={of} role="group" aria-label={name} className="gap-1">
          <Words strong size="fine">
            {name}
          </Words>
          <View className="flex-row flex-wrap gap-2">
            {all
              .filter((one) => one.of === of)
              .map((one) => {
                const on = dead.includes(one.id);
                const state = on ? 'dead' : 'to prove';
                return (
                  <Chip
                    key={one.id}
                    label={one.name}
                    detail={state}
                    aria-label={`${name} ${one.name} ${state}`}
                    on={on}
                    onPress={() => onProve(one.id)}
                  />
                );
              })}
          </View>
        </View>
      ))}
    </View>
  );
}
