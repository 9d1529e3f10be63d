/** What comes into a box with a source behind it, or is made in it. */
import type { WorkPlan } from '../box/work.ts';
import { givenBy } from '../physical/hot.ts';
import { constantHot, guardedHot, guardOfHot, type Line } from './ends.ts';
import type { Face } from './faces.ts';
import { isNeutral, printSignal, readSignal, type Signal } from './signal.ts';

/** Whether a run brings the neutral of its circuit from the panel’s side. */
function bringsNeutral({ run, wires }: Line): boolean {
  if (run.does === 'feed') return true;
  const white = wires.some(({ signal }) => isNeutral(signal));
  if (run.does === 'loop-in') return white;
  // The neutral comes from where the supply comes.
  return run.does === 'travelers' && (run.leads === 'line') === (run.third !== 'supply') && white;
}

const given = (by: string) => printSignal({ kind: 'switched', by });

/** What a device gives: its switched hots, by signal. */
export function givenOf({ key, kind, work, terminals }: Face): Signal[] {
  const meant = kind.meant(work);
  const own = terminals.flatMap(({ name }) => {
    const one = meant[name];
    return one?.is === 'given' ? [given(givenBy(key, one.half))] : [];
  });
  const chained = terminals.some(({ name }) => meant[name]?.is === 'common');
  return chained && work.chain !== undefined && work.end !== 'line' ? [given(work.chain)] : own;
}

/** Signals that come into the box with a source behind them. */
export function sourcesOf(lines: readonly Line[], faces: readonly Face[], work: WorkPlan): Set<Signal> {
  const there = new Set<Signal>();
  for (const line of lines) {
    const { run, wires } = line;
    const brings = (signal: Signal) => {
      if (wires.some((wire) => wire.signal === signal)) there.add(signal);
    };
    const [circuit = 'a'] = run.circuits;
    if (run.does === 'feed') for (const { signal } of wires) there.add(signal);
    if (run.does === 'loop-in') brings(constantHot(circuit));
    if (run.does === 'loop-out') there.add(given(run.of));
    if (run.does === 'travelers' && run.chain !== undefined) {
      for (const { signal } of wires) if (readSignal(signal).kind === 'traveler') there.add(signal);
      if (run.third === 'supply' && run.leads === 'load')
        brings(guardedHot(circuit, guardOfHot(work, run.chain)));
      if (run.third === 'return' && run.leads === 'load') there.add(given(run.chain));
    }
    if (bringsNeutral(line)) for (const { signal } of wires) if (isNeutral(signal)) there.add(signal);
  }
  for (const face of faces) {
    for (const signal of givenOf(face)) there.add(signal);
    for (const { signal } of face.terminals)
      if (signal !== undefined) {
        const read = readSignal(signal);
        if (read.kind === 'guarded' && read.of === face.key) there.add(signal);
      }
  }
  return there;
}
