/** What the box does, in trade words, a few touches a cable. */
import { BREAKERS } from '@dense-pack/core/edition/index';
import type { DeviceWork, Run, WorkPlan } from '@dense-pack/core/box/work';
import type { Line } from '@dense-pack/core/plan/ends';
import type { Face } from '@dense-pack/core/plan/faces';
import { nameOfCircuit } from '@dense-pack/core/physical/circuits';
import { View } from 'react-native';
import { Choice } from '../../parts/Choice';
import { Field } from '../../parts/Field';
import { Fold } from '../../parts/Fold';
import { Button } from '../../parts/Press';
import { DeviceSetup } from './DeviceSetup';
import { RunCard } from './RunCard';
import { Schools } from './Schools';
import type { ChangeWork } from './use-wiring';

interface WorkEditorProps {
  readonly work: WorkPlan;
  readonly lines: readonly Line[];
  readonly faces: readonly Face[];
  readonly onWork: ChangeWork;
}

const LETTERS = ['a', 'b', 'c', 'd', 'e', 'f'];

/** Fields without those that are not said. */
const said = <T extends object>(fields: T) =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as T;

/** Conductors of the same raceway size of which nothing is told yet. */
const freeFor = (line: Line, lines: readonly Line[]) =>
  lines.reduce(
    (sum, { item }) =>
      item !== line.item &&
      item.kind === 'conductors' &&
      item.size === line.item.size &&
      item.duty === undefined
        ? sum + item.count
        : sum,
    0,
  );

export function WorkEditor({ work, lines, faces, onWork }: WorkEditorProps) {
  const setRun = (of: string, change: Partial<Record<keyof Run, unknown>>) =>
    onWork((now) => ({
      ...now,
      runs: now.runs.map((run) => (run.of === of ? said({ ...run, ...change } as Run) : run)),
    }));
  const setDevice = (of: string, change: Partial<Record<keyof DeviceWork, unknown>>) =>
    onWork((now) => ({
      ...now,
      devices: now.devices.map((one) => (one.of === of ? said({ ...one, ...change } as DeviceWork) : one)),
    }));
  return (
    <View className="gap-3">
      <Circuits work={work} onWork={onWork} />
      {lines.map((line) => (
        <RunCard
          key={line.key}
          line={line}
          work={work}
          faces={faces}
          free={freeFor(line, lines)}
          onRun={(change) => setRun(line.key, change)}
        />
      ))}
      {faces.map((face) => (
        <DeviceSetup
          key={face.key}
          face={face}
          work={work}
          faces={faces}
          onDevice={(change) => setDevice(face.key, change)}
        />
      ))}
      <Schools schools={work.schools} onWork={onWork} />
    </View>
  );
}

function Circuits({ work, onWork }: Pick<WorkEditorProps, 'work' | 'onWork'>) {
  const next = LETTERS.find((letter) => !work.circuits.some(({ id }) => id === letter));
  const set = (id: string, change: object) =>
    onWork((now) => ({
      ...now,
      circuits: now.circuits.map((one) => (one.id === id ? said({ ...one, ...change }) : one)),
    }));
  return (
    <Fold title={work.circuits.length === 1 ? nameOfCircuit(work, 'a') : `${work.circuits.length} circuits`}>
      <View className="gap-3 border-t border-hair p-3">
        {work.circuits.map(({ id, name, breaker, partner }) => (
          <View key={id} className="gap-2">
            <Field
              label={`Name of circuit ${id.toUpperCase()} in the panel`}
              defaultValue={name}
              onEnd={(text) => set(id, { name: text.slice(0, 80) })}
            />
            <Choice
              title={`Breaker of ${nameOfCircuit(work, id)}, A`}
              options={BREAKERS.map((value) => ({ value, label: String(value) }))}
              value={breaker}
              onChoose={(value) => set(id, { breaker: value })}
            />
            {work.circuits.length > 1 && (
              <Choice
                title="Shares its neutral with (multiwire)"
                options={work.circuits
                  .filter((one) => one.id !== id)
                  .map((one) => ({ value: one.id, label: nameOfCircuit(work, one.id) }))}
                value={partner}
                onChoose={(value) => set(id, { partner: value })}
              />
            )}
          </View>
        ))}
        {next !== undefined && (
          <Button
            label="Another circuit in this box"
            onPress={() => onWork((now) => ({ ...now, circuits: [...now.circuits, { id: next, name: '' }] }))}
          />
        )}
      </View>
    </Fold>
  );
}
