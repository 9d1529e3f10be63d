/** Closing by touch (docs/trade.md#testing): one walk, lamps as they are lit, what is wrong where it was read. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { Closing, wiredAs } from '@dense-pack/core/box/closing';
import { NO_PANEL } from '@dense-pack/core/box/panel';
import { tally } from '@dense-pack/core/fill/tally';
import { conductorsIn } from '@dense-pack/core/box/safety';
import { nothingSeen } from '@dense-pack/core/box/record';
import { editionOf } from '@dense-pack/core/edition/index';
import { Kit } from '@dense-pack/core/parts/kit';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, fireEvent, render, screen, within } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import type { ShownBox } from '../../client/queries';
import { setPreferences } from '../../theme/preferences';
import { answerDiagnose } from './diagnose-answers';
import { CloseStation } from './CloseStation';
import { close } from './station';

let now: Closing;

/** Making safe, finished: nothing passes without it. */
const madeSafe = (box: BoxDocument) => ({
  safe: ['found', 'proved', 'again'],
  safety: { off: { 7: true }, dead: conductorsIn(box).map(({ id }) => id), at: null },
});

function Bench({ line }: { readonly line: string }) {
  const [box, setBox] = useState<BoxDocument>(() => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(read.error.expected);
    return read.box;
  });
  const [closing, setClosing] = useState<Closing>(Closing.parse({}));
  useEffect(() => {
    now = closing;
  }, [closing]);
  const shown = {
    id: 'box-0000001',
    jobId: 'job-0000001',
    name: 'Den',
    circuit: '7',
    stage: 'found',
    found: null,
    box,
    seen: { ...nothingSeen(), ...madeSafe(box), closing },
  };
  return (
    <QueryClientProvider
      client={new QueryClient({ defaultOptions: { queries: { enabled: false, gcTime: Infinity } } })}
    >
      <CloseStation
        box={shown as unknown as ShownBox}
        edition={editionOf('nec2023')}
        around={{}}
        width={390}
        onBoth={(change) => {
          const { box: changed, seen } = change({ box, seen: { ...nothingSeen(), closing } });
          setBox(changed);
          setClosing(seen.closing);
        }}
        onClosing={setClosing}
      />
    </QueryClientProvider>
  );
}

const press = (name: string | RegExp) => act(() => fireEvent.press(screen.getByRole('button', { name })));
const pressAll = (name: RegExp) => {
  for (
    let left = screen.queryAllByRole('button', { name });
    left[0];
    left = screen.queryAllByRole('button', { name })
  )
    act(() => fireEvent.press(left[0] as (typeof left)[0]));
};
const lamps = (of: string, ...lit: readonly string[]) => {
  const row = screen.getAllByTestId('test').find((one) => within(one).queryByText(of));
  if (!row) throw new Error(`no test of ${of}`);
  for (const one of lit)
    act(() => fireEvent.press(within(row).getByRole('switch', { name: new RegExp(`^${one},`) })));
  act(() => fireEvent.press(within(row).getByRole('button', { name: /^Take down/ })));
};
const tested = () => within(screen.getByTestId('tested'));
/** Nothing about it is left open: a box passes only so. */
const LINE =
  '18 in3 plastic, 12/2 feed, 12/2 out, duplex, breaker 20, place garage, protected gfci, free right, past right, sheath right, support right, entries right, setback right, gap right, edge right, fastened right';

beforeEach(() => setPreferences({ who: '' }));

test('one walk, and passed is said with the last of it; each answer keeps its date and who took it', () => {
  render(<Bench line={LINE} />);
  expect(tested().getByText('Not all tested')).toBeTruthy();
  fireEvent.changeText(screen.getByLabelText('Your name: kept with tests and deletions'), '  R.  Example ');
  act(() => fireEvent(screen.getByLabelText('Your name: kept with tests and deletions'), 'blur'));
  act(() => fireEvent.press(screen.getByRole('checkbox', { name: /^Plug tester proved/ })));
  pressAll(/^So it is/);
  lamps('duplex receptacle, top', 'HN', 'HG');
  lamps('duplex receptacle, bottom', 'HN', 'HG');
  expect(tested().getByText('Not all tested')).toBeTruthy();
  press(/^On: 12\/2 feed-out/);
  expect(tested().getByText('Tested, passed')).toBeTruthy();
  expect(screen.queryByTestId('wrong')).toBeNull();
  expect(now.outcome?.verdict).toBe('passed');
  expect(now.results.every(({ by, at }) => by === 'R. Example' && !Number.isNaN(Date.parse(at)))).toBe(true);
});

test('a question and a look that were left open are answered in place, and the walk passes with them', () => {
  render(<Bench line={LINE.replace('breaker 20, ', '').replace('gap right, ', '')} />);
  act(() => fireEvent.press(screen.getByRole('checkbox', { name: /^Plug tester proved/ })));
  pressAll(/^So it is/);
  lamps('duplex receptacle, top', 'HN', 'HG');
  lamps('duplex receptacle, bottom', 'HN', 'HG');
  press(/^On: 12\/2 feed-out/);
  expect(tested().getByText('Not all tested')).toBeTruthy();
  expect(screen.getByText('Not looked at: gap (314.21).')).toBeTruthy();
  press('20 A');
  press(/^Look at the work/);
  act(() => fireEvent.press(screen.getByRole('checkbox', { name: 'No wide gap round the box' })));
  expect(tested().getByText('Tested, passed')).toBeTruthy();
  expect(now.outcome?.verdict).toBe('passed');
});

test('a violation recorded after the walk takes the tick from Close', () => {
  const tick = (line: string) => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(read.error.expected);
    const of = wiredAs(read.box);
    const at = '2026-01-01T00:00:00.000Z';
    const outcome = { verdict: 'passed', at, of };
    const result = { test: 'fold', says: { read: 'done', good: true }, at, by: '', of };
    const seen = { ...nothingSeen(), closing: Closing.parse({ results: [result], outcome }) };
    return close.isDone({
      job: { panel: NO_PANEL },
      box: { box: read.box, seen } as unknown as ShownBox,
      counted: tally(read.box, editionOf('nec2023')),
      certain: true,
      made: { joined: true, landed: true },
    });
  };
  expect([tick(LINE), tick(LINE.replace('fastened right', 'fastened wrong'))]).toEqual([true, false]);
});

test('without a proved instrument right readings are no pass', () => {
  render(<Bench line={LINE} />);
  pressAll(/^So it is/);
  lamps('duplex receptacle, top', 'HN', 'HG');
  lamps('duplex receptacle, bottom', 'HN', 'HG');
  press(/^On: 12\/2 feed-out/);
  expect(tested().getByText('Not all tested')).toBeTruthy();
  expect(tested().getByText(/2 with an unproved instrument/)).toBeTruthy();
});

test('one lamp of two: what could be wrong is told, one of them chosen, the next reading taken in place', () => {
  render(<Bench line={LINE} />);
  lamps('duplex receptacle, top', 'HN');
  expect(tested().getByText('Tested, failed')).toBeTruthy();
  const card = within(screen.getByTestId('wrong'));
  const fits = card.getAllByTestId('fit');
  expect(fits.length).toBeGreaterThan(1);
  expect(within(fits[0] as (typeof fits)[0]).getByText(/bare/)).toBeTruthy();
  expect(card.getByText(/A plug tester cannot see/)).toBeTruthy();
  act(() => fireEvent.press(fits[1] as (typeof fits)[0]));
  expect(screen.getByLabelText(/^Drawing of/)).toBeTruthy();
  // It is mended and read again: both answers stay in the record.
  press('Again: duplex receptacle, top');
  lamps('duplex receptacle, top', 'HN', 'HG');
  expect(screen.queryByTestId('wrong')).toBeNull();
  expect(now.results).toHaveLength(2);
});

test('a meter’s figure that is none is refused by its name, and what was typed stays', () => {
  render(<Bench line={LINE} />);
  press('Meter instead: duplex receptacle, top');
  const field = (name: string) => screen.getByLabelText(`${name}, V`);
  fireEvent.changeText(field('HN'), '121');
  fireEvent.changeText(field('HG'), 'about 120');
  fireEvent.changeText(field('NG'), '0,5');
  press('Take down the figures: duplex receptacle, top');
  expect(screen.getByTestId('problem')).toHaveTextContent(
    'HG: “about 120” is no reading; accepted are 0 to 300 V',
  );
  expect(now.results).toHaveLength(0);
  expect(field('HN').props.value).toBe('121');
  fireEvent.changeText(field('HG'), '120');
  press('Take down the figures: duplex receptacle, top');
  expect(now.results[0]?.says).toEqual({ read: 'volts', HN: 121, HG: 120, NG: 0.5 });
});

test('what is asked of the worker is parsed, and a reading of what is not there is named', () => {
  const read = readCountLine(LINE);
  if (!read.ok) throw new Error(read.error.expected);
  const ask = (at: string) => ({
    box: read.box,
    circuit: '7',
    edition: 'nec2023',
    kit: Kit.parse({}),
    readings: [{ at, on: false, switches: {} }],
  });
  expect(() => answerDiagnose({ ...ask('x'), edition: 'nec1899' })).toThrow();
  expect(() => answerDiagnose(ask('i9.0'))).toThrow(/“i9\.0” is no point/);
});
