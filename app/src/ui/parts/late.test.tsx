/** A part that could not be fetched says so in words; the rest of the screen stays. */
import { configure, fireEvent, render, screen } from '@testing-library/react-native';
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

test('what cannot be fetched is told, with a way to try again, and what stands beside it stays', async () => {
  // React tells the console of what it caught.
  const told = jest.spyOn(console, 'error').mockImplementation(() => undefined);
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
  told.mockRestore();
});
