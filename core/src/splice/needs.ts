/**
 * What stands in the way of a plan: a device without a feed, a neutral that is not in the box, two circuits
 * on one neutral. Each in words, with what can be done. A plan with one of these is never shown as good.
 */
import type { BoxDocument } from '../box/document.ts';
import type { WorkPlan } from '../box/work.ts';
import { SMALLEST_CONDUCTOR } from '../check/circuit-conductor.ts';
import { circuitOf, conductorsNeeded, type Line, linesOf, neutralOf } from './ends.ts';
import { type Face, facesOf, RECEPTACLES, SINGLE_POLE, takesNeutral } from './faces.ts';

export interface Obstacle {
  readonly code: string;
  /** One plain sentence, and what the options are. */
  readonly words: string;
  readonly section: string;
  /** Pieces it is about. */
  readonly of: readonly string[];
}

const OWN = 'common practice';

export const nameOfCircuit = (work: WorkPlan, id: string): string => {
  const name = work.circuits.find((one) => one.id === id)?.name;
  return name ? `circuit ${name}` : `circuit ${id.toUpperCase()}`;
};

/** Whether a run brings the neutral of its circuit from the panel’s side. */
function bringsNeutral({ run, wires }: Line): boolean {
  if (run.does === 'feed') return true;
  const white = wires.some(({ signal }) => signal.startsWith('N:'));
  if (run.does === 'loop-in') return white;
  return run.does === 'travelers' && run.leads === 'line' && white;
}

/** Signals that come into the box with a source behind them. */
function sourced(lines: readonly Line[], faces: readonly Face[], work: WorkPlan): Set<string> {
  const there = new Set<string>();
  for (const line of lines) {
    const { run, wires } = line;
    const brings = (signal: string) => wires.some((wire) => wire.signal === signal) && there.add(signal);
    if (run.does === 'feed') for (const { signal } of wires) there.add(signal);
    if (run.does === 'loop-in') brings(`H:${run.circuits[0] ?? 'a'}`);
    if (run.does === 'loop-out') there.add(`S:${run.of}`);
    if (run.does === 'travelers' && run.chain !== undefined) {
      for (const { signal } of wires) if (signal.startsWith('T')) there.add(signal);
      if (run.third === 'supply' && run.leads === 'load') brings(`H:${run.circuits[0] ?? 'a'}`);
      if (run.third === 'return' && run.leads === 'load') there.add(`S:${run.chain}`);
    }
    if (bringsNeutral(line)) for (const { signal } of wires) if (signal.startsWith('N:')) there.add(signal);
  }
  for (const { key, item, work: device } of faces) {
    if (SINGLE_POLE.includes(item.device)) there.add(`S:${key}`);
    if (item.device === 'combo') {
      there.add(`S:${key}`);
      if (device.second !== 'receptacle') there.add(`S:${key}.2`);
    }
    if (item.device === '3way' && device.chain !== undefined && device.end !== 'line')
      there.add(`S:${device.chain}`);
    if (item.device === 'gfci') there.add(`PH:${key}`).add(`PN:${key}`);
  }
  return there;
}

/** Every obstacle of a box, worst first. */
export function obstaclesOf(box: BoxDocument, work: WorkPlan): Obstacle[] {
  const lines = linesOf(box, work);
  const faces = facesOf(box, work);
  const there = sourced(lines, faces, work);
  const found: Obstacle[] = [];
  const add = (code: string, words: string, of: readonly string[], section = OWN) =>
    void found.push({ code, words, section, of });

  const known = new Set([...lines.map(({ key }) => key), ...faces.map(({ key }) => key)]);
  for (const { of } of [...work.runs, ...work.devices])
    if (!known.has(of))
      add('unknown-piece', `“${of}” is not in the box any more: say anew what the box does.`, [of]);

  for (const { id, breaker } of work.circuits) {
    const feeds = lines.filter(({ run }) => run.does === 'feed' && run.circuits.includes(id));
    if (feeds.length > 1)
      add(
        'two-feeds',
        `Two cables are called the feed of ${nameOfCircuit(work, id)}: joined, they would close a loop or meet two breakers. One of them is a feed-out, or another circuit.`,
        feeds.map(({ key }) => key),
      );
    if (breaker === undefined) continue;
    const least = SMALLEST_CONDUCTOR.value[breaker];
    for (const line of lines)
      if (
        line.run.does !== 'spare' &&
        line.item.kind !== 'fixture' &&
        line.wires.some(({ size, signal }) => signal !== 'G' && size > least) &&
        [...line.run.circuits, ...line.run.hots.map((ref) => circuitOf(work, ref))].includes(id)
      )
        add(
          'thin-conductor',
          `${line.quoted}: ${line.item.kind === 'barrier' ? '' : 'size' in line.item ? line.item.size : ''} AWG on the ${breaker} A breaker of ${nameOfCircuit(work, id)} wants ${least} AWG: a smaller breaker, or larger cable.`,
          [line.key],
          SMALLEST_CONDUCTOR.section,
        );
  }

  for (const line of lines) {
    const { run, wires, key } = line;
    if (run.does === 'spare') continue;
    const insulated = wires.filter(({ colour }) => colour !== 'bare' && colour !== 'green').length;
    const needed = conductorsNeeded(run, work);
    if (insulated < needed)
      add(
        'few-conductors',
        `${line.quoted} has ${insulated} insulated conductors and must carry ${needed}: run a cable with more.`,
        [key],
      );
    if ((run.does === 'out' || run.does === 'leg' || run.does === 'loop-in') && run.hots.length === 0)
      add(
        'no-hot',
        `${line.quoted}: say ${run.does === 'loop-in' ? 'which switch here sends its hot back to the light' : 'what feeds or switches it'}.`,
        [key],
      );
    if (run.does === 'travelers' && (run.chain === undefined || run.leads === undefined))
      add(
        'loose-travelers',
        `${line.quoted}: say which three-way chain it belongs to and which way it leads.`,
        [key],
      );
    const [first, second] = run.hots;
    if (first !== undefined && second !== undefined && (run.does === 'out' || run.does === 'leg')) {
      const circuits = [circuitOf(work, first), circuitOf(work, second)];
      const neutrals = circuits.map((id) => (id === undefined ? undefined : neutralOf(work, id)));
      if (neutrals[0] !== neutrals[1] && insulated < 4)
        add(
          'shared-neutral',
          `${line.quoted} would put two circuits on one neutral: neutrals of different circuits are never joined, even if they meet at the panel. Run two cables, one with two neutrals, or make it a multiwire circuit on one two-pole breaker.`,
          [key],
          '300.13(B), 210.4',
        );
    }
    for (const wire of wires) {
      if (there.has(wire.signal) || wire.signal === 'cap' || wire.signal === 'G') continue;
      if (wire.signal.startsWith('N:'))
        add(
          'no-neutral',
          `${line.quoted} needs the neutral of ${nameOfCircuit(work, wire.signal.slice(2))} and none comes into the box. Run a cable that brings it, or feed it from a box that has it. The ground is never a neutral.`,
          [key],
          '404.2(C), 250.6',
        );
      else
        add(
          'no-source',
          `${line.quoted}: nothing in the box gives what its ${wire.colour} must carry (${sayHot(wire.signal, work, faces)}).`,
          [key],
        );
    }
  }

  for (const item of box.items) {
    if (item.kind !== 'conductors' || item.run !== 'enters') continue;
    const mine = lines.filter(({ item: of }) => of.id === item.id);
    const said = mine.reduce(
      (sum, { run }) => sum + (run.does === 'spare' ? item.count : (run.wires ?? 2)),
      0,
    );
    if (said !== item.count && !mine.some(({ run }) => run.does === 'spare'))
      add(
        'raceway',
        `Of the ${item.count} conductors of the raceway ${said} are spoken for: say what each pair or three of them does.`,
        mine.map(({ key }) => key),
      );
  }
  const used = new Set(lines.flatMap(({ wires }) => wires.map(({ signal }) => signal)));
  const landed = new Set(
    faces.flatMap(({ terminals }) =>
      terminals.filter(({ name }) => !/^load/.test(name)).map(({ signal }) => signal),
    ),
  );
  for (const { key, item, terminals, title, work: device } of faces) {
    const name = title.charAt(0).toUpperCase() + title.slice(1);
    const ways = RECEPTACLES.includes(item.device)
      ? 'run a cable that brings it, or feed the outlet from another box'
      : 'choose one made to work without a neutral, run a cable that brings it, or feed the box anew';
    for (const { signal } of terminals) {
      if (signal === undefined || signal === 'G' || there.has(signal)) continue;
      // The second hot of a circuit without a partner is told below.
      if (/^H:[a-f]2$/.test(signal)) continue;
      if (signal.startsWith('H:'))
        add(
          'no-feed',
          `${name} has no feed: no cable brings the hot of ${nameOfCircuit(work, signal.slice(2))} here.`,
          [key],
        );
      else if (signal.startsWith('N:'))
        add(
          'no-neutral',
          `${name} needs the neutral of ${nameOfCircuit(work, signal.slice(2))}, and none comes into the box: ${ways}. The ground is never a neutral.`,
          [key],
          '404.2(C), 250.6',
        );
      else if (signal.startsWith('S:'))
        add('no-source', `${name}: nothing gives ${sayHot(signal, work, faces)}.`, [key]);
    }
    if (item.device === '3way' || item.device === '4way') {
      if (device.chain === undefined)
        add('no-chain', `${name}: say with which other switches it works.`, [key]);
      const runs = work.runs.filter((run) => run.does === 'travelers' && run.chain === device.chain);
      const others = work.devices.filter((one) => one.chain === device.chain && one.of !== key);
      if (item.device === '3way' && device.chain !== undefined) {
        if (device.end === undefined)
          add('no-end', `${name}: say whether its common takes the hot or goes to the load.`, [key]);
        if (runs.length + others.length !== 1)
          add(
            'travelers',
            `${name} wants one pair of travelers to the next switch; there are ${runs.length}.`,
            [key],
          );
      }
      if (item.device === '4way' && (runs.length !== 2 || new Set(runs.map(({ leads }) => leads)).size !== 2))
        add(
          'travelers',
          `${name} wants two pairs of travelers, one from the line’s side and one toward the load.`,
          [key],
        );
    }
    const gives = SINGLE_POLE.includes(item.device) || item.device === 'combo' ? [`S:${key}`] : [];
    if (item.device === 'combo' && device.second !== 'receptacle') gives.push(`S:${key}.2`);
    if (item.device === '3way' && device.chain !== undefined && device.end === 'load')
      gives.push(`S:${device.chain}`);
    for (const signal of gives)
      if (!used.has(signal) && !landed.has(signal))
        add(
          'controls-nothing',
          `${name} controls nothing: no cable or outlet takes ${/\.\d+\.2$/.test(signal) ? 'what its second half gives' : 'what it gives'}.`,
          [key],
        );
    if (
      SINGLE_POLE.includes(item.device) &&
      takesNeutral(item, device) &&
      !there.has(neutralOf(work, device.circuit))
    )
      continue;
    if (RECEPTACLES.includes(item.device) && (item.device === 'range' || item.device === 'dryer')) {
      const partner = work.circuits.some((one) =>
        one.id === device.circuit ? one.partner !== undefined : one.partner === device.circuit,
      );
      if (!partner)
        add('one-hot', `${name} needs both hots of a two-pole breaker: give its circuit a partner.`, [key]);
    }
  }
  return found.filter(
    (one, nth) => found.findIndex((other) => other.code === one.code && other.words === one.words) === nth,
  );
}

/** A hot in words. */
export function sayHot(signal: string, work: WorkPlan, faces: readonly Face[]): string {
  const [kind = '', ref = ''] = signal.split(/:(.*)/s);
  if (kind === 'H') return `the hot of ${nameOfCircuit(work, ref)}`;
  if (kind === 'N') return `the neutral of ${nameOfCircuit(work, ref)}`;
  if (kind === 'G') return 'the grounds';
  if (kind === 'cap') return 'capped, nothing to carry';
  if (kind === 'PH' || kind === 'PN')
    return `the protected ${kind === 'PH' ? 'hot' : 'neutral'} of the ${faces.find(({ key }) => key === ref)?.title ?? 'GFCI'}`;
  if (kind === 'T1' || kind === 'T2')
    return `traveler ${kind.slice(1)} of ${ref.split(':')[0]?.replace('way-', 'chain ')}`;
  if (ref.startsWith('way-')) return `what ${ref.replace('way-', 'three-way chain ')} gives`;
  const second = ref.endsWith('.2') && ref.split('.').length === 3;
  const face = faces.find(({ key }) => key === (second ? ref.slice(0, -2) : ref));
  return face ? `switched by the ${face.title}${second ? ', second half' : ''}` : 'a hot switched elsewhere';
}
