/** What helps a box to fold is tried by the same folding; the drawings say what they show (docs/trade.md#folding: common practice). */
import { gangsOf } from '../box/gangs.ts';
import { editionOf } from '../edition/index.ts';
import { planBox } from '../plan/planned.ts';
import { workOf } from '../plan/suggest.ts';
import { readCountLine } from '../shorthand/read.ts';
import { foldFront, foldSide, openedOf, tailsOf, turnedBox } from '../sheet/fold-picture.ts';
import { foldBox } from './fold.ts';
import { helpsOf, isBetter, withSmartSwitches } from './help.ts';

const nec = editionOf('nec2023');
const of = (line: string) => {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  const planned = planBox(read.box, workOf(read.box), nec);
  const fold = foldBox(read.box, nec, planned);
  return { box: read.box, planned, fold, helps: helpsOf(read.box, nec, planned, fold) };
};
const SMART = '44 in3 plastic 3-gang, 14/2 feed, 14/2 out, 3x 14/2 leg, 3x smart';

test('every help is better than what is, and the best stands first', () => {
  const { fold, helps } = of(SMART);
  expect(fold.fits).toBe('tight');
  expect(helps.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['deeper', 'extender', 'flat']));
  for (const help of helps) expect(isBetter(help.fold, fold)).toBe(true);
  helps.slice(1).forEach((help, nth) => {
    const before = helps[nth];
    expect(before && isBetter(help.fold, before.fold)).toBe(false);
  });
});

test('connectors that find no place as they are find one as levers, if anything does', () => {
  const { fold, helps } = of('measured 2.125 x 3 x 2, 12/2 feed, 2x 12/2 out, 12/2 leg, gfci');
  expect(fold.fits).toBe('no');
  const best = helps[0];
  expect(best && ['yes', 'tight']).toContain(best?.fold.fits);
});

test('nothing is offered where nothing is known', () => {
  expect(of('14/2 feed, switch').helps).toEqual([]);
});

test('a deeper device in place of each switch, one day', () => {
  const { box, planned, fold } = of('18 in3 plastic, 14/2 feed, 14/2 leg, switch');
  const later = withSmartSwitches(box);
  expect(gangsOf(later).map(({ item }) => [item.device, item.depth])).toEqual([['smart', '1.5 in']]);
  const smart = foldBox(later, nec, planned);
  expect(fold.depthLeft ?? 0).toBeGreaterThan(smart.depthLeft ?? 0);
  // What is no switch stays as it is.
  const outlet = of('18 in3 plastic, 14/2 feed, duplex').box;
  expect(withSmartSwitches(outlet)).toEqual(outlet);
});

test('the drawings tell what they show, with number and letter, and nothing lies outside them', () => {
  const { fold, planned } = of(SMART);
  if (!fold.inside) throw new Error('no inside');
  const inside = openedOf(fold.inside);
  const front = foldFront(inside, fold.places, { lit: new Set(['joint 1']), tails: tailsOf(planned) }, 358);
  expect(front.alt).toMatch(
    /^The box from the front, 5¹³⁄₁₆ in wide and 3¹⁄₁₆ in high inside: joint 1, joint 2, .*smart switch 3\.$/,
  );
  const texts = front.shapes.flatMap((shape) => (shape.kind === 'text' ? [shape.text] : []));
  expect(texts).toEqual(expect.arrayContaining(['1 G', '2 N', '3 H']));
  // The colours that leave a joint stand on it where a box is wide enough on the page: one gang here.
  const one = of('18 in3 plastic, 12/2 feed, 2x 12/2 out, gfci');
  if (!one.fold.inside) throw new Error('no inside');
  const drawn = foldFront(
    openedOf(one.fold.inside),
    one.fold.places.filter(({ is }) => is !== 'device'),
    { tails: tailsOf(one.planned) },
    358,
  ).shapes.flatMap((shape) => (shape.kind === 'text' ? [shape.text] : []));
  expect(drawn).toEqual(expect.arrayContaining(['GGGG', 'WWWW', 'BBBB']));
  const sideways = turnedBox(inside, 'left');
  expect([sideways.width, sideways.height, sideways.hollow.length]).toEqual([
    inside.height,
    inside.width,
    inside.hollow.length,
  ]);
  for (const picture of [
    front,
    foldSide(inside, fold.places, { depthLeft: fold.depthLeft, cut: 20, reach: 48 }, 358),
  ])
    for (const shape of picture.shapes)
      if (shape.kind === 'rect') {
        expect(shape.x).toBeGreaterThanOrEqual(0);
        expect(shape.x + shape.width).toBeLessThanOrEqual(picture.width + 0.001);
        expect(shape.y + shape.height).toBeLessThanOrEqual(picture.height + 0.001);
      }
});
