/** The panel, the run and the day of a job by touch. Invented house; docs/trade.md#order-of-work, #testing, #the-run. */
import { Job, JobFields, BoxFields } from '@dense-pack/core/box/record';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { act, fireEvent, render, screen, within } from '@testing-library/react-native';
import { clock } from './DayChart';
import { OutageScreen } from './OutageScreen';
import { PanelScreen } from './PanelScreen';
import { RunScreen } from './RunScreen';
import { TagsScreen } from './TagsScreen';

const AT = '2026-01-01T00:00:00.000Z';
let mockJob: unknown;
const mockDraw: { again?: () => void } = {};

jest.mock('expo-router', () => ({ router: { navigate: jest.fn() } }));
jest.mock('../client/queries', () => {
  const { JobFields: Fields } = jest.requireActual<typeof import('@dense-pack/core/box/record')>(
    '@dense-pack/core/box/record',
  );
  const { useState } = jest.requireActual<typeof import('react')>('react');
  return {
    useJob: () => {
      const [, set] = useState(0);
      mockDraw.again = () => set((nth) => nth + 1);
      return { job: mockJob };
    },
    useWaitingPhotos: () => [],
    useOutbox: () => ({ away: false, entries: [], full: false, unreadable: [] }),
    useJustAway: () => false,
    outbox: {},
    boxNow: (_job: string, id: string) =>
      (mockJob as { boxes: { id: string }[] }).boxes.find((one) => one.id === id),
    changeBox: (box: { id: string }, fields: object) => {
      const job = mockJob as { boxes: { id: string }[] };
      mockJob = { ...job, boxes: job.boxes.map((one) => (one.id === box.id ? { ...one, ...fields } : one)) };
      mockDraw.again?.();
      return [];
    },
    changeJobNow: (_job: unknown, change: (now: unknown) => object) => {
      const job = mockJob as Record<string, unknown>;
      const { name, edition, note, panel, links } = job;
      const now = { name, edition, note, panel, links };
      const read = Fields.safeParse({ ...now, ...change(now) });
      if (!read.success)
        return read.error.issues.map(({ path, message }) => ({ field: path.join('.'), accepted: message }));
      mockJob = { ...job, ...read.data };
      mockDraw.again?.();
      return [];
    },
  };
});

function boxOf(id: string, name: string, line: string, more: object = {}) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  const fields = BoxFields.parse({ name, circuit: '7', box: read.box, ...more });
  return { ...fields, id, jobId: 'job-0000001', version: 1, createdAt: AT, updatedAt: AT };
}
const ROW = '20 in3 plastic, 12/2 feed, 12/2 out, duplex';
function house(
  fields: object = {},
  boxes = [boxOf('box-window', 'Window', ROW), boxOf('box-door', 'Door', ROW)],
) {
  const job = Job.parse({
    ...JobFields.parse({ name: 'House', ...fields }),
    id: 'job-0000001',
    version: 1,
    createdAt: AT,
    updatedAt: AT,
    demo: false,
  });
  mockJob = { ...job, boxes, unreadable: [] };
}
const now = () => mockJob as JobFields & { boxes: ReturnType<typeof boxOf>[] };
const press = (name: string | RegExp) => act(() => fireEvent.press(screen.getByRole('button', { name })));
const end = (label: string, text: string) => {
  act(() => fireEvent.changeText(screen.getByLabelText(label), text));
  act(() => fireEvent(screen.getByLabelText(label), 'blur'));
};

describe('the panel', () => {
  test('a breaker is entered where it stands; its label is put right and its poles and tie are kept', () => {
    house();
    render(<PanelScreen jobId="job-0000001" />);
    press(/^7\s+free/);
    end('Label as it was found', 'Bath');
    end('Label as it ought to be, where it is wrong', 'Den');
    press('20');
    press('by a lamp, thrown');
    expect(now().panel.circuits).toMatchObject([
      { space: 7, label: 'Bath', corrected: 'Den', amps: 20, foundBy: 'lamp' },
    ]);
    expect(screen.getByLabelText('Boxes on it')).toHaveTextContent(/Window/);
    press(/^8\s+free/);
    press(/Two: 8 and 10/);
    expect(screen.getByRole('button', { name: /^10\s+with 8/ })).toBeTruthy();
    press(/^7\s+Den/);
    press('Delete this breaker');
    press('Delete');
    expect(now().panel.circuits.map(({ space }) => space)).toEqual([8]);
  });

  test('a space that is taken is refused in words, and nothing is lost', () => {
    house({
      panel: {
        circuits: [
          { id: 'a', space: 7 },
          { id: 'b', space: 9, label: 'Range' },
        ],
      },
    });
    render(<PanelScreen jobId="job-0000001" />);
    press(/^7\s+no label/);
    press(/Two: 7 and 9/);
    expect(screen.getByTestId('problem')).toHaveTextContent(
      'Space: space 9 is taken by circuit 7 already; accepted is a space that is free.',
    );
    expect(now().panel.circuits[0]?.poles).toBe(1);
  });

  test('a breaker is moved to another space with all that is known of it, but not onto another', () => {
    house({
      panel: {
        circuits: [
          { id: 'a', space: 7, label: 'Den' },
          { id: 'b', space: 9 },
        ],
      },
    });
    render(<PanelScreen jobId="job-0000001" />);
    press(/^7\s+Den/);
    end('Space', '9');
    expect(screen.getByTestId('problem')).toHaveTextContent(/^Space: space 9 is taken by circuit/);
    end('Space', 'nine');
    expect(screen.getByTestId('problem')).toHaveTextContent(/^Space: must be a whole number/);
    end('Space', '11');
    expect(now().panel.circuits[0]).toMatchObject({ space: 11, label: 'Den' });
  });

  test('a tie is of both handles, and is undone from either', () => {
    house({
      panel: {
        circuits: [
          { id: 'a', space: 7, tie: 'b' },
          { id: 'b', space: 9 },
        ],
      },
    });
    render(<PanelScreen jobId="job-0000001" />);
    press(/^9 no label/);
    const tied = within(screen.getByLabelText('Its handle is tied to that of'));
    act(() => fireEvent.press(tied.getByText('7')));
    expect(now().panel.circuits.map(({ tie }) => tie)).toEqual([undefined, undefined]);
    act(() => fireEvent.press(tied.getByText('7')));
    expect(now().panel.circuits.map(({ tie }) => tie)).toEqual([undefined, 'a']);
  });

  test('what was done to the panel and the cables is taken back, and what another wrote since stays', () => {
    house({ panel: { circuits: [{ id: 'a', space: 7, label: 'Den' }] } });
    const { unmount } = render(<PanelScreen jobId="job-0000001" />);
    press(/^7 Den/);
    press('Delete this breaker');
    press('Delete');
    expect(now().panel.circuits).toEqual([]);
    // Another person’s breaker arrives meanwhile.
    mockJob = {
      ...now(),
      panel: { circuits: [{ id: 'z', space: 2, poles: 1, label: 'Theirs', passes: [] }] },
    };
    act(() => mockDraw.again?.());
    press('Undo');
    expect(
      now()
        .panel.circuits.map(({ label }) => label)
        .sort(),
    ).toEqual(['Den', 'Theirs']);
    unmount();
  });

  test('passes of a tracer are read as numbers, wrong ones told, and the strongest last pass points', () => {
    house({
      panel: {
        circuits: [
          { id: 'a', space: 1, passes: [9, 3] },
          { id: 'b', space: 3 },
        ],
      },
    });
    render(<PanelScreen jobId="job-0000001" />);
    press(/^3\s+no label/);
    end('Strength of the tracer, pass by pass, 0 to 10', '5, strong');
    expect(screen.getByTestId('problem')).toHaveTextContent(/“5, strong” cannot be read/);
    end('Strength of the tracer, pass by pass, 0 to 10', '5 8');
    expect(now().panel.circuits[1]).toMatchObject({ passes: [5, 8], foundBy: 'tracer' });
    expect(screen.getByText('The tracer points to space 3')).toBeTruthy();
  });
});

describe('the run', () => {
  test('two touches link a cable, the tree grows, and it is unlinked again', () => {
    house();
    render(<RunScreen jobId="job-0000001" />);
    press('12/2 feed-out in Window');
    press('Door: 12/2 feed');
    press('12/2 feed in Window');
    press('The panel');
    expect(now().links.map(({ to }) => to)).toMatchObject([{ box: 'box-door', piece: 'i1.0' }, 'panel']);
    const rows = screen.getAllByTestId('run-box');
    expect(rows[0]).toHaveTextContent(/Window .*from the panel.*goes on/);
    expect(rows[1]).toHaveTextContent(/Door/);
    press(/^Window/);
    expect(screen.getByTestId('follows')).toHaveTextContent(/After work in it, test it and Door\./);
    press('Unlink 12/2 feed-out: to Door');
    expect(now().links).toHaveLength(1);
  });

  test('what is likely one cable is linked with one touch', () => {
    house({}, [
      boxOf('box-hall', 'Hall', '20 in3, 12/2 feed, 12/2 out "to porch", duplex'),
      boxOf('box-porch', 'Porch', '20 in3, 12/2 feed "from hall", duplex'),
    ]);
    render(<RunScreen jobId="job-0000001" />);
    press('Hall, to porch — Porch, from hall');
    expect(now().links).toHaveLength(1);
    expect(screen.queryByLabelText('Likely one cable')).toBeNull();
  });

  test('a ring is refused in words; what stands against a link is told first', () => {
    house({
      links: [
        {
          id: '1',
          from: { box: 'box-window', piece: 'i2.0' },
          to: { box: 'box-door', piece: 'i1.0' },
        },
      ],
    });
    render(<RunScreen jobId="job-0000001" />);
    press('12/2 feed-out in Door');
    press('Window: 12/2 feed');
    expect(screen.getByTestId('problem')).toHaveTextContent(/would feed each other in a ring/);
    expect(now().links).toHaveLength(1);
    expect(screen.queryByText(/both say/)).toBeNull();
  });

  test('a link to a box that is gone is told and taken out there', () => {
    house({
      links: [
        { id: '1', from: { box: 'box-window', piece: 'i2.0' }, to: { box: 'box-gone-1', piece: 'i1.0' } },
      ],
    });
    render(<RunScreen jobId="job-0000001" />);
    expect(screen.getByText(/that is not there any more/)).toBeTruthy();
    press('Take the link out');
    expect(now().links).toEqual([]);
  });

  test('what goes dead with a breaker is marked', () => {
    house({ panel: { circuits: [{ id: 'a', space: 7, label: 'Den' }] } });
    render(<RunScreen jobId="job-0000001" />);
    press('Den');
    expect(screen.getByTestId('dead')).toHaveTextContent(/With circuit 7 off 2 of 2 boxes are dead/);
  });
});

test('of a thousand boxes the first are drawn, and more at a touch', () => {
  const many = Array.from({ length: 130 }, (_, nth) => boxOf(`box-${1000 + nth}`, `Box ${nth}`, ROW));
  house({}, many);
  render(<OutageScreen jobId="job-0000001" />);
  expect(screen.getAllByTestId('work')).toHaveLength(60);
  press('Show 60 more of 130');
  press('Show 10 more of 130');
  expect(screen.getAllByTestId('work')).toHaveLength(130);
});

describe('tags', () => {
  test('each told conductor has its label, and what is not told is said', () => {
    house({}, [boxOf('box-hall', 'Hall', '20 in3, 12/2 feed, 12/2 "porch", duplex')]);
    render(<TagsScreen jobId="job-0000001" boxId="box-hall" />);
    expect(screen.getByText('Print 2 labels')).toBeTruthy();
    expect(screen.getByTestId('tag-sheet')).toHaveTextContent(/black: line, circuit 7.*Not told yet: porch/);
  });

  test('without a told cable there is nothing to print, and where it is told is said', () => {
    house({}, [boxOf('box-hall', 'Hall', '20 in3, 2x 12/2, duplex')]);
    render(<TagsScreen jobId="job-0000001" />);
    expect(screen.getByText('No cable is told yet')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Print/ })).toBeNull();
  });
});

describe('the day', () => {
  const boxes = () => [
    boxOf('box-window', 'Window', ROW, { stage: 'planned' }),
    boxOf('box-door', 'Door', '20 in3 plastic, 2x 12/2, duplex', { circuit: '4' }),
    boxOf('box-cellar', 'Cellar', ROW, { circuit: '', stage: 'planned' }),
  ];

  test('what is planned is in it; a box more is put in by touch, its live readings in one block', () => {
    house(
      { panel: { circuits: [{ id: 'f', space: 4, label: 'Freezer', offMost: 30, because: 'the freezer' }] } },
      boxes(),
    );
    render(<OutageScreen jobId="job-0000001" />);
    expect(screen.getByTestId('day')).toHaveTextContent(/2 throws of a breaker/);
    expect(screen.getByText('No circuit is named')).toBeTruthy();
    press('Work on it: Door');
    expect(now().boxes[1]?.seen.minutes).toBe(40);
    expect(screen.getByTestId('day')).toHaveTextContent(/4 throws of a breaker/);
    expect(screen.getByText('Off longer than it may be: circuit 4')).toBeTruthy();
    expect(screen.getByText('Live readings first, in one short block')).toBeTruthy();
    press('Fewer minutes: Door −');
    expect(screen.queryByText('Off longer than it may be: circuit 4')).toBeNull();
    expect(within(screen.getByTestId('day-chart')).getByLabelText(/^Circuit 4 is off from/)).toBeTruthy();
    expect(screen.getAllByTestId('step').map((one) => one.props.children)).toHaveLength(5);
    press('Fewer minutes: Window −');
    for (let nth = 0; nth < 3; nth += 1) press('Fewer minutes: Window −');
    expect(screen.getByTestId('day')).toHaveTextContent(/2 throws of a breaker/);
  });

  test.each([
    [40, '40 min'],
    [60, '1 h'],
    [95, '1 h 35'],
  ])('%s minutes are told as a person does: %s', (minutes, words) => expect(clock(minutes)).toBe(words));
});
