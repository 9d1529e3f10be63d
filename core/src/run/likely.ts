/** Which cable of a house leads to which, as far as what is written of them speaks for it. */
import type { Link } from '../box/links.ts';
import type { HouseBox, RunEnd } from './house.ts';
import type { HouseRun } from './run.ts';

/** Ends that lead somewhere and are not linked yet, box by box. */
export function openEnds(run: HouseRun, links: readonly Link[]): RunEnd[] {
  const taken = new Set(
    links.flatMap(({ from, to }) => [from, ...(typeof to === 'string' ? [] : [to])]).map(key),
  );
  return run.house.flatMap(({ ends }) => ends.filter((end) => !taken.has(key(end))));
}

const key = ({ box, piece }: { readonly box: string; readonly piece: string }) => `${box}/${piece}`;

/** An end with what is compared of it. */
interface Compared {
  readonly end: RunEnd;
  /** Words of its label. */
  readonly label: ReadonlySet<string>;
  /** Words of its box’s name and room. */
  readonly place: readonly string[];
  readonly room: string;
}

const words = (text: string): readonly string[] => text.toLowerCase().match(/[\p{L}\d]{4,}/gu) ?? [];

function compared(house: readonly HouseBox[], ends: readonly RunEnd[]): Compared[] {
  const places = new Map(
    house.map((box) => [box.id, { box, words: [...words(box.name), ...words(box.room)] }]),
  );
  return ends.map((end) => {
    const there = places.get(end.box);
    return {
      end,
      label: new Set(words(end.item.label ?? '')),
      place: there?.words ?? [],
      room: there?.box.room ?? '',
    };
  });
}

const isOneCable = (a: RunEnd, b: RunEnd) =>
  a.item.size === b.item.size && a.item.conductors === b.item.conductors;
/** Whether the label of a cable names a box or its room: “to porch”, and a box in the porch. */
const speaks = ({ label }: Compared, { place }: Compared) => place.some((one) => label.has(one));

/** How much speaks for two ends being one cable. Weights: common practice, no source. */
function pointsOf(a: Compared, b: Compared): number {
  let points = isOneCable(a.end, b.end) ? 4 : 0;
  if (a.end.item.make === b.end.item.make) points += 1;
  if (a.end.way !== undefined && b.end.way !== undefined) points += a.end.way === b.end.way ? -4 : 3;
  if (a.end.does === 'travelers' && b.end.does === 'travelers') points += 4;
  if (a.end.circuits.some((one) => b.end.circuits.includes(one))) points += 3;
  else if (a.end.circuits.length > 0 && b.end.circuits.length > 0) points -= 4;
  if (speaks(a, b) || speaks(b, a)) points += 6;
  if (a.room !== '' && a.room === b.room) points += 1;
  return points;
}

/** Ends that a cable may well lead to, the likeliest first: free, in another box. */
export function likelyEnds(run: HouseRun, end: RunEnd, links: readonly Link[]): RunEnd[] {
  const [mine] = compared(run.house, [end]);
  if (!mine) return [];
  return compared(run.house, openEnds(run, links))
    .filter(({ end: other }) => other.box !== end.box && other.does !== 'spare')
    .map((other, nth) => ({ other: other.end, nth, points: pointsOf(mine, other) }))
    .sort((a, b) => b.points - a.points || a.nth - b.nth)
    .map(({ other }) => other);
}

/** From so many points on a likely end is offered by itself: it fits, leads the right way, and something more speaks for it. */
const SPEAKS = 10;
/** Of more open ends than that none is offered by itself: a house is linked room by room. */
const COMPARED_MOST = 600;

/** Pairs of ends that may well be one cable: each is the likeliest for the other, and no other is as likely. */
export function likelyPairs(run: HouseRun, links: readonly Link[]): (readonly [RunEnd, RunEnd])[] {
  const open = openEnds(run, links).filter(({ does }) => does !== 'spare');
  if (open.length > COMPARED_MOST) return [];
  const all = compared(run.house, open);
  const best = all.map((one) => {
    let [first, most, second] = [-1, 0, 0];
    all.forEach((other, nth) => {
      if (other.end.box === one.end.box) return;
      const points = pointsOf(one, other);
      if (points > most) [first, most, second] = [nth, points, most];
      else if (points > second) second = points;
    });
    return most >= SPEAKS && most > second ? first : -1;
  });
  return all.flatMap(({ end }, nth) => {
    const to = best[nth] ?? -1;
    const other = all[to]?.end;
    if (!other || to < nth || best[to] !== nth) return [];
    // One cable is the same at both ends.
    return isOneCable(end, other) ? [[end, other] as const] : [];
  });
}
