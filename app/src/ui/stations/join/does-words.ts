/** What a cable or a device does, in a few words, for the list beside the drawing. */
import { RUN_WORDS, secondHalf, type WorkPlan } from '@dense-pack/core/box/work';
import { nameOfCircuit } from '@dense-pack/core/physical/circuits';
import type { Line } from '@dense-pack/core/plan/ends';
import type { Face } from '@dense-pack/core/plan/faces';
import { hotOptions } from './hot-options';

const listed = (words: readonly string[]) => words.join(' and ');

/** `feed, circuit 4`; `to a light or load, by switch 1`. */
export function runWords({ run, name }: Line, work: WorkPlan, faces: readonly Face[]): string {
  const hots = hotOptions(work, faces, run.of);
  const nameOf = (hot: string) => hots.find(({ value }) => value === hot)?.label ?? 'what is not in the box';
  const guard = faces.find(({ key }) => key === run.guard);
  const words: string[] = [RUN_WORDS[run.does]];
  if (run.does === 'feed' && work.circuits.length > 1)
    words.push(listed(run.circuits.map((id) => nameOfCircuit(work, id))));
  if (run.does === 'leg' || run.does === 'loop-in')
    words.push(run.hots.length === 0 ? 'by which switch?' : `by ${listed(run.hots.map(nameOf))}`);
  if (run.does === 'out' && run.hots.some((hot) => hot !== 'a')) words.push(listed(run.hots.map(nameOf)));
  if (run.does === 'travelers') words.push(`toward the ${run.leads === 'line' ? 'feed' : 'light'}`);
  if (guard) words.push(`protected by the ${guard.title}`);
  // A cable without a label is called by what it does: that is not said twice.
  const said = words.filter((one, nth) => nth > 0 || !name.endsWith(one));
  return said.join(', ');
}

/** `on circuit 4`; `upper half by switch 1`. */
export function deviceWords({ key, work: device }: Face, work: WorkPlan, faces: readonly Face[]): string {
  const hots = hotOptions(work, faces);
  const nameOf = (hot: string) => hots.find(({ value }) => value === hot)?.label ?? hot;
  const guard = faces.find((one) => one.key === device.guard);
  const words: string[] = [];
  if (device.chain !== undefined) words.push(`three-way ${device.chain.slice(4)}`);
  if (device.end !== undefined)
    words.push(device.end === 'line' ? 'its common takes the hot' : 'its common goes to the light');
  if (device.halves)
    words.push(...device.halves.map((hot, nth) => `${nth === 0 ? 'upper' : 'lower'} half ${nameOf(hot)}`));
  const switches = work.runs.filter(({ hots: taken }) =>
    taken.some((hot) => hot === key || hot === secondHalf(key)),
  ).length;
  if (switches > 0) words.push(switches === 1 ? 'switches one cable' : `switches ${switches} cables`);
  if (guard) words.push(`protected by the ${guard.title}`);
  if (words.length === 0) words.push(`on ${nameOfCircuit(work, device.circuit)}`);
  return words.join(', ');
}
