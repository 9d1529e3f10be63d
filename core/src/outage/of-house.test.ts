/** The day of a house: which breakers go off for which box (docs/trade.md#making-safe, #testing). Invented house. */
import { Panel } from '../box/panel.ts';
import { readCountLine } from '../shorthand/read.ts';
import { OutageAsk } from './ask.ts';
import { dayOf, type DayBox, USUAL_MINUTES } from './of-house.ts';
import { planOutage } from './plan.ts';

function box(
  name: string,
  circuit: string,
  line = '18 in3, 12/2 feed, 12/2 out, duplex',
  minutes = USUAL_MINUTES,
): DayBox {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return { id: `box-${name}`, name, circuit, box: read.box, minutes };
}
const PANEL = Panel.parse({
  circuits: [
    { id: 'a', space: 4, label: 'Kitchen', tie: 'b' },
    { id: 'b', space: 6, label: 'Den' },
    { id: 'f', space: 9, label: 'Freezer', offMost: 60, because: 'the freezer' },
    { id: 'r', space: 1, poles: 2, label: 'Range' },
  ],
});

test('a tied handle goes off with its partner; a box means a circuit by space or label', () => {
  const { ask } = dayOf([box('Counter', '4'), box('Range', 'range'), box('Den', 'Den')], PANEL);
  expect(ask?.boxes.map(({ circuits }) => circuits)).toEqual([['4', '6'], ['1/3'], ['6', '4']]);
  expect(ask && OutageAsk.safeParse(ask).success).toBe(true);
});

test('what may not be off long is limited, with its reason; the plan tells when it cannot be kept', () => {
  const { ask, words } = dayOf([box('Chest', '9', undefined, 90)], PANEL);
  expect(ask?.limit).toEqual({ 9: 60 });
  expect(words.get('9')).toBe('Freezer, the freezer');
  expect(ask && planOutage(ask)).toMatchObject({ kept: false, over: ['9'] });
});

test('boxes of one name are told apart; without a circuit one is not planned; untold cables are read live', () => {
  const day = dayOf(
    [box('Den', '6'), box('Den', '6'), box('Old', ''), box('Study', '6', '18 in3, 2x 12/2, duplex')],
    PANEL,
  );
  expect(day.ask?.boxes.map(({ name }) => name)).toEqual(['Den', 'Den (2)', 'Study']);
  expect([day.nameless, day.live].map((list) => list.map(({ name }) => name))).toEqual([['Old'], ['Study']]);
  expect(dayOf([], PANEL)).toMatchObject({ ask: undefined, nameless: [], live: [] });
});
