/** Roles of cables that follow from their links in the run: derived, never recorded. Invented house. */
import { Links } from '../box/links.ts';
import { NO_PANEL } from '../box/panel.ts';
import { editionOf } from '../edition/index.ts';
import { planBox } from '../plan/planned.ts';
import { workOf } from '../plan/suggest.ts';
import { boxOf } from '../tests/layouts.ts';
import { withRoles } from './linked-roles.ts';
import { runOf } from './run.ts';

const nec = editionOf('nec2023');
const house = (first: string, second: string) => [
  { id: 'box-one-1', name: 'One', room: '', circuit: '7', box: boxOf(first) },
  { id: 'box-two-2', name: 'Two', room: '', circuit: '7', box: boxOf(second) },
];
const end = (box: string, piece: string) => ({ box, piece });
const roles = (
  boxes: ReturnType<typeof house>,
  links: { id: string; from: ReturnType<typeof end>; to: ReturnType<typeof end> | string }[],
) => runOf(boxes, Links.parse(links), NO_PANEL).rolesIn('box-two-2');

const SECOND = '18 in3, 12/2, 12/2, duplex';

test.each([
  ['out', '22 in3, 12/2 feed, 12/2 out, duplex', 'feed'],
  ['leg', '22 in3, 12/2 feed, 12/2 leg, switch', 'leg'],
  ['loop', '22 in3, 12/2 loop, 12/2 loop, switch', 'loop'],
  ['travelers', '22 in3, 12/2 feed, 12/2 travelers, 3way', 'travelers'],
] as const)('the other end is recorded as %s', (_does, first, role) => {
  const boxes = house(first, SECOND);
  expect(roles(boxes, [{ id: 'l1', from: end('box-one-1', 'i2.0'), to: end('box-two-2', 'i1.0') }])).toEqual({
    'i1.0': role,
  });
  // The other way round it is the same cable.
  expect(roles(boxes, [{ id: 'l1', from: end('box-two-2', 'i1.0'), to: end('box-one-1', 'i2.0') }])).toEqual({
    'i1.0': role,
  });
});

test('a home run is the feed, and a lamp is a load; where it is not known nothing follows', () => {
  const boxes = house('22 in3, 12/2', SECOND);
  const to = (far: string) => roles(boxes, [{ id: 'l1', from: end('box-two-2', 'i1.0'), to: far }]);
  expect([to('panel'), to('lamp'), to('unknown')]).toEqual([{ 'i1.0': 'feed' }, { 'i1.0': 'leg' }, {}]);
});

test('a guess at the other end tells nothing, a recorded role of its own is never changed', () => {
  const link = [{ id: 'l1', from: end('box-one-1', 'i2.0'), to: end('box-two-2', 'i1.0') }];
  expect(roles(house('22 in3, 12/2, 12/2, duplex', SECOND), link)).toEqual({});
  expect(roles(house('22 in3, 12/2 feed, 12/2 out, duplex', '18 in3, 12/2 out, 12/2, duplex'), link)).toEqual(
    {},
  );
  // A feed at the other end may be fed by a feed-out or a leg of this box: that stays open.
  expect(roles(house('22 in3, 12/2 out, 12/2 feed, duplex', SECOND), link)).toEqual({});
});

test('with its feed linked nothing is assumed of two cables; without the link both are', () => {
  const box = boxOf(SECOND);
  const assumed = (of: typeof box) => planBox(of, workOf(of, '7'), nec).assumed.map(({ piece }) => piece);
  expect(assumed(box)).toEqual(['i1.0', 'i2.0']);
  const linked = withRoles(box, { 'i1.0': 'feed', 'i2.0': 'leg' });
  expect(assumed(linked)).toEqual([]);
  // The record is as it was, and the same roles make the same document.
  expect(box.items.some((item) => 'duty' in item && item.duty !== undefined)).toBe(false);
  expect(withRoles(box, { 'i1.0': 'feed', 'i2.0': 'leg' })).toBe(linked);
  expect(withRoles(box, {})).toBe(box);
});
