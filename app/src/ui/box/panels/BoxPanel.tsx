/** The box itself: its kind by picture, its volume, gangs, material and mounting. */
import type { ChangeBox } from '../use-box-edit';
import { changeShell } from '@dense-pack/core/box/edit';
import { BoxDocument } from '@dense-pack/core/box/document';
import { type Form, FORMS, MATERIALS, type Material, MOUNTS } from '@dense-pack/core/box/words';
import type { Edition } from '@dense-pack/core/edition/edition';
import { printVolume, readVolume } from '@dense-pack/core/quantity/volume';
import { useState } from 'react';
import { View } from 'react-native';
import { Choice, plainOptions } from '../../parts/Choice';
import { Field } from '../../parts/Field';
import { Chip, Stepper } from '../../parts/Press';
import { Touch } from '../../parts/Touch';
import { Words } from '../../parts/Words';
import { BoxPicture } from '../BoxPicture';

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

interface Kind {
  readonly form: Form;
  readonly gangs: number;
  readonly label: string;
  readonly material?: Material;
}

const KINDS: readonly Kind[] = [
  { form: 'device-box', gangs: 1, label: '1-gang', material: 'plastic' },
  { form: 'device-box', gangs: 2, label: '2-gang', material: 'plastic' },
  { form: 'device-box', gangs: 3, label: '3-gang', material: 'plastic' },
  { form: 'device-box', gangs: 4, label: '4-gang', material: 'plastic' },
  { form: 'round', gangs: 1, label: 'Round' },
  { form: 'square', gangs: 1, label: 'Square', material: 'metal' },
  { form: 'pan', gangs: 1, label: 'Pan' },
  { form: 'masonry', gangs: 1, label: 'Masonry', material: 'metal' },
  { form: 'surface', gangs: 1, label: 'Surface' },
];

/** Standard boxes of the table that look like a kind. */
const SHAPES: Readonly<Partial<Record<Form, readonly string[]>>> = {
  'device-box': ['device', 'fs', 'fd'],
  square: ['square'],
  round: ['octagon'],
  masonry: ['masonry'],
};

interface BoxPanelProps {
  readonly box: BoxDocument;
  readonly edition: Edition;
  readonly onChange: ChangeBox;
}

export function BoxPanel({ box, edition, onChange }: BoxPanelProps) {
  const { shell } = box;
  const set = (change: Parameters<typeof changeShell>[1]) => onChange((now) => changeShell(now, change));
  const shapes = shell.form && SHAPES[shell.form];
  const listed = edition.boxes.value.filter(({ shape }) => !shapes || shapes.includes(shape));
  const usual =
    (shell.form === 'device-box' ? USUAL_VOLUMES[shell.gangs] : shell.form && USUAL_VOLUMES[shell.form]) ??
    USUAL_VOLUMES['any'] ??
    [];
  return (
    <View className="gap-4">
      <View className="gap-2">
        <Words heading={2} strong>
          Which box is it?
        </Words>
        <View className="flex-row flex-wrap gap-2" role="group" aria-label="Kind of box">
          {KINDS.map(({ form, gangs, label, material }) => {
            const on = shell.form === form && (form !== 'device-box' || shell.gangs === gangs);
            return (
              <Touch
                key={label}
                role="button"
                aria-pressed={on}
                aria-label={`${label}: ${FORMS[form]}`}
                className={`min-h-thumb min-w-[60px] max-w-[110px] grow basis-[60px] items-center justify-end gap-1 rounded-card border px-1 py-1 active:opacity-70 ${on ? 'border-2 border-action bg-sunk' : 'border-line bg-sheet'}`}
                onPress={() =>
                  set({
                    form,
                    gangs,
                    ...(shell.material === undefined && material !== undefined ? { material } : {}),
                  })
                }
              >
                <BoxPicture form={form} gangs={gangs} height={gangs > 3 ? 36 : 44} />
                <Words size="fine" strong={on} tone={on ? 'text-action' : 'text-ink'}>
                  {label}
                </Words>
              </Touch>
            );
          })}
        </View>
      </View>
      <View className="gap-2">
        <Words strong>Volume stamped in it, in³</Words>
        <View className="flex-row flex-wrap gap-2">
          {usual.map((amount) => {
            const volume = `${amount} in3`;
            return (
              <Chip
                key={amount}
                label={Number.isInteger(Number(amount)) ? `${amount}.0` : amount}
                aria-label={`${Number.isInteger(Number(amount)) ? `${amount}.0` : amount} in³`}
                on={shell.volume === volume}
                className="min-w-[60px] grow basis-[60px]"
                onPress={() => set({ volume, box: undefined, measured: undefined })}
              />
            );
          })}
        </View>
        <VolumeField
          key={shell.volume}
          box={box}
          onVolume={(volume) => set({ volume, box: undefined, measured: undefined })}
        />
        <Words size="fine" tone="text-soft">
          Read the stamp inside the box: these are only the usual ones.
        </Words>
      </View>
      {listed.length > 0 && (
        <View className="gap-2">
          <Words strong>Or a standard metal box</Words>
          <View className="flex-row flex-wrap gap-2">
            {listed.map((one) => (
              <Chip
                key={one.code}
                label={one.trade}
                detail={`${printVolume(one.volume, edition.unit)} ${edition.unit === 'in3' ? 'in³' : 'mL'}`}
                on={shell.box === one.code}
                className="grow"
                onPress={() =>
                  set({ box: one.code, volume: undefined, measured: undefined, material: 'metal' })
                }
              />
            ))}
          </View>
        </View>
      )}
      <View className="flex-row flex-wrap items-start gap-4">
        <View className="gap-1">
          <Words size="fine" strong>
            Gangs
          </Words>
          <Stepper
            label="gangs"
            value={shell.gangs}
            least={1}
            most={8}
            onChange={(gangs) => set({ gangs })}
          />
        </View>
        <Choice
          title="Material"
          options={plainOptions(shell.box === undefined ? MATERIALS : (['metal'] as const))}
          value={shell.material}
          onChoose={(material) => set({ material })}
        />
        <Choice
          title="Mounting"
          options={plainOptions(MOUNTS)}
          value={shell.mount}
          onChoose={(mount) => set({ mount })}
        />
      </View>
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
