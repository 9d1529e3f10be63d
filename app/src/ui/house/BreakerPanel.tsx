/** One breaker of the panel: its label as found and as it ought to be, how it was found, what hangs on it. */
import {
  FOUND_BY,
  labelOf,
  nameInPanel,
  PanelCircuit,
  PROTECTION_WORDS,
  tiedTo,
} from '@dense-pack/core/box/panel';
import { BREAKERS } from '@dense-pack/core/edition/index';
import type { HouseBox } from '@dense-pack/core/run/house';
import X from 'lucide-react-native/icons/x';
import { useState } from 'react';
import { View } from 'react-native';
import type { ShownJob } from '../client/queries';

import { boxHref } from '../jobs/hrefs';
import { Choice, wordOptions } from '../parts/Choice';
import { Field } from '../parts/Field';
import { go } from '../parts/go';
import { Chip, IconPress } from '../parts/Press';
import { Removal } from '../parts/Removal';
import { useIntoView } from '../parts/into-view';
import { Words } from '../parts/Words';
import { changeHouse } from './job-changes';

interface BreakerPanelProps {
  readonly job: ShownJob;
  readonly circuit: PanelCircuit;
  /** The boxes that name it. */
  readonly boxes: readonly HouseBox[];
  readonly onDone: () => void;
}

export function BreakerPanel({ job, circuit, boxes, onDone }: BreakerPanelProps) {
  const { panel } = job;
  const [problem, setProblem] = useState<string>();
  const view = useIntoView();
  const set = (change: Partial<Record<keyof PanelCircuit, unknown>>) => {
    const [refused] = changeHouse(job, (now) => ({
      panel: {
        circuits: now.panel.circuits.map((one) =>
          one.id === circuit.id ? said({ ...one, ...change }) : one,
        ),
      },
    }));
    setProblem(refused && `${fieldName(refused.field)}: ${refused.accepted}.`);
  };
  // A tie is of both handles, whichever of them it was said of.
  const partner = circuit.tie ?? panel.circuits.find(({ tie: other }) => other === circuit.id)?.id;
  const tie = (to: string | undefined) =>
    changeHouse(job, (now) => ({
      panel: {
        circuits: now.panel.circuits.map((one) => {
          if (one.id === circuit.id) return said({ ...one, tie: to });
          return one.tie === circuit.id ? said({ ...one, tie: undefined }) : one;
        }),
      },
    }));
  const others = panel.circuits.filter(({ id, poles }) => id !== circuit.id && poles === 1);
  const tied = tiedTo(panel, circuit);
  return (
    <View className="gap-3 rounded-card border-2 border-action bg-sheet p-3" testID="circuit" ref={view}>
      <View className="flex-row items-center">
        <Words heading={2} strong className="min-w-0 flex-1">
          {`Space ${nameInPanel(circuit)}${labelOf(circuit) === '' ? '' : `: ${labelOf(circuit)}`}`}
        </Words>
        <IconPress label="Done with it" icon={X} onPress={onDone} />
      </View>
      {problem !== undefined && (
        <Words tone="text-over" role="alert" testID="problem">
          {problem}
        </Words>
      )}
      <Field
        label="Label as it was found"
        defaultValue={circuit.label}
        maxLength={80}
        onEnd={(text) => text.trim() !== circuit.label && set({ label: text.trim() })}
      />
      <Field
        label="Label as it ought to be, where it is wrong"
        defaultValue={circuit.corrected ?? ''}
        maxLength={80}
        onEnd={(text) =>
          text.trim() !== (circuit.corrected ?? '') &&
          set({ corrected: text.trim() === '' ? undefined : text.trim() })
        }
      />
      <Field
        label="Space"
        defaultValue={String(circuit.space)}
        inputMode="numeric"
        maxLength={3}
        onEnd={(text) => text.trim() !== String(circuit.space) && set({ space: Number(text) })}
      />
      <Choice
        title="Breaker, A"
        options={BREAKERS.map((value) => ({ value, label: String(value) }))}
        value={circuit.amps}
        onChoose={(amps) => set({ amps })}
      />
      <Choice
        title="What the breaker protects against"
        options={wordOptions(PROTECTION_WORDS)}
        value={circuit.protection}
        onChoose={(protection) => set({ protection })}
      />
      <Choice
        title="Poles"
        options={[
          { value: 1 as const, label: 'One' },
          { value: 2 as const, label: `Two: ${circuit.space} and ${circuit.space + 2}` },
        ]}
        value={circuit.poles}
        always
        onChoose={(poles) => set({ poles, ...(poles === 2 ? { tie: undefined } : {}) })}
      />
      {circuit.poles === 1 && others.length > 0 && (
        <Choice
          title="Its handle is tied to that of"
          options={others.map((one) => ({ value: one.id, label: nameInPanel(one) }))}
          value={partner}
          onChoose={tie}
        />
      )}
      {tied.length > 0 && (
        <Words size="fine" tone="text-soft">
          {`Goes off with ${tied.map(nameInPanel).join(', ')}.`}
        </Words>
      )}
      <Choice
        title="How it was found"
        options={wordOptions(FOUND_BY)}
        value={circuit.foundBy}
        onChoose={(foundBy) => set({ foundBy })}
      />
      <Passes
        circuit={circuit}
        onPasses={(passes) => set({ passes, ...(passes.length > 0 ? { foundBy: 'tracer' } : {}) })}
      />
      <OffMost circuit={circuit} onSet={set} />
      <View className="gap-1" role="group" aria-label="Boxes on it">
        <Words size="fine" strong>
          {boxes.length === 0 ? 'No box names it yet' : 'Boxes on it'}
        </Words>
        <View className="flex-row flex-wrap gap-2">
          {boxes.map(({ id, name }) => (
            <Chip key={id} label={name} onPress={() => go(boxHref(job.id, id, 'safe'))} />
          ))}
        </View>
      </View>
      <Removal
        what="breaker"
        question={`Take space ${nameInPanel(circuit)} out of the directory, with all that is known of it?`}
        onRemove={() => {
          changeHouse(job, ({ panel: now }) => ({
            panel: {
              circuits: now.circuits
                .filter(({ id }) => id !== circuit.id)
                .map((one) => (one.tie === circuit.id ? said({ ...one, tie: undefined }) : one)),
            },
          }));
          onDone();
        }}
      />
    </View>
  );
}

/** Without what was taken back. */
const said = (circuit: Partial<Record<keyof PanelCircuit, unknown>>): PanelCircuit =>
  Object.fromEntries(Object.entries(circuit).filter(([, value]) => value !== undefined)) as PanelCircuit;

const FIELDS: Readonly<Record<string, string>> = {
  space: 'Space',
  label: 'Label',
  corrected: 'Label',
  tie: 'Tie',
  passes: 'Tracer',
  offMost: 'Minutes off',
};
const fieldName = (path: string) => FIELDS[path.split('.')[3] ?? ''] ?? 'This breaker';

interface PassesProps {
  readonly circuit: PanelCircuit;
  readonly onPasses: (passes: readonly number[]) => void;
}

/** How strong the tracer was, pass by pass. */
function Passes({ circuit, onPasses }: PassesProps) {
  const [problem, setProblem] = useState<string>();
  return (
    <Field
      label="Strength of the tracer, pass by pass, 0 to 10"
      placeholder="7, 9"
      defaultValue={circuit.passes.join(', ')}
      inputMode="text"
      problem={problem}
      onEnd={(text) => {
        const parts = text.split(/[,;\s]+/).filter((part) => part !== '');
        const passes = parts.map(Number);
        const read = PanelCircuit.shape.passes.safeParse(passes);
        if (!read.success) {
          setProblem(`“${text}” cannot be read: accepted are up to 6 whole numbers from 0 to 10, as “7, 9”.`);
          return;
        }
        setProblem(undefined);
        if (passes.join() !== circuit.passes.join()) onPasses(passes);
      }}
    />
  );
}

interface OffMostProps {
  readonly circuit: PanelCircuit;
  readonly onSet: (change: Partial<Record<keyof PanelCircuit, unknown>>) => void;
}

/** How long it may be off at a stretch, and why. */
function OffMost({ circuit, onSet }: OffMostProps) {
  const [problem, setProblem] = useState<string>();
  return (
    <View className="flex-row flex-wrap gap-2">
      <View className="min-w-[140px] flex-1">
        <Field
          label="Off at most, minutes"
          defaultValue={circuit.offMost === undefined ? '' : String(circuit.offMost)}
          inputMode="numeric"
          problem={problem}
          onEnd={(text) => {
            const value = text.trim() === '' ? undefined : Number(text);
            const read = PanelCircuit.shape.offMost.safeParse(value);
            if (!read.success) {
              setProblem(
                `“${text}” cannot be taken: accepted are whole minutes from 1 to 10000, or nothing.`,
              );
              return;
            }
            setProblem(undefined);
            if (value !== circuit.offMost) onSet({ offMost: value });
          }}
        />
      </View>
      <View className="min-w-[140px] flex-1">
        <Field
          label="Because of"
          placeholder="the freezer"
          defaultValue={circuit.because ?? ''}
          maxLength={80}
          onEnd={(text) =>
            text.trim() !== (circuit.because ?? '') &&
            onSet({ because: text.trim() === '' ? undefined : text.trim() })
          }
        />
      </View>
    </View>
  );
}
