/** A job is renamed and noted of where it stands. Invented job. */
import { fireEvent, render, screen } from '@testing-library/react-native';
import { AboutJob } from './AboutJob';

const mockChange = jest.fn((_job: unknown, change: () => object) => (change(), []));
jest.mock('../client/queries', () => ({
  changeJobNow: (job: unknown, change: () => object) => mockChange(job, change),
}));

const job = {
  id: 'job-0000001',
  version: 3,
  name: 'Job of 27 Nov 2026',
  edition: 'nec2023' as const,
  note: '',
  panel: { circuits: [] },
  links: [],
  boxes: [],
  unreadable: [],
};
const NAME = 'Name or address of the job';
const NOTE = 'Note, printed on the sheets';
const end = (label: string, text: string) => {
  const field = screen.getByLabelText(label);
  fireEvent.changeText(field, text);
  fireEvent(field, 'blur');
};
/** What was asked for, all changes one after the other. */
const asked = () => mockChange.mock.calls.map(([, change]) => change());

beforeEach(() => {
  mockChange.mockClear();
  render(<AboutJob job={job as never} />);
});

test('it is renamed, once, without the blanks around it', () => {
  end(NAME, '  Barn on the hill ');
  expect(asked()).toEqual([{ name: 'Barn on the hill' }]);
});

test('a tab or a new line in it is a blank', () => {
  end(NAME, 'Barn\ton\r\nthe hill');
  expect(asked()).toEqual([{ name: 'Barn on the hill' }]);
});

test.each([
  ['   ', /must name the job/],
  ['x'.repeat(81), /must be at most 80 characters/],
])('“%s” is no name: it is told, and stays in the field', (text, why) => {
  end(NAME, text);
  expect(asked()).toEqual([]);
  expect(screen.getByTestId('problem')).toHaveTextContent(why);
  expect(screen.getByTestId('problem')).toHaveTextContent(/It stays “Job of 27 Nov 2026”/);
});

test('left as it was, nothing is changed', () => {
  end(NAME, 'Job of 27 Nov 2026');
  end(NOTE, '');
  expect(asked()).toEqual([]);
});

test('a note has its lines; one that is too long is told', () => {
  end(NOTE, 'Meter by the door.\nDog.');
  expect(asked()).toEqual([{ note: 'Meter by the door.\nDog.' }]);
  end(NOTE, 'x'.repeat(4001));
  expect(screen.getByTestId('problem')).toHaveTextContent(/at most 4000/);
  expect(asked()).toHaveLength(1);
});
