/** What is asked of one cable, a question each: every one knows for itself whether it is asked. */
import { type Run, RUN_WORDS, type RunKind, type WorkPlan } from '@dense-pack/core/box/work';
import { nameOfCircuit } from '@dense-pack/core/physical/circuits';
import type { Line } from '@dense-pack/core/plan/ends';
import type { Face } from '@dense-pack/core/plan/faces';
import type { ComponentType } from 'react';
import { Choice, wordOptions } from '../../parts/Choice';
import { Button } from '../../parts/Press';
import { guardsOthers } from './DeviceSetup';
import { hotOptions } from './hot-options';
import { begun } from './run-begun';

export interface AskedProps {
  readonly line: Line;
  readonly work: WorkPlan;
  readonly faces: readonly Face[];
  /** Its insulated conductors. */
  readonly insulated: number;
  /** Conductors of its size in raceways that nothing is told of. */
  readonly free: number;
  readonly onRun: (change: Partial<Record<keyof Run, unknown>>) => void;
  /** Brings another circuit into the box and says what the cable does with it; undefined where six are there. */
  readonly onCircuit: ((use: (id: string) => Partial<Record<keyof Run, unknown>>) => void) | undefined;
}

const ANOTHER = { value: 'another', label: 'another circuit' };

/** Words short enough for two rows under the drawing. */
const RUN_CHIPS: Readonly<Record<RunKind, string>> = {
  ...RUN_WORDS,
  leg: 'to a load',
  'loop-out': 'to a switch',
  'loop-in': 'from a light',
};

const isOne = (does: RunKind, ...of: RunKind[]) => of.includes(does);
const circuitsIn = (work: WorkPlan) =>
  work.circuits.map(({ id }) => ({ value: id, label: nameOfCircuit(work, id) }));

function WhatItIs({ line: { item, run }, insulated, onRun }: AskedProps) {
  if (item.kind === 'fixture') return null;
  return (
    <Choice
      title="It is"
      options={wordOptions(RUN_CHIPS)}
      value={run.does}
      always
      even
      onChoose={(does) => does !== undefined && onRun(begun(does, insulated))}
    />
  );
}

function ItsCircuit({ line: { run }, work, onRun, onCircuit }: AskedProps) {
  if (!isOne(run.does, 'feed', 'loop-in', 'travelers')) return null;
  if (run.does !== 'feed' && work.circuits.length < 2) return null;
  const use = (id: string) => ({ circuits: [id, ...run.circuits.slice(1).filter((one) => one !== id)] });
  return (
    <Choice
      title="Circuit"
      options={[...circuitsIn(work), ...(onCircuit ? [ANOTHER] : [])]}
      value={run.circuits[0]}
      always
      onChoose={(id) => (id === 'another' ? onCircuit?.(use) : onRun(use(id ?? 'a')))}
    />
  );
}

function SecondOfFeed({ line: { run }, work, insulated, onRun, onCircuit }: AskedProps) {
  if (run.does !== 'feed' || (insulated <= 2 && !run.doubled)) return null;
  return (
    <Choice
      title={insulated > 2 ? 'Its red is' : 'Its white is'}
      options={[
        ...circuitsIn(work).filter(({ value }) => value !== run.circuits[0]),
        ...(insulated > 2 ? [{ value: 'switched', label: 'switched elsewhere' }] : []),
        ...(onCircuit ? [{ ...ANOTHER, label: 'a second circuit' }] : []),
      ]}
      value={run.switched ? 'switched' : run.circuits[1]}
      onChoose={(value) =>
        value === 'another'
          ? onCircuit?.((id) => ({ switched: undefined, circuits: [run.circuits[0] ?? 'a', id] }))
          : onRun({
              switched: value === 'switched' ? true : undefined,
              circuits: [
                run.circuits[0] ?? 'a',
                ...(value === undefined || value === 'switched' ? [] : [value]),
              ],
            })
      }
    />
  );
}

function Volts({ line: { run }, work, onRun }: AskedProps) {
  const twoPole = work.circuits.some(({ partner }) => partner !== undefined);
  if (!isOne(run.does, 'feed', 'out', 'leg') || !twoPole) return null;
  return (
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
  );
}

function ItsHots({ line: { run }, work, faces, insulated, onRun }: AskedProps) {
  if (!isOne(run.does, 'out', 'leg', 'loop-in')) return null;
  const hots = hotOptions(work, faces, run.of);
  const [first, second] = run.hots;
  return (
    <>
      <Choice
        title={run.does === 'out' ? 'Its black is' : 'Switched by'}
        options={hots}
        value={first}
        always
        onChoose={(hot) =>
          onRun({ hots: hot === undefined ? [] : [hot, ...(second === undefined ? [] : [second])] })
        }
      />
      {first !== undefined && (insulated > 2 || run.doubled) && (
        <Choice
          title={insulated > 2 ? 'Its red' : 'Its white, marked'}
          options={hots.filter(({ value }) => value !== first)}
          value={second}
          onChoose={(hot) => onRun({ hots: hot === undefined ? [first] : [first, hot] })}
        />
      )}
    </>
  );
}

function ItsGuard({ line: { run }, faces, onRun }: AskedProps) {
  const guards = faces
    .filter(guardsOthers)
    .map(({ key, title }) => ({ value: key, label: `${title}, LOAD` }));
  if (!isOne(run.does, 'out', 'leg') || guards.length === 0) return null;
  return (
    <Choice title="Protected by" options={guards} value={run.guard} onChoose={(guard) => onRun({ guard })} />
  );
}

function OfTheRaceway({ line: { item, run }, free, onRun }: AskedProps) {
  if (item.kind !== 'conductors' || run.does === 'spare') return null;
  const taken = run.wires ?? 2;
  return (
    <>
      <Choice
        title="Conductors of the raceway"
        options={[1, 2, 3, 4]
          .filter((value) => value <= item.count + free)
          .map((value) => ({ value, label: String(value) }))}
        value={taken}
        always
        onChoose={(wires) => onRun({ wires })}
      />
      {item.count > taken && (
        <Button label="Another set in this raceway" onPress={() => onRun({ wires: taken })} />
      )}
    </>
  );
}

function ItsTravelers({ line: { run }, work, insulated, onRun }: AskedProps) {
  if (run.does !== 'travelers') return null;
  const chains = [...new Set(['way-1', ...work.devices.flatMap(({ chain }) => chain ?? [])])];
  return (
    <>
      <Choice
        title="Chain"
        options={chains.map((value) => ({ value, label: `three-way ${value.slice(4)}` }))}
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
  );
}

/** Every question, in the order they are asked. */
export const QUESTIONS: readonly ComponentType<AskedProps>[] = [
  WhatItIs,
  ItsCircuit,
  SecondOfFeed,
  Volts,
  ItsHots,
  ItsGuard,
  OfTheRaceway,
  ItsTravelers,
];
