/** Many boxes at once: what is saved is what was typed, not what was read a moment before. Invented boxes. */
import { act, fireEvent, render, screen } from '@testing-library/react-native';
import { Batch } from './Batch';
import { previewBoxes, type ReadRequest } from './preview-boxes';

const mockSaved: { name: string; box: { items: unknown[] } }[] = [];
const mockWaiting: { request: ReadRequest; answer: (value: unknown) => void }[] = [];
jest.mock('../client/queries', () => ({
  makeBox: (_job: string, fields: (typeof mockSaved)[number]) => mockSaved.push(fields),
}));
jest.mock('./read-boxes', () => ({
  readBoxes: (request: ReadRequest) =>
    new Promise((answer) => {
      mockWaiting.push({ request, answer });
    }),
}));
/** Lets the reader answer the oldest question that waits. */
const answer = () =>
  act(async () => {
    const next = mockWaiting.shift();
    next?.answer(previewBoxes(next.request));
  });
const type = (text: string) => fireEvent.changeText(screen.getByLabelText(/^One box a line/), text);

test('while the text is being read nothing is saved; then all of it is', async () => {
  const done = jest.fn();
  render(<Batch jobId="job-0000001" draft="many/job-0000001" edition="nec2023" onDone={done} />);
  type('Attic: box oct-1.5, 14/2');
  await answer();
  expect(screen.getByText('Save 1 box')).toBeTruthy();
  type('Attic: box oct-1.5, 14/2, stud');
  // The older reading is still shown, and cannot be saved.
  expect(screen.queryByText('Save 1 box')).toBeNull();
  fireEvent.press(screen.getByText('Reading'));
  expect(mockSaved).toEqual([]);
  await answer();
  fireEvent.press(screen.getByText('Save 1 box'));
  expect(mockSaved.map(({ box }) => box.items.length)).toEqual([2]);
  expect(done).toHaveBeenCalledTimes(1);
});

test('an answer to an older text that comes late does not take the place of the newer', async () => {
  mockWaiting.length = 0;
  render(<Batch jobId="job-0000001" draft="many/job-0000001" edition="nec2023" onDone={jest.fn()} />);
  type('A: 18 in3, 12/2');
  type('A: 18 in3, 12/2\nB: 18 in3, 14/2');
  const [older, newer] = mockWaiting.splice(0);
  await act(async () => newer?.answer(previewBoxes(newer.request)));
  await act(async () => older?.answer(previewBoxes(older.request)));
  expect(screen.getByText('Save 2 boxes')).toBeTruthy();
  type('');
  expect(screen.getByText('Save 0 boxes')).toBeTruthy();
});
