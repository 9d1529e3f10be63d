/**
 * What was found on the terminals turns the guess, and never settles it. LINE and LOAD of a GFCI receptacle, and that
 * a switch has no marked side: common practice, no source.
 */
import type { BoxDocument } from '../box/document.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { editionOf } from '../edition/index.ts';
import { boxOf } from '../tests/layouts.ts';
import { foundRoles } from './found-roles.ts';
import { NOTHING_JOINED } from '../wiring/edit.ts';
import type { End, LandingEnd, LooseEnd } from '../wiring/end.ts';
import { planBox } from './planned.ts';
import { workOf } from './suggest.ts';

/** The box with a wiring found in it; `1` is its first cable, `d` its first device. */
function found(line: string, lands: (readonly [LooseEnd, LandingEnd])[], joints: End[][] = []): BoxDocument {
  const box = boxOf(line);
  const cables = box.items.filter(({ kind }) => kind === 'cable');
  const device = box.items.find(({ kind }) => kind === 'device');
  const named = <T extends End>(end: T) =>
    end
      .replace(/^w:(\d)/, (_, number: string) => `w:${cables[Number(number) - 1]?.id}`)
      .replace(/^t:d/, `t:${device?.id}`) as T;
  const wiring: Wiring = {
    ...NOTHING_JOINED,
    joints: joints.map((ends, index) => ({ id: `j${index + 1}`, ends: ends.map(named), connectors: [] })),
    lands: lands.map(([end, at]) => ({ end: named(end), at: named(at) })),
  };
  const { circuits, schools } = workOf(box);
  return { ...box, work: { circuits, schools, found: wiring } };
}
const inOrder = (box: BoxDocument) =>
  box.items.flatMap(({ kind, id }) => (kind === 'cable' ? [foundRoles(box).get(id)] : []));
const taken = (box: BoxDocument) => workOf(box).runs.map(({ does }) => does);

const GFCI = '20 in3 plastic, 12/2, 12/2, gfci';
const SECOND_ON_LINE: (readonly [LooseEnd, LandingEnd])[] = [
  ['w:2:black', 't:d:line-hot'],
  ['w:1:black', 't:d:load-hot'],
];

test('the cable on LINE is taken for the feed, the one on LOAD for what goes on', () => {
  const box = found(GFCI, SECOND_ON_LINE);
  expect(inOrder(box)).toEqual(['out', 'feed']);
  expect(taken(box)).toEqual(['out', 'feed']);
  expect(taken(boxOf(GFCI))).toEqual(['feed', 'out']);
});

test('it stays a guess: a miswired device has the two exchanged', () => {
  const box = found(GFCI, SECOND_ON_LINE);
  const planned = planBox(box, workOf(box), editionOf('nec2023'));
  expect(planned).toMatchObject({ works: true, good: false });
  expect(planned.assumed).toHaveLength(2);
});

test('it is followed through a joint and a pigtail', () => {
  const box = found(GFCI, [['p:p1', 't:d:line-hot']], [['w:2:black', 'p:p1']]);
  expect(inOrder(box)).toEqual([undefined, 'feed']);
});

test.each<[string, string, (readonly [LooseEnd, LandingEnd])[], End[][]]>([
  ['two cables on one terminal', GFCI, [['p:p1', 't:d:line-hot']], [['w:1:black', 'w:2:black', 'p:p1']]],
  ['a white on LINE', GFCI, [['w:2:white', 't:d:line-hot']], []],
  [
    'a cable on LINE and on LOAD',
    GFCI,
    [
      ['w:2:black', 't:d:line-hot'],
      ['w:2:black', 't:d:load-hot'],
    ],
    [],
  ],
  ['the screws of a plain switch', '18 in3, 14/2, 14/2, switch', [['w:2:black', 't:d:line']], []],
])('%s says nothing', (_, line, lands, joints) => {
  expect([...foundRoles(found(line, lands, joints))]).toEqual([]);
});

test('a recorded role counts, whatever was found', () => {
  expect(taken(found('20 in3 plastic, 12/2 feed, 12/2 out, gfci', SECOND_ON_LINE))).toEqual(['feed', 'out']);
});

test('a role that could not work is not taken', () => {
  // One cable on LOAD alone: without a feed nothing goes on.
  expect(taken(found('20 in3 plastic, 12/2, gfci', [['w:1:black', 't:d:load-hot']]))).toEqual(['feed']);
});
