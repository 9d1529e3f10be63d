/** A new box begun from its own address: the shortcut may be the first thing the app ever draws. The jobs are invented. */
import { QueryClientProvider } from '@tanstack/react-query';
import { render, screen } from '@testing-library/react-native';
import { type ReactNode, useEffect } from 'react';
import { queryClient } from '../client/queries';
import { Begin } from './Begin';

/** Whether the navigator stands, and what was written into the address: as the router does, it refuses before. */
const mockRouter = { stands: false, written: [] as unknown[] };
jest.mock('expo-router', () => ({
  router: {
    setParams(params: unknown) {
      if (!mockRouter.stands)
        throw new Error('Attempted to navigate before mounting the Root Layout component');
      mockRouter.written.push(params);
    },
  },
}));
jest.mock('./BoxScreen', () => {
  const { Text } = jest.requireActual<typeof import('react-native')>('react-native');
  return { BoxScreen: ({ jobId }: { readonly jobId: string }) => <Text>{`the box of ${jobId}`}</Text> };
});

/** A navigator stands once its effect has run, and a child's runs first. */
function Navigator({ children }: { readonly children: ReactNode }) {
  useEffect(() => void (mockRouter.stands = true), []);
  return children;
}

test('where the jobs are known before anything is drawn, the box is made once and its address is written', async () => {
  const job = {
    id: 'porch',
    name: 'Porch',
    edition: '2023',
    note: '',
    demo: false,
    version: 1,
    updatedAt: '',
  };
  queryClient.setQueryData(['jobs'], {
    jobs: [{ ...job, boxes: 0, over: 0, unknown: 0, unreadable: 0, preview: [] }],
  });
  render(
    <QueryClientProvider client={queryClient}>
      <Navigator>
        <Begin open="line" />
      </Navigator>
    </QueryClientProvider>,
  );
  await screen.findByText('the box of porch');
  expect(mockRouter.written).toEqual([{ job: 'porch', box: expect.any(String), open: 'line' }]);
});
