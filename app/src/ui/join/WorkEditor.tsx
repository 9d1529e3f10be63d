/** What the box does, in trade words, a few touches a cable. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { BREAKERS } from '@dense-pack/core/box/site';
import { type DeviceWork, type Run, RUN_WORDS, type WorkPlan } from '@dense-pack/core/box/work';
import type { Line } from '@dense-pack/core/splice/ends';
import { type Face, SINGLE_POLE, takesNeutral } from '@dense-pack/core/splice/faces';
import { lineName, nameOfCircuit } from '@dense-pack/core/splice/needs';
import { View } from 'react-native';
import { Choice, wordOptions } from '../parts/Choice';
import { Field } from '../parts/Field';
import { Fold } from '../parts/Fold';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';
import { Schools } from './Schools';
import type { ChangeWork } from './use-wiring';

interface WorkEditorProps {
  readonly box: BoxDocument;
  readonly work: WorkPlan;
  readonly lines: readonly Line[];
  readonly faces: readonly Face[];
  readonly onWork: ChangeWork;
}

const LETTERS = ['a', 'b', 'c', 'd', 'e', 'f'];

/** Fields without those that are not said. */
const said = <T extends object>(fields: T) =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as T;

export function WorkEditor({ work, lines, faces, onWork }: WorkEditorProps) {
  const setRun = (of: string, change: Partial<Record<keyof Run, unknown>>) =>
    onWork((now) => ({
      ...now,
      runs: now.runs.map((run) => (run.of === of ? said({ ...run, ...change } as Run) : run)),
    }));
  const another = ({ item }: Line) =>
    onWork((now) => {
      const mine = now.runs.filter(({ of }) => of.startsWith(`${item.id}.`));
      return {
        ...now,
        runs: [
          ...now.runs,
          { of: `${item.id}.${mine.length}`, does: 'out', circuits: [], hots: ['a'], wires: 2 },
        ],
      };
    });
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
          onRun={(change) => setRun(line.key, change)}
          onAnother={() => another(line)}
        />
      ))}
      {faces.map((face) => (
        <DeviceCard
          key={face.key}
          face={face}
          work={work}
          faces={faces}
          lines={lines}
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

/** Every hot there is to choose from, in words. */
function hotOptions(work: WorkPlan, faces: readonly Face[], own?: string) {
  const chains = [...new Set(work.devices.flatMap(({ chain }) => chain ?? []))];
  return [
    ...work.circuits.map(({ id }) => ({
      value: id,
      label: work.circuits.length === 1 ? 'always hot' : `${nameOfCircuit(work, id)}, always`,
    })),
    ...faces.flatMap(({ key, item, title, work: device }) => {
      if (SINGLE_POLE.includes(item.device)) return [{ value: key, label: title }];
      if (item.device !== 'combo') return [];
      const first = { value: key, label: `${title}, first` };
      return device.second === 'receptacle'
        ? [first]
        : [first, { value: `${key}.2`, label: `${title}, second` }];
    }),
    ...chains.map((chain) => ({ value: chain, label: `three-way ${chain.slice(4)}` })),
    ...work.runs
      .filter(({ does, switched, of }) => of !== own && (does === 'loop-out' || switched))
      .map(({ of }, nth) => ({ value: of, label: `switched elsewhere${nth > 0 ? ` ${nth + 1}` : ''}` })),
  ];
}

interface RunCardProps {
  readonly line: Line;
  readonly work: WorkPlan;
  readonly faces: readonly Face[];
  readonly onRun: (change: Partial<Record<keyof Run, unknown>>) => void;
  /** One more set of conductors of the same raceway. */
  readonly onAnother: () => void;
}

function RunCard({ line, work, faces, onRun, onAnother }: RunCardProps) {
  const { run, wires } = line;
  const insulated = wires.filter(({ colour }) => colour !== 'bare' && colour !== 'green').length;
  const hots = hotOptions(work, faces, run.of);
  const [first, second] = run.hots;
  const circuits = work.circuits.map(({ id }) => ({ value: id, label: nameOfCircuit(work, id) }));
  const guards = faces
    .filter(({ item }) => item.device === 'gfci')
    .map(({ key, title }) => ({ value: key, label: `${title}, LOAD` }));
  const chains = [...new Set(['way-1', ...work.devices.flatMap(({ chain }) => chain ?? [])])].map(
    (value) => ({
      value,
      label: `three-way ${value.slice(4)}`,
    }),
  );
  const takes = run.does === 'out' || run.does === 'leg' || run.does === 'loop-in';
  return (
    <View
      className="gap-2 rounded-card border border-hair bg-sheet p-3"
      role="group"
      aria-label={lineName(line)}
    >
      <Words strong>{`${lineName(line)}, ${insulated} insulated`}</Words>
      {line.item.kind !== 'fixture' && (
        <Choice
          title="It is"
          options={wordOptions(RUN_WORDS)}
          value={run.does}
          always
          onChoose={(does) =>
            onRun({
              does,
              circuits:
                does === 'feed' || does === 'loop-in' || does === 'loop-out' || does === 'travelers'
                  ? ['a']
                  : [],
              hots: does === 'out' || does === 'loop-out' ? ['a'] : [],
              chain: does === 'travelers' ? 'way-1' : undefined,
              leads: does === 'travelers' ? 'load' : undefined,
              third: does === 'travelers' && insulated > 2 ? 'neutral' : undefined,
              switched: undefined,
              guard: undefined,
            })
          }
        />
      )}
      {(run.does === 'feed' || run.does === 'loop-in' || run.does === 'travelers') && circuits.length > 1 && (
        <Choice
          title="Circuit"
          options={circuits}
          value={run.circuits[0]}
          always
          onChoose={(id) => onRun({ circuits: [id, ...run.circuits.slice(1).filter((one) => one !== id)] })}
        />
      )}
      {run.does === 'feed' && insulated > 2 && (
        <Choice
          title="Its red is"
          options={[
            ...circuits.filter(({ value }) => value !== run.circuits[0]),
            { value: 'switched', label: 'switched elsewhere' },
          ]}
          value={run.switched ? 'switched' : run.circuits[1]}
          onChoose={(value) =>
            onRun({
              switched: value === 'switched' ? true : undefined,
              circuits: [
                run.circuits[0] ?? 'a',
                ...(value === undefined || value === 'switched' ? [] : [value]),
              ],
            })
          }
        />
      )}
      {takes && (
        <Choice
          title={run.does === 'out' ? 'Its black is' : 'Switched by'}
          options={hots}
          value={first}
          always
          onChoose={(hot) =>
            onRun({ hots: hot === undefined ? [] : [hot, ...(second === undefined ? [] : [second])] })
          }
        />
      )}
      {takes && first !== undefined && insulated > 2 && (
        <Choice
          title="Its red"
          options={hots.filter(({ value }) => value !== first)}
          value={second}
          onChoose={(hot) => onRun({ hots: hot === undefined ? [first] : [first, hot] })}
        />
      )}
      {run.does === 'out' && guards.length > 0 && (
        <Choice
          title="Protected by"
          options={guards}
          value={run.guard}
          onChoose={(guard) => onRun({ guard })}
        />
      )}
      {line.item.kind === 'conductors' && run.does !== 'spare' && (
        <>
          <Choice
            title="Conductors of the raceway"
            options={[1, 2, 3, 4].map((value) => ({ value, label: String(value) }))}
            value={run.wires ?? 2}
            always
            onChoose={(wires) => onRun({ wires })}
          />
          <Button label="Another set in this raceway" onPress={onAnother} />
        </>
      )}
      {run.does === 'travelers' && (
        <>
          <Choice
            title="Chain"
            options={chains}
            value={run.chain}
            always
            onChoose={(chain) => onRun({ chain })}
          />
          <Choice
            title="It leads toward"
            options={[
              { value: 'load' as const, label: 'the light' },
              { value: 'line' as const, label: 'the feed' },
            ]}
            value={run.leads}
            always
            onChoose={(leads) => onRun({ leads })}
          />
          {insulated > 2 && (
            <Choice
              title="Its third conductor"
              options={[
                { value: 'neutral' as const, label: 'neutral' },
                { value: 'supply' as const, label: 'hot to the far switch' },
                { value: 'return' as const, label: 'back to the light' },
              ]}
              value={run.third}
              always
              onChoose={(third) => onRun({ third })}
            />
          )}
        </>
      )}
    </View>
  );
}

interface DeviceCardProps {
  readonly face: Face;
  readonly work: WorkPlan;
  readonly faces: readonly Face[];
  readonly lines: readonly Line[];
  readonly onDevice: (change: Partial<Record<keyof DeviceWork, unknown>>) => void;
}

function DeviceCard({ face, work, faces, onDevice }: DeviceCardProps) {
  const { item, work: device, title, key } = face;
  const { circuit, halves, chain, end, second, guard } = device;
  if (item.device === 'blank') return null;
  const hots = hotOptions(work, faces);
  const guards = faces
    .filter((one) => one.item.device === 'gfci' && one.key !== key)
    .map((one) => ({ value: one.key, label: `${one.title}, LOAD` }));
  const half = (nth: 0 | 1, hot: string | undefined) => {
    const next: [string, string] = [...(halves ?? [circuit, circuit])];
    next[nth] = hot ?? circuit;
    onDevice({ halves: next[0] === next[1] && next[0] === circuit ? undefined : next });
  };
  const choices = [
    work.circuits.length > 1 && (
      <Choice
        key="circuit"
        title="Circuit"
        options={work.circuits.map(({ id }) => ({ value: id, label: nameOfCircuit(work, id) }))}
        value={circuit}
        always
        onChoose={(id) => onDevice({ circuit: id, halves: undefined })}
      />
    ),
    item.device === 'duplex' &&
      hots.length > 1 &&
      ([0, 1] as const).map((nth) => (
        <Choice
          key={nth}
          title={nth === 0 ? 'Upper half' : 'Lower half'}
          options={hots}
          value={halves?.[nth] ?? circuit}
          always
          onChoose={(hot) => half(nth, hot)}
        />
      )),
    (item.device === 'duplex' || item.device === 'single' || item.device === 'usb') && guards.length > 0 && (
      <Choice
        key="guard"
        title="Protected by"
        options={guards}
        value={guard}
        onChoose={(one) => onDevice({ guard: one })}
      />
    ),
    SINGLE_POLE.includes(item.device) && item.device !== 'switch' && (
      <Choice
        key="neutral"
        title="Neutral"
        options={[
          { value: true, label: 'it takes one' },
          { value: false, label: 'made without' },
        ]}
        value={takesNeutral(item, device)}
        always
        onChoose={(neutral) => onDevice({ neutral })}
      />
    ),
    (item.device === '3way' || item.device === '4way') && (
      <Choice
        key="chain"
        title="Works with"
        options={['way-1', 'way-2', 'way-3'].map((value) => ({
          value,
          label: `three-way ${value.slice(4)}`,
        }))}
        value={chain}
        onChoose={(one) => onDevice({ chain: one })}
      />
    ),
    item.device === '3way' && (
      <Choice
        key="end"
        title="Its common"
        options={[
          { value: 'line' as const, label: 'takes the hot' },
          { value: 'load' as const, label: 'goes to the light' },
        ]}
        value={end}
        onChoose={(one) => onDevice({ end: one })}
      />
    ),
    item.device === 'combo' && (
      <Choice
        key="second"
        title="Second half"
        options={[
          { value: 'switch' as const, label: 'a switch' },
          { value: 'receptacle' as const, label: 'a receptacle' },
        ]}
        value={second ?? 'switch'}
        always
        onChoose={(one) => onDevice({ second: one })}
      />
    ),
  ].filter(Boolean);
  if (choices.length === 0) return null;
  return (
    <View className="gap-2 rounded-card border border-hair bg-sheet p-3" role="group" aria-label={title}>
      <Words strong>{title.charAt(0).toUpperCase() + title.slice(1)}</Words>
      {choices}
    </View>
  );
}
