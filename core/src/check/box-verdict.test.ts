/** The one verdict of a box: the worst of fill, checks and wiring, and green only where nothing is open. */
import { certaintyOf } from '../certainty/certainty.ts';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { boxOf } from '../tests/layouts.ts';
import { BoxFields } from '../box/record.ts';
import { NO_PANEL } from '../box/panel.ts';
import { otherFindingsOf, NO_OTHER_FINDINGS, unknownWords, type WiringStanding } from './other-findings.ts';
import { boxVerdict } from './box-verdict.ts';
import { checkBox } from './check-box.ts';

function verdict(line: string, wiring?: WiringStanding | 'pending') {
  const box = boxOf(line);
  const nec = editionOf('nec2023');
  const counted = tally(box, nec);
  const certainty = certaintyOf(box, nec, counted, { chosen: true });
  const other = otherFindingsOf(BoxFields.parse({ name: 'Den', box }), { panel: NO_PANEL, wiring });
  return boxVerdict(counted, certainty, checkBox(box, nec, counted).findings, other);
}

const TWO_GANG = '32 in3 plastic 2-gang, 3x 12/2, 12/3, 2x switch';

test('legal and certain is green, and nothing else is', () => {
  expect(verdict('18 in3, 2x 12/2, duplex')).toMatchObject({ is: 'legal', head: 'legal, 2.25 in³ left' });
  expect(verdict(TWO_GANG)).toMatchObject({ is: 'open', head: 'legal if no clamps are inside' });
  expect(verdict(`${TWO_GANG}, no clamps, secured`).is).toBe('legal');
  // Every cable is secured to a box of more than one gang (314.17, from memory).
  expect(verdict(`${TWO_GANG}, no clamps`).is).toBe('violation');
  expect(verdict(`${TWO_GANG}, clamps`).is).toBe('over');
  expect(verdict('plastic, 12/2').is).toBe('unknown');
});

test('legal fill with 14 AWG on a 20 A breaker is not green (240.4(D), from memory)', () => {
  expect(verdict('20 in3, 14/2 no-ground, switch, breaker 20')).toEqual({
    is: 'violation',
    head: 'fill legal, 1 violation: 240.4(D)',
    more: '12.00 in³ left',
  });
  expect(verdict(`${TWO_GANG}, breaker 30`)).toMatchObject({
    is: 'violation',
    head: 'legal if no clamps are inside',
  });
});

test('a box whose tests failed is not green', () => {
  const box = boxOf('18 in3, 2x 12/2, duplex');
  const nec = editionOf('nec2023');
  const counted = tally(box, nec);
  const certainty = certaintyOf(box, nec, counted, { chosen: true });
  expect(boxVerdict(counted, certainty, [], { wrong: ['its tests failed'], open: [] })).toEqual({
    is: 'violation',
    head: 'fill legal, its tests failed',
    more: '2.25 in³ left',
  });
});

test('a wiring that is wrong or rests on assumed roles is told, and is not green', () => {
  const legal = '18 in3, 2x 12/2, duplex';
  expect(verdict(legal, 'open')).toEqual({
    is: 'open',
    head: 'fill legal, roles of cables assumed',
    more: '2.25 in³ left',
  });
  expect(verdict(legal, 'pending')).toEqual({
    is: 'open',
    head: 'fill legal, 2.25 in³ left',
    more: 'wiring not worked out yet',
  });
  expect(verdict(legal, 'wrong').is).toBe('violation');
  expect(verdict('18 in3, 3x 12/2, duplex', 'wrong')).toMatchObject({ is: 'over', head: 'over by 2.25 in³' });
});

test('a legal box whose breaker or place is not known says so, and no other does', () => {
  const nec = editionOf('nec2023');
  const more = (line: string) => {
    const box = boxOf(line);
    const counted = tally(box, nec);
    const certainty = certaintyOf(box, nec, counted, { chosen: true });
    const checked = checkBox(box, nec, counted);
    return boxVerdict(counted, certainty, checked.findings, {
      ...NO_OTHER_FINDINGS,
      unknown: unknownWords(checked),
    });
  };
  expect(more('18 in3, 2x 12/2, duplex')).toEqual({
    is: 'legal',
    head: 'legal, 2.25 in³ left',
    more: 'breaker and place not known',
  });
  expect(more('18 in3, 2x 12/2, switch, breaker 20').more).toBe('place not known');
  expect(more('18 in3, 2x 12/2, duplex, breaker 20, place hall, protected afci').more).toBe(
    'one more 12 AWG allowance',
  );
});

test('a headline names what is violated, also where no section is cited', () => {
  expect(verdict('34 in3 plastic, no clamps, 12/2, 2x duplex')).toMatchObject({
    is: 'violation',
    head: 'fill legal, 1 violation: too few gangs',
  });
  expect(verdict('18 in3, 14/2, switch, deep 3 in, cavity 2 in').head).toContain('box deeper than its wall');
});
