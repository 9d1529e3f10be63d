/** By which address other phones reach the server: asked once, refused in words, and shown with the size of the database. Invented data. */
import { QueryClientProvider } from '@tanstack/react-query';
import { configure, fireEvent, render, screen, waitFor } from '@testing-library/react-native';
import * as api from '@/sync/api';
import { queryClient } from '../client/sending';
import { ServerSettings, sizeWords } from '../settings/ServerSettings';
import { AskAddress } from './AskAddress';
import { usePublicAddress } from './public-address';

// A busy machine takes its time.
configure({ asyncUtilTimeout: 15_000 });

jest.mock('@/sync/api', () => ({
  ...jest.requireActual<typeof api>('@/sync/api'),
  request: jest.fn(),
}));
const request = jest.mocked(api.request);

const SIZE = {
  databaseBytes: 12_300_000,
  photoBytes: 1_500_000_000,
  photoBytesMost: 20_000_000_000,
  jobs: 1,
  boxes: 1234,
  states: 40_321,
};
/** What the server keeps. */
let kept: string | null = null;
let size = SIZE;

beforeEach(() => {
  kept = null;
  size = SIZE;
  queryClient.clear();
  request.mockReset().mockImplementation(async (_schema, path, method, body) => {
    if (path === '/health') return size;
    if (method === 'PUT') kept = (body as { address: string }).address;
    return { address: kept, answered: kept !== 'https://new.example.com' };
  });
});
const puts = () => request.mock.calls.filter(([, , method]) => method === 'PUT').map(([, , , body]) => body);

function Asked() {
  return usePublicAddress()?.address === null && <AskAddress />;
}
const shown = (what: React.ReactElement) =>
  render(<QueryClientProvider client={queryClient}>{what}</QueryClientProvider>);

test('it is asked until it is answered, and a wrong address is refused with an example', async () => {
  shown(<Asked />);
  const field = await screen.findByLabelText('Address of the server');
  fireEvent.changeText(field, 'http://127.0.0.1:4310');
  fireEvent.press(screen.getByText('Use this address'));
  expect(await screen.findByTestId('problem')).toHaveTextContent(
    /Type an address that other phones can open, such as https:\/\/boxes\.example\.com/,
  );
  expect(puts()).toEqual([]);
  fireEvent.changeText(field, ' https://Boxes.example.com/ ');
  fireEvent.press(screen.getByText('Use this address'));
  await waitFor(() => expect(screen.queryByText('Use this address')).toBeNull());
  expect(puts()).toEqual([{ address: 'https://boxes.example.com' }]);
});

test('that no other phone reaches it is an answer too', async () => {
  shown(<Asked />);
  fireEvent.press(await screen.findByText('No other phone reaches it'));
  await waitFor(() => expect(screen.queryByText('No other phone reaches it')).toBeNull());
  expect([puts(), kept]).toEqual([[{ address: '' }], '']);
});

test('without the server it stays asked, and says so', async () => {
  shown(<Asked />);
  const field = await screen.findByLabelText('Address of the server');
  request.mockRejectedValue(new api.ServerAway('away'));
  fireEvent.changeText(field, 'https://boxes.example.com');
  fireEvent.press(screen.getByText('Use this address'));
  expect(await screen.findByTestId('problem')).toHaveTextContent(/so this was not saved/);
});

test('the settings show and change it, and how much there is', async () => {
  kept = 'https://old.example.com';
  shown(<ServerSettings />);
  fireEvent.press(screen.getByText('The server'));
  expect(await screen.findByDisplayValue('https://old.example.com')).toBeTruthy();
  expect(await screen.findByText('Database: 12.3 MB')).toBeTruthy();
  expect(screen.getByText('Photos: 1.5 GB of at most 20 GB')).toBeTruthy();
  expect(screen.getByTestId('storage')).toHaveTextContent(/1 job, 1,234 boxes, 40,321 states/);
  expect(screen.queryByText(/DENSE_PACK/)).toBeNull();
  const field = screen.getByLabelText('Address other phones open');
  fireEvent.changeText(field, 'https://new.example.com');
  fireEvent(field, 'blur');
  await waitFor(() => expect(kept).toBe('https://new.example.com'));
  expect(await screen.findByText(/DENSE_PACK_HOSTS=new\.example\.com/)).toBeTruthy();
  fireEvent.changeText(field, '');
  fireEvent(field, 'blur');
  await waitFor(() => expect(kept).toBe(''));
});

test.each([
  ['near their limit', { photoBytes: 19_000_000_000 }],
  ['where none are kept', { photoBytes: 0, photoBytesMost: 0 }],
])('photos %s are shown with what to do', async (_, limit) => {
  size = { ...SIZE, ...limit };
  shown(<ServerSettings />);
  fireEvent.press(screen.getByText('The server'));
  expect(await screen.findByText(/DENSE_PACK_PHOTOS_GB/)).toBeTruthy();
});

test.each([
  [0, '0 bytes'],
  [999, '999 bytes'],
  [1000, '1 kB'],
  [1_540_000, '1.5 MB'],
  [20_000_000_000, '20 GB'],
  [3_000_000_000_000_000, '3,000 TB'],
])('%d bytes are %s', (bytes, words) => {
  expect(sizeWords(bytes)).toBe(words);
});
