/** Hardware, single conductors, rings and extensions, and what is not counted. */
import type { ChangeBox } from '../use-box-edit';
import { type Absent, ABSENT, type BoxDocument } from '@dense-pack/core/box/document';
import { newId } from '@dense-pack/core/box/new-id';
import { addItem, forgetAbsent, markAbsent, type NewItem } from '@dense-pack/core/box/edit';
import type { Edition, Size } from '@dense-pack/core/edition/edition';
import { SIZES } from '@dense-pack/core/edition/edition';
import { itemFrom } from '@dense-pack/core/shorthand/piece';
import { useState } from 'react';
import { Choice } from '../../parts/Choice';
import { Button, Chip, Stepper } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { RUNS } from '../fields/PieceFields';
import { LengthSteps } from '../fields/Measures';
import { AddedVolume } from './AddedVolume';
import { InTheBox } from './InTheBox';
import { View } from '../../parts/View';

interface Offer {
  /** The piece of a count line it adds. */
  readonly piece: string;
  readonly label: string;
  readonly detail?: string;
}

const HARDWARE: readonly Offer[] = [
  { piece: 'clamps', label: 'Clamps', detail: 'inside, gripping' },
  { piece: 'flaps', label: 'Flaps', detail: 'push-in, plastic box' },
  { piece: 'stud', label: 'Stud', detail: 'luminaire' },
  { piece: 'hickey', label: 'Hickey' },
  { piece: 'fixture 2x18', label: 'Fixture wires', detail: '2 of 18 AWG' },
  { piece: 'fixture 2x18 domed', label: 'Fixture wires', detail: 'domed canopy' },
  { piece: 'terminal 12', label: 'Terminal block', detail: '12 AWG' },
  { piece: 'ground 12', label: 'Ground alone', detail: '12 AWG' },
  { piece: 'ig 12', label: 'Isolated ground', detail: '12 AWG' },
  { piece: 'barrier plastic', label: 'Barrier', detail: 'plastic' },
  { piece: 'barrier metal', label: 'Barrier', detail: 'metal' },
  { piece: 'pigtails 1x12', label: 'Pigtail', detail: '12 AWG, not counted' },
  { piece: 'pigtails 1x14', label: 'Pigtail', detail: '14 AWG, not counted' },
  { piece: 'connectors 1', label: 'Connector', detail: 'counted in Canada' },
];

interface MorePanelProps {
  readonly box: BoxDocument;
  readonly edition: Edition;
  readonly onChange: ChangeBox;
  readonly onOpen: (id: string) => void;
}

export function MorePanel({ box, edition, onChange, onOpen }: MorePanelProps) {
  const hasBarrier = box.items.some((item) => item.kind === 'barrier');
  const add = (item: NewItem) => onChange((now) => addItem(now, item, newId).box);
  return (
    <View className="gap-4">
      <Words heading={2} strong>
        Add hardware and the rest
      </Words>
      <View className="flex-row flex-wrap gap-2">
        {HARDWARE.filter(({ piece }) => !(hasBarrier && piece.startsWith('barrier'))).map(
          ({ piece, label, detail }) => (
            <Chip
              key={piece}
              label={label}
              detail={detail}
              aria-label={`Add ${label}${detail === undefined ? '' : ` ${detail}`}`}
              className="min-w-[80px] max-w-[180px] grow basis-[80px]"
              onPress={() => add(itemFrom(piece))}
            />
          ),
        )}
      </View>
      <NotThere box={box} onChange={onChange} />
      <FlapSchool box={box} onChange={onChange} />
      <AddedVolume edition={edition} onAdd={add} />
      <SingleConductors onAdd={add} />
      <Words size="fine" tone="text-soft">
        Touch what is in the box to change its size, its space or anything else of it.
      </Words>
      <InTheBox
        box={box}
        kinds={[
          'clamps',
          'fitting',
          'fixture',
          'added',
          'conductors',
          'ground',
          'pigtails',
          'connectors',
          'terminal',
          'barrier',
        ]}
        onChange={onChange}
        onOpen={onOpen}
      />
    </View>
  );
}

const ABSENT_WORDS: Readonly<Record<Absent, string>> = {
  clamps: 'No clamps',
  stud: 'No stud',
  hickey: 'No hickey',
  connectors: 'No connectors',
};

/** What somebody looked for and did not find. Neither there nor said to be absent: not known. */
const NotThere = ({ box, onChange }: Pick<MorePanelProps, 'box' | 'onChange'>) => (
  <View className="gap-1" role="group" aria-label="Looked for and not there">
    <Words size="fine" strong>
      Looked for and not there
    </Words>
    <View className="flex-row flex-wrap gap-2">
      {ABSENT.map((absent) => {
        const on = box.absent?.includes(absent) ?? false;
        return (
          <Chip
            key={absent}
            label={ABSENT_WORDS[absent]}
            on={on}
            onPress={() => onChange((now) => (on ? forgetAbsent(now, [absent]) : markAbsent(now, absent)))}
          />
        );
      })}
    </View>
  </View>
);

/** Whether push-in flaps count as clamps: two schools, and the person chooses. */
function FlapSchool({ box, onChange }: Pick<MorePanelProps, 'box' | 'onChange'>) {
  const flaps = box.items.some((item) => item.kind === 'clamps' && item.hold === 'flap');
  if (!flaps && box.flaps !== 'count' && box.shell.material !== 'plastic') return null;
  return (
    <Choice
      title="Push-in flaps count as clamps?"
      options={[
        { value: 'leave-out', label: 'Leave them out' },
        { value: 'count', label: 'Count them' },
      ]}
      value={box.flaps}
      always
      onChoose={(flaps) => flaps && onChange((now) => ({ ...now, flaps }))}
    />
  );
}

/** Conductors from a raceway, without a keyboard. */
function SingleConductors({ onAdd }: { readonly onAdd: (item: NewItem) => void }) {
  const [size, setSize] = useState<Size>(12);
  const [run, setRun] = useState<(typeof RUNS)[number]['value']>('enters');
  const [count, setCount] = useState(2);
  const [loop, setLoop] = useState('14 in');
  return (
    <View className="gap-2 rounded-card border border-hair bg-sheet p-3" role="group" aria-label="Conductors">
      <Words strong>Single conductors, from a raceway</Words>
      <Choice
        title="Size, AWG"
        options={SIZES.map((value) => ({ value, label: String(value) }))}
        value={size}
        always
        onChoose={(value) => value && setSize(value)}
      />
      <Choice
        title="How they run"
        options={RUNS}
        value={run}
        always
        onChoose={(value) => value && setRun(value)}
      />
      <View className="flex-row flex-wrap items-end gap-4">
        <View>
          <Words size="fine" strong>
            How many
          </Words>
          <Stepper label="conductors" value={count} least={1} onChange={setCount} />
        </View>
        {run === 'loop' && (
          <LengthSteps label="Length in the box, in" value={loop} start={14} most={120} onChange={setLoop} />
        )}
      </View>
      <Button
        label={`Add ${count} × ${size} AWG${run === 'enters' ? '' : ` ${run}`}`}
        onPress={() =>
          onAdd({
            kind: 'conductors',
            count,
            size,
            run,
            ...(run === 'loop' ? { loop } : {}),
          })
        }
      />
    </View>
  );
}
