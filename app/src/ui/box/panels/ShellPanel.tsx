/** The box itself: its volume, kind and gangs, its name, and taking it away. */
import { changeShell } from '@dense-pack/core/box/edit';
import type { BoxFields, Job } from '@dense-pack/core/box/record';
import { BoxDocument } from '@dense-pack/core/box/document';
import { MATERIALS, MOUNTS } from '@dense-pack/core/box/words';
import type { Edition } from '@dense-pack/core/edition/edition';
import { editionOf } from '@dense-pack/core/edition/index';
import { printVolume, readVolume } from '@dense-pack/core/quantity/volume';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { outbox, type ShownBox } from '../../client/queries';
import { EditionChoice } from '../../parts/EditionChoice';
import { Field } from '../../parts/Field';
import { Chip, Stepper } from '../../parts/Press';
import { Removal } from '../../parts/Removal';
import { Words } from '../../parts/Words';

/** Volumes often stamped in plastic boxes, in³. Common practice, no source: the stamp decides. */
const USUAL_VOLUMES = ['14', '16', '18', '20.3', '22.5', '32', '34', '44'] as const;

interface ShellPanelProps {
  readonly box: ShownBox;
  readonly edition: Edition;
  readonly job: Job;
  readonly onChange: (fields: Partial<BoxFields>) => void;
}

export function ShellPanel({ box, edition, job, onChange }: ShellPanelProps) {
  const { shell } = box.box;
  const set = (change: Parameters<typeof changeShell>[1]) => onChange({ box: changeShell(box.box, change) });
  return (
    <View className="gap-4">
      <View className="gap-2">
        <Words heading={2} strong>
          Volume stamped in the box
        </Words>
        <View className="flex-row flex-wrap gap-2">
          {USUAL_VOLUMES.map((amount) => {
            const volume = `${amount} in3`;
            return (
              <Chip
                key={amount}
                label={Number.isInteger(Number(amount)) ? `${amount}.0` : amount}
                detail="in³"
                on={shell.volume === volume}
                className="min-w-[72px] max-w-[120px] grow basis-[72px]"
                onPress={() => set({ volume, box: undefined, measured: undefined })}
              />
            );
          })}
        </View>
        <VolumeField
          key={shell.volume}
          box={box.box}
          onVolume={(volume) => set({ volume, box: undefined, measured: undefined })}
        />
        <Words size="fine" tone="text-soft">
          Read the stamp inside the box: these are only the usual ones.
        </Words>
      </View>
      <View className="gap-2">
        <Words strong>Or a standard metal box</Words>
        <View className="flex-row flex-wrap gap-2">
          {edition.boxes.value.map((one) => (
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
      <View className="flex-row flex-wrap items-center gap-4">
        <View className="gap-1">
          <Words strong>Gangs</Words>
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
          options={shell.box === undefined ? MATERIALS : ['metal']}
          value={shell.material}
          onChoose={(material) => set({ material })}
        />
        <Choice title="Mounting" options={MOUNTS} value={shell.mount} onChoose={(mount) => set({ mount })} />
      </View>
      <View className="gap-2">
        <Words strong>Counted by</Words>
        <View className="flex-row">
          <Chip
            label="As the job"
            detail={editionOf(job.edition).name}
            on={box.box.edition === undefined}
            onPress={() => {
              const { edition: _edition, ...rest } = box.box;
              onChange({ box: rest });
            }}
          />
        </View>
        <EditionChoice
          value={box.box.edition}
          onChoose={(id) => onChange({ box: { ...box.box, edition: id } })}
        />
      </View>
      <Naming box={box} onChange={onChange} />
      <Removal
        what="box"
        question={`Delete “${box.name}” and its record?`}
        onRemove={() => {
          outbox.remove('boxes', box.id);
          router.navigate(`/job/${box.jobId}` as never);
        }}
      />
    </View>
  );
}

interface ChoiceProps<V extends string> {
  readonly title: string;
  readonly options: readonly V[];
  readonly value: V | undefined;
  readonly onChoose: (value: V | undefined) => void;
}

function Choice<V extends string>({ title, options, value, onChoose }: ChoiceProps<V>) {
  return (
    <View className="gap-1">
      <Words strong>{title}</Words>
      <View className="flex-row gap-2">
        {options.map((option) => (
          <Chip
            key={option}
            label={option}
            on={option === value}
            onPress={() => onChoose(option === value ? undefined : option)}
          />
        ))}
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

function Naming({ box, onChange }: Pick<ShellPanelProps, 'box' | 'onChange'>) {
  const [problem, setProblem] = useState<string>();
  const name = (text: string) => {
    if (text.trim() === '') return setProblem('A box needs a name, such as “Den, under the window”.');
    setProblem(undefined);
    if (text.trim() !== box.name) onChange({ name: text.trim() });
  };
  return (
    <View className="gap-2">
      <Field label="Name of the box" defaultValue={box.name} maxLength={80} problem={problem} onEnd={name} />
      <Field
        label="Room"
        defaultValue={box.room}
        maxLength={80}
        onEnd={(room) => room.trim() !== box.room && onChange({ room: room.trim() })}
      />
      <Field
        label="Circuit"
        defaultValue={box.circuit}
        maxLength={40}
        onEnd={(circuit) => circuit.trim() !== box.circuit && onChange({ circuit: circuit.trim() })}
      />
    </View>
  );
}
