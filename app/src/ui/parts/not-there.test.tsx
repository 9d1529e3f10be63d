/** A job or a box that is not there, and one that cannot be read now, are told apart. */
import { fireEvent, render, screen } from '@testing-library/react-native';
import { ProblemAnswer, ServerAway } from '@/sync/api';
import { NotThere } from './NotThere';

jest.mock('expo-router', () => ({ router: { navigate: jest.fn() }, Link: 'Link' }));

const show = (error: Error | null, isLoading = false) => {
  const refetch = jest.fn(() => Promise.resolve());
  render(<NotThere what="job" title="Where to tap" back={undefined} query={{ isLoading, error, refetch }} />);
  return refetch;
};

test('while the server is away nobody says that the job was deleted, and it can be asked again', () => {
  const refetch = show(new ServerAway('no answer'));
  expect(screen.getByText('The job cannot be read now')).toBeTruthy();
  expect(screen.queryByText(/deleted/)).toBeNull();
  fireEvent.press(screen.getByText('Try again'));
  expect(refetch).toHaveBeenCalledTimes(1);
});

test('what the server does not know may have been deleted', () => {
  show(new ProblemAnswer({ type: 'about:blank', title: 'Not found', status: 404 }));
  expect(screen.getByText('There is no such job')).toBeTruthy();
  expect(screen.getByText('It may have been deleted.')).toBeTruthy();
});

test('while it is read nothing is said of it', () => {
  show(null, true);
  expect(screen.queryByText(/no such|cannot be read/)).toBeNull();
});
