/** What one cable is, and what it carries on. */
import { type Run, RUN_WORDS, type WorkPlan } from '@dense-pack/core/box/work';
import type { Line } from '@dense-pack/core/plan/ends';
import type { Face } from '@dense-pack/core/plan/faces';
import { nameOfCircuit } from '@dense-pack/core/physical/circuits';
import { isGroundColour } from '@dense-pack/core/physical/pieces';
import { View } from 'react-native';
import { Choice, wordOptions } from '../../parts/Choice';
import { Button } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { guardsOthers } from './DeviceSetup';
import { hotOptions } from './hot-options';

interface RunCardProps {
  readonly line: Line;
  readonly work: WorkPlan;
  readonly faces: readonly Face[];
  readonly onRun: (change: Partial<Record<keyof Run, unknown>>) => void;
  /** Conductors of its size in raceways that nothing is told of. */
  readonly free: number;
}

export function RunCard({ line, work, faces, free, onRun }: RunCardProps) {
  const { run, wires } = line;
  const insulated = wires.filter(({ colour }) => !isGroundColour(colour)).length;
  const hots = hotOptions(work, faces, run.of);
  const [first, second] = run.hots;
  const circuits = work.circuits.map(({ id }) => ({ value: id, label: nameOfCircuit(work, id) }));
  const guards = faces
    .filter(guardsOthers)
    .map(({ key, title }) => ({ value: key, label: `${title}, LOAD` }));
  const chains = [...new Set(['way-1', ...work.devices.flatMap(({ chain }) => chain ?? [])])].map(
    (value) => ({
      value,
      label: `three-way ${value.slice(4)}`,
    }),
  );
  const twoPole = work.circuits.some(({ partner }) => partner !== undefined);
  const takes = run.does === 'out' || run.does === 'leg' || run.does === 'loop-in';
  return (
    <View className="gap-2 rounded-card border border-hair bg-sheet p-3" role="group" aria-label={line.name}>
      <Words strong>{`${line.name}, ${insulated} insulated`}</Words>
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
              guards: undefined,
              doubled: undefined,
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
      {run.does === 'feed' && (insulated > 2 || run.doubled) && (
        <Choice
          title={insulated > 2 ? 'Its red is' : 'Its white is'}
          options={[
            ...circuits.filter(({ value }) => value !== run.circuits[0]),
            ...(insulated > 2 ? [{ value: 'switched', label: 'switched elsewhere' }] : []),
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
      {(run.does === 'feed' || run.does === 'out' || run.does === 'leg') && twoPole && (
        <Choice
          title="It carries"
          options={[
            { value: false, label: '120 V' },
            { value: true, label: '240 V, two hots' },
          ]}
          value={run.doubled === true}
          always
          onChoose={(doubled) => onRun({ doubled: doubled ? true : undefined })}
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
      {takes && first !== undefined && (insulated > 2 || run.doubled) && (
        <Choice
          title={insulated > 2 ? 'Its red' : 'Its white, marked'}
          options={hots.filter(({ value }) => value !== first)}
          value={second}
          onChoose={(hot) => onRun({ hots: hot === undefined ? [first] : [first, hot] })}
        />
      )}
      {(run.does === 'out' || run.does === 'leg') && guards.length > 0 && (
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
            options={[1, 2, 3, 4]
              .filter((value) => value <= (line.item.kind === 'conductors' ? line.item.count : 0) + free)
              .map((value) => ({ value, label: String(value) }))}
            value={run.wires ?? 2}
            always
            onChoose={(wires) => onRun({ wires })}
          />
          {line.item.count > (run.wires ?? 2) && (
            <Button label="Another set in this raceway" onPress={() => onRun({ wires: run.wires ?? 2 })} />
          )}
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
