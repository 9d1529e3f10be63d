/** What was fetched is drawn in the frame it is asked for: no word in its place flashes. */
import { configure, render, screen } from '@testing-library/react-native';
import { lazy, Suspense } from 'react';
import { Text, View } from 'react-native';
import { fetchAllLater, fetchedOnce } from './fetched-once';

// A busy machine takes its time.
configure({ asyncUtilTimeout: 15_000 });

const Part = () => <Text>the part</Text>;

test('before it was fetched a word stands in its place; after, the part at once', async () => {
  let fetched = 0;
  const once = fetchedOnce(() => {
    fetched += 1;
    return Promise.resolve({ Part });
  });
  const First = lazy(() => once.take((all) => ({ default: all.Part })));
  const drawn: string[] = [];
  const Waits = () => {
    drawn.push('waits');
    return <Text>waits</Text>;
  };
  render(
    <View>
      <Suspense fallback={<Waits />}>
        <First />
      </Suspense>
    </View>,
  );
  expect(await screen.findByText('the part')).toBeTruthy();
  expect(drawn).toContain('waits');
  drawn.length = 0;

  const Second = lazy(() => once.take((all) => ({ default: all.Part })));
  render(
    <View>
      <Suspense fallback={<Waits />}>
        <Second />
      </Suspense>
    </View>,
  );
  expect(screen.getByText('the part')).toBeTruthy();
  expect(drawn).toEqual([]);
  expect(fetched).toBe(1);
});

test('all that is late is fetched, and a failure is told', async () => {
  const asked: string[] = [];
  fetchedOnce(() => Promise.resolve(asked.push('one')));
  fetchedOnce(() => {
    asked.push('two');
    return Promise.reject(new Error('away'));
  });
  await expect(fetchAllLater()).rejects.toThrow('away');
  expect(asked).toEqual(['one', 'two']);
});
