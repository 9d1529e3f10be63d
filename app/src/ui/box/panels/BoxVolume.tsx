/** How the box's own volume is known: its volume stamp, its wire counts, the table, or a tape measure. */
import { BoxDocument, type Shell } from '@dense-pack/core/box/document';
import { changeShell } from '@dense-pack/core/box/edit';
import type { Form } from '@dense-pack/core/box/words';
import { type Edition, type Size, SIZES } from '@dense-pack/core/edition/edition';
import { cubicInches, printVolume, readVolume } from '@dense-pack/core/quantity/volume';
import { useState } from 'react';
import { Choice } from '../../parts/Choice';
import { Field } from '../../parts/Field';
import { Notice } from '../../parts/Notice';
import { Chip, Stepper } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { LengthSteps, VolumeSteps } from '../fields/Measures';
import type { ChangeBox } from '../use-box-edit';
import { BothWays } from './BothWays';
import { View } from '../../parts/View';

/** Volumes often stamped in boxes of a kind, in³. Common practice, no source: the stamp decides. */
const USUAL_VOLUMES: Readonly<Record<string, readonly string[]>> = {
  1: ['14', '16', '18', '20.3', '22.5'],
  2: ['25', '30', '32', '34', '35.5'],
  3: ['44', '44.5', '50', '53', '57'],
  4: ['60', '68', '75', '80'],
  pan: ['5', '6', '8'],
  round: ['8', '15.5', '20', '22.5'],
  any: ['14', '16', '18', '20.3', '22.5', '32', '34', '44'],
};

const usualVolumes = ({ form, gangs }: Shell): readonly string[] =>
  (form === 'device-box' ? USUAL_VOLUMES[gangs] : form && USUAL_VOLUMES[form]) ?? USUAL_VOLUMES['any'] ?? [];

/** Standard boxes of the table that look like a kind. */
const SHAPES: Readonly<Partial<Record<Form, readonly string[]>>> = {
  'device-box': ['device', 'fs', 'fd'],
  surface: ['fs', 'fd'],
  square: ['square'],
  round: ['octagon'],
  masonry: ['masonry'],
};

const WAYS = [
  { value: 'volume', label: 'Volume', detail: 'stamped, in³' },
  { value: 'counts', label: 'Wire counts', detail: 'stamped' },
  { value: 'table', label: 'Standard', detail: 'metal box' },
  { value: 'measured', label: 'Measured', detail: 'no pass' },
] as const;
type Way = (typeof WAYS)[number]['value'];

/** How it is known now; of a box of which nothing is known, how its kind usually is. */
function wayOf({ shell }: BoxDocument): Way {
  if (shell.box !== undefined) return 'table';
  if (shell.volume !== undefined) return 'volume';
  if (shell.marks !== undefined) return 'counts';
  if (shell.measured !== undefined) return 'measured';
  return shell.form === 'square' ? 'table' : 'volume';
}

interface BoxVolumeProps {
  readonly box: BoxDocument;
  readonly edition: Edition;
  readonly onChange: ChangeBox;
}

type SetShell = (change: Parameters<typeof changeShell>[1]) => void;

export function BoxVolume({ box, edition, onChange }: BoxVolumeProps) {
  const [chosen, setChosen] = useState<{ way: Way; form: Form | undefined }>();
  // Another kind of box begins with the way it is usually known.
  const way = chosen && chosen.form === box.shell.form ? chosen.way : wayOf(box);
  const set: SetShell = (change) => onChange((now) => changeShell(now, change));
  return (
    <View className="gap-3">
      <Choice
        title="How its volume is known"
        options={WAYS}
        value={way}
        always
        even
        onChoose={(next) => next && setChosen({ way: next, form: box.shell.form })}
      />
      {way === 'volume' && <VolumeStamp box={box} edition={edition} set={set} />}
      {way === 'counts' && <WireCounts box={box} edition={edition} set={set} />}
      {way === 'table' && <TableBox box={box} edition={edition} set={set} />}
      {way === 'measured' && <Measured box={box} set={set} />}
      <BothWays box={box} edition={edition} />
    </View>
  );
}

interface WayProps {
  readonly box: BoxDocument;
  readonly set: SetShell;
}

const asShown = (amount: string) => (Number.isInteger(Number(amount)) ? `${amount}.0` : amount);

function VolumeStamp({ box, edition, set }: WayProps & { readonly edition: Edition }) {
  const { shell } = box;
  const usual = usualVolumes(shell);
  const take = (volume: string) => set({ volume, catalog: undefined, box: undefined, measured: undefined });
  return (
    <View className="gap-2">
      <View className="flex-row flex-wrap gap-2" role="group" aria-label="Volume stamped in it, in³">
        {usual.map((amount) => (
          <Chip
            key={amount}
            label={asShown(amount)}
            aria-label={`${asShown(amount)} in³`}
            on={shell.volume === `${amount} in3`}
            className="min-w-[60px] grow basis-[60px]"
            onPress={() => take(`${amount} in3`)}
          />
        ))}
      </View>
      <VolumeSteps
        label="Another volume, step by step"
        unit={edition.unit}
        value={shell.box === undefined ? shell.volume : undefined}
        start={18}
        most={500}
        onChange={take}
      />
      <VolumeField key={shell.volume} box={box} onVolume={take} />
      {shell.catalog && shell.volume !== undefined && (
        <Notice title="This volume is from a catalog" tone="unknown">
          <View className="gap-2 pt-1">
            <Words tone="text-soft">Nobody has read the stamp in the box yet.</Words>
            <Chip
              label={`The stamp says ${shell.volume.replace('in3', 'in³')}`}
              onPress={() => set({ catalog: undefined })}
            />
          </View>
        </Notice>
      )}
      <Words size="fine" tone="text-soft">
        Read the stamp inside the box: these are only the usual ones.
      </Words>
    </View>
  );
}

/** The sizes of most stamps; the others are a touch away. */
const USUAL_SIZES: readonly Size[] = [14, 12, 10];

/** What boxes of this kind usually hold of a size: their usual volumes by the edition's allowance. */
function usualCounts(shell: Shell, size: Size, edition: Edition): number[] {
  const each = edition.allowances.value[size];
  if (each === undefined) return [];
  const counts = usualVolumes(shell).map((volume) => Math.floor(cubicInches(Number(volume)) / each));
  return [...new Set(counts)].filter((count) => count > 0).sort((a, b) => a - b);
}

function WireCounts({ box, edition, set }: WayProps & { readonly edition: Edition }) {
  const [asked, setAsked] = useState(USUAL_SIZES);
  const marks = box.shell.marks ?? [];
  const told = SIZES.filter((size) => asked.includes(size) || marks.some((mark) => mark.size === size));
  const put = (size: Size, count: number) => {
    const rest = marks.filter((mark) => mark.size !== size);
    const next = count === 0 ? rest : [...rest, { size, count }].sort((a, b) => b.size - a.size);
    set({ marks: next.length === 0 ? undefined : next, measured: undefined });
  };
  return (
    <View className="gap-2" role="group" aria-label="Wire counts stamped in it">
      {told.map((size) => (
        <WireCount
          key={size}
          size={size}
          count={marks.find((mark) => mark.size === size)?.count}
          usual={usualCounts(box.shell, size, edition)}
          onCount={(count) => put(size, count)}
        />
      ))}
      <View className="flex-row flex-wrap gap-2">
        {SIZES.filter((size) => !told.includes(size)).map((size) => (
          <Chip key={size} label={`${size} AWG`} detail="too" onPress={() => setAsked([...asked, size])} />
        ))}
      </View>
      <Words size="fine" tone="text-soft">
        Copy the pairs of the stamp, such as 9/14 · 8/12. They decide where everything is of one size; with
        mixed sizes the volume does.
      </Words>
    </View>
  );
}

interface WireCountProps {
  readonly size: Size;
  /** Undefined: nothing is told of this size, and nothing is put in for it. */
  readonly count: number | undefined;
  readonly usual: readonly number[];
  readonly onCount: (count: number) => void;
}

/** One pair of the stamp: a usual count with a touch, any other from there step by step; none takes it away. */
function WireCount({ size, count, usual, onCount }: WireCountProps) {
  return (
    <View className="flex-row flex-wrap items-center gap-2" role="group" aria-label={`Wires of ${size} AWG`}>
      <Words mono strong className="min-w-[64px]">{`${size} AWG`}</Words>
      {count === undefined ? (
        usual.map((one) => (
          <Chip
            key={one}
            label={String(one)}
            aria-label={`${one} wires of ${size} AWG`}
            onPress={() => onCount(one)}
          />
        ))
      ) : (
        <Stepper label={`wires of ${size} AWG`} value={count} most={200} onChange={onCount} />
      )}
    </View>
  );
}

function TableBox({ box, edition, set }: WayProps & { readonly edition: Edition }) {
  const { shell } = box;
  const shapes = shell.form && SHAPES[shell.form];
  const listed = edition.boxes.value.filter(({ shape }) => !shapes || shapes.includes(shape));
  return (
    <View className="gap-2">
      {listed.length === 0 && (
        <Words tone="text-soft">The table of this edition has no box of this kind: read its stamp.</Words>
      )}
      <View className="flex-row flex-wrap gap-2">
        {listed.map((one) => (
          <Chip
            key={one.code}
            label={one.trade}
            detail={`${printVolume(one.volume, edition.unit)} ${edition.unit === 'in3' ? 'in³' : 'mL'}`}
            on={shell.box === one.code}
            className="grow"
            onPress={() => set({ box: one.code, volume: undefined, measured: undefined, material: 'metal' })}
          />
        ))}
      </View>
      {shell.box !== undefined && (
        <>
          <VolumeSteps
            label="Marked with a volume of its own, in³"
            value={shell.volume}
            start={22.5}
            most={500}
            onChange={(volume) => set({ volume })}
          />
          {shell.volume !== undefined && (
            <Chip label="No mark" detail="the table decides" onPress={() => set({ volume: undefined })} />
          )}
        </>
      )}
    </View>
  );
}

const SIDES_MEASURED = ['Inside width, in', 'Inside height, in', 'Inside depth, in'] as const;
/** Where stepping begins: a common device box. */
const USUAL_INSIDE = ['2 in', '3 in', '2.5 in'] as const;

function Measured({ box, set }: WayProps) {
  const { measured } = box.shell;
  // What was not measured is not made up: all three are told before anything is written.
  const [sides, setSides] = useState<readonly (string | undefined)[]>(
    measured ?? [undefined, undefined, undefined],
  );
  const take = (nth: number, text: string) => {
    const next = sides.map((one, at) => (at === nth ? text : one));
    setSides(next);
    const [width, height, depth] = next;
    if (width === undefined || height === undefined || depth === undefined) return;
    set({ measured: [width, height, depth], volume: undefined, box: undefined, marks: undefined });
  };
  return (
    <View className="gap-2">
      {SIDES_MEASURED.map((label, nth) => (
        <LengthSteps
          key={label}
          label={label}
          value={sides[nth]}
          start={Number(USUAL_INSIDE[nth]?.replace(' in', ''))}
          most={24}
          onChange={(text) => take(nth, text)}
        />
      ))}
      <Words size="fine" tone="text-soft">
        An estimate is never a pass: without a stamp and outside the table there is no legal volume.
      </Words>
    </View>
  );
}

interface VolumeFieldProps {
  readonly box: BoxDocument;
  readonly onVolume: (volume: string) => void;
}

function VolumeField({ box, onVolume }: VolumeFieldProps) {
  const [problem, setProblem] = useState<string>();
  const stored = box.shell.volume?.replace(' in3', '') ?? '';
  const take = (text: string) => {
    if (text.trim() === '' || text.trim() === stored) return setProblem(undefined);
    const read = readVolume(text);
    const volume = read && `${printVolume(read.volume, read.unit)} ${read.unit}`;
    const parsed = BoxDocument.shape.shell.shape.volume.safeParse(volume);
    if (volume === undefined || !parsed.success) {
      const said = parsed.success ? undefined : parsed.error.issues[0]?.message;
      return setProblem(
        volume === undefined
          ? `“${text}” is not a volume. Accepted: more than 0 and at most 500, such as 18, 20.25 or 295 ml.`
          : `Volume ${said ?? ''}.`,
      );
    }
    setProblem(undefined);
    onVolume(volume);
  };
  return (
    <Field
      label="Another volume, in³ (or write ml)"
      defaultValue={stored}
      inputMode="decimal"
      problem={problem}
      onEnd={take}
    />
  );
}
