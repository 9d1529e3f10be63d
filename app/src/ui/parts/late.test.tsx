/** A part that could not be fetched says so in words; the rest of the screen stays. */
import { configure, fireEvent, render, screen, waitFor } from '@testing-library/react-native';
import { lazy } from 'react';
import { LatePart } from './late';
import { Words } from './Words';

// A busy machine takes its time.
configure({ asyncUtilTimeout: 15_000 });

const away = () => Promise.reject(new Error('no such file'));

test('in place of a late part a word, then the part', async () => {
  const Late = lazy(() => Promise.resolve({ default: () => <Words>here it is</Words> }));
  render(
    <LatePart what="its work">
      <Late />
    </LatePart>,
  );
  expect(screen.getByText('Loading its work…')).toBeTruthy();
  expect(await screen.findByText('here it is')).toBeTruthy();
});

test('what cannot be fetched is told; the page is loaded anew only once its server answers', async () => {
  // React tells the console of what it caught.
  const told = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const reload = jest.fn();
  const fetched = jest.spyOn(globalThis, 'fetch').mockRejectedValue(new TypeError('no network'));
  Object.assign(globalThis, { location: { href: 'https://box.example/job/1', reload } });
  const Gone = lazy(away);
  render(
    <>
      <Words>the verdict</Words>
      <LatePart what="its work">
        <Gone />
      </LatePart>
    </>,
  );
  expect(await screen.findByText('This part could not be shown')).toBeTruthy();
  expect(screen.getByText('the verdict')).toBeTruthy();
  fireEvent.press(screen.getByText('Try again'));
  expect(await screen.findByText('No answer yet; tried once.')).toBeTruthy();
  fetched.mockResolvedValue(new Response('gone', { status: 503 }));
  fireEvent.press(screen.getByText('Try again'));
  expect(await screen.findByText('No answer yet; tried 2 times.')).toBeTruthy();
  expect(reload).not.toHaveBeenCalled();
  fetched.mockResolvedValue(new Response('the page'));
  fireEvent.press(screen.getByText('Try again'));
  await waitFor(() => expect(reload).toHaveBeenCalledTimes(1));
  Reflect.deleteProperty(globalThis, 'location');
  told.mockRestore();
  fetched.mockRestore();
});
