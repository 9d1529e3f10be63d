/** What the panel and the run tell of a box: known once, known everywhere. Invented house. */
import { Links } from '../box/links.ts';
import { Panel } from '../box/panel.ts';
import { checkBox } from '../check/check-box.ts';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { boxOf } from '../tests/layouts.ts';
import { runOf } from './run.ts';
import { surroundingsOf, withSurroundings } from './surroundings.ts';

const box = (id: string, line: string, circuit = '7') => ({
  id,
  name: id,
  room: '',
  circuit,
  box: boxOf(line),
});
const LINE = '18 in3, 12/2 feed, duplex, place bath';
const panelOf = (protection?: string) =>
  Panel.parse({
    circuits: [{ id: 'c7', space: 7, amps: 20, ...(protection === undefined ? {} : { protection }) }],
  });
const missing = (line: string, protection?: string) => {
  const nec = editionOf('nec2023');
  const one = withSurroundings(boxOf(line), surroundingsOf(box('b', line), panelOf(protection), []));
  return checkBox(one, nec, tally(one, nec))
    .findings.filter(({ code, severity }) => code === 'protection' && severity === 'violation')
    .map(({ section }) => section);
};

test('the breaker of the panel makes an open question a violation, and its protection settles it', () => {
  expect(missing(LINE)).toEqual(['210.8(A)']);
  expect(missing(LINE, 'gfci')).toEqual([]);
  expect(missing(LINE, 'dual')).toEqual([]);
  expect(missing(LINE, 'afci')).toEqual(['210.8(A)']);
});

test('a GFCI upstream in the run protects what hangs on its load', () => {
  const first = box('box-first', '22 in3, 12/2 feed, 12/2 out, gfci');
  const guarded = {
    ...first,
    box: {
      ...first.box,
      work: { ...boxOf('12/2').work, circuits: [{ id: 'a', name: '7' }] },
      items: first.box.items.map((item) =>
        item.id === 'i2.0' && item.kind === 'cable'
          ? { ...item, duty: { does: 'out' as const, circuits: [], hots: ['a'], guard: 'i3.0' } }
          : item,
      ),
    } as typeof first.box,
  };
  const second = box('box-second', LINE);
  const links = Links.parse([
    { id: 'l1', from: { box: 'box-first', piece: 'i2.0' }, to: { box: 'box-second', piece: 'i1.0' } },
  ]);
  const panel = panelOf();
  const known = (upstream: typeof first) =>
    surroundingsOf(second, panel, runOf([upstream, second], links, panel).behind('box-second'));
  expect(known(guarded)).toEqual({
    breaker: 20,
    protected: 'gfci',
  });
  expect(known(first)).toEqual({ breaker: 20 });
});

test('what the box says itself stands, and a box of which nothing more is known stays the same', () => {
  const own = boxOf(`${LINE}, breaker 15`);
  expect(withSurroundings(own, { breaker: 20 })).toBe(own);
  expect(withSurroundings(own, {})).toBe(own);
});
