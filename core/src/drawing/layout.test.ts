/** The drawing over all layouts: nothing lies on anything else, and few lines cross, counted by another way. */
import { editionOf } from '../edition/index.ts';
import { LAYOUTS } from '../tests/harder-layouts.ts';
import { linesOf } from '../plan/ends.ts';
import { facesOf } from '../plan/faces.ts';
import { type Drawing, drawWiring, MEASURES } from './layout.ts';
import { synthesise } from '../plan/synthesise.ts';
import { note } from '../tests/note.ts';

const nec = editionOf('nec2023');
const drawingOf = ({ box, work }: (typeof LAYOUTS)[number]) =>
  drawWiring(linesOf(box, work), facesOf(box, work), synthesise(box, work, nec).wiring);

/** Crossings by the drawn places: two lines of a side cross where their ends are in opposite order. */
function crossingsDrawn({ paths }: Drawing): number {
  let count = 0;
  for (const [nth, one] of paths.entries())
    for (const other of paths.slice(nth + 1))
      if (one.side === other.side && (one.from - other.from) * (one.to - other.to) < 0) count += 1;
  return count;
}

test.each(LAYOUTS.map((one) => [one.name, one] as const))(
  '%s: nothing overlaps, every end is drawn once',
  (_name, layout) => {
    const drawing = drawingOf(layout);
    const { wiring } = synthesise(layout.box, layout.work, nec);
    const apart = (all: readonly { top: number; height: number }[]) => {
      const sorted = [...all].sort((a, b) => a.top - b.top);
      for (const [nth, one] of sorted.entries()) {
        const next = sorted[nth + 1];
        if (next) expect(one.top + one.height).toBeLessThanOrEqual(next.top);
        expect(one.top).toBeGreaterThanOrEqual(0);
        expect(one.top + one.height).toBeLessThanOrEqual(drawing.height);
      }
    };
    const on = (side: string) => drawing.cables.filter((cable) => cable.side === side);
    apart(on('left'));
    apart([...on('right'), ...drawing.devices]);
    apart(drawing.joints.map(({ y }) => ({ top: y - MEASURES.joint / 2, height: MEASURES.joint })));
    const wires = linesOf(layout.box, layout.work).flatMap((line) => line.wires.map(({ id }) => id));
    const drawn = drawing.paths.filter(({ outer }) => outer.startsWith('w:')).map(({ outer }) => outer);
    expect(drawn.sort()).toEqual(wires.sort());
    const leads = wiring.joints.flatMap(({ ends }) => ends).filter((end) => end.startsWith('t:')).length;
    expect(drawing.paths.length - drawn.length).toBe(wiring.lands.length + leads);
    expect(drawing.crossings).toBe(crossingsDrawn(drawing));
  },
);

function* orders<T>(list: readonly T[]): Generator<T[]> {
  if (list.length < 2) yield [...list];
  for (const [nth, one] of list.entries())
    for (const rest of orders(list.filter((_, at) => at !== nth))) yield [one, ...rest];
}

/**
 * The fewest crossings of any drawing with cables in one piece, found by trying every order: within a block
 * the conductors stand in the order of the middle, so only blocks of one side cross one another.
 */
function fewest({ cables, devices, paths, joints, jumpers }: Drawing): number | undefined {
  const middles = [...new Set(paths.map(({ joint, end }) => joint ?? end))];
  const blocks = [
    ...cables.map(({ wires }) => ({ free: true, slots: wires.map(({ wire }) => wire.id) })),
    ...devices.map(({ terminals }) => ({ free: false, slots: terminals.map(({ terminal }) => terminal.id) })),
  ].filter(({ slots }) => slots.length > 0);
  if (middles.length > 5 || blocks.length > 4 || jumpers.length > 0 || joints.length > 5) return undefined;
  const free = blocks.filter((block) => block.free).length;
  let best = Infinity;
  for (const order of orders(middles)) {
    const at = (slot: string) =>
      paths.filter(({ outer }) => outer === slot).map(({ joint, end }) => order.indexOf(joint ?? end));
    const places = blocks.map(({ slots }) => slots.flatMap(at));
    const between = (above: readonly number[], below: readonly number[]) =>
      above.reduce((sum, one) => sum + below.filter((other) => other < one).length, 0);
    const side = (own: readonly number[][]) => {
      let least = own.length < 2 ? 0 : Infinity;
      for (const stacked of orders(own)) {
        let sum = 0;
        stacked.forEach((above, nth) =>
          stacked.slice(nth + 1).forEach((below) => (sum += between(above, below))),
        );
        least = Math.min(least, sum);
      }
      return least;
    };
    for (let bits = 0; bits < 2 ** free; bits += 1) {
      let nth = 0;
      const onLeft = blocks.map((block) => block.free && ((bits >> nth++) & 1) === 1);
      best = Math.min(
        best,
        side(places.filter((_, at2) => onLeft[at2])) + side(places.filter((_, at2) => !onLeft[at2])),
      );
    }
  }
  return best;
}

test('no line crosses that could be kept from it: small layouts against every order there is', () => {
  const told = LAYOUTS.flatMap((layout) => {
    const drawing = drawingOf(layout);
    const least = fewest(drawing);
    return least === undefined ? [] : [[layout.name, drawing.crossings, least] as const];
  });
  expect(told.length).toBeGreaterThan(15);
  for (const [name, ours, least] of told) expect([name, ours]).toEqual([name, least]);
});

test('few lines cross, over all layouts', () => {
  const all = LAYOUTS.map((layout) => [layout.name, drawingOf(layout).crossings] as const);
  const some = all.filter(([, crossings]) => crossings > 0);
  const sum = all.reduce((total, [, crossings]) => total + crossings, 0);
  note(
    `Crossings: ${sum} over ${all.length} layouts, ${all.length - some.length} without any. ${some.map(([name, count]) => `${name}: ${count}`).join('; ')}`,
  );
  expect(sum).toBeLessThanOrEqual(390);
});
