/** The sheet on the screen says what the count says, and what is over bears a sign beside its colour. */
import { BoxFields } from '@dense-pack/core/box/record';
import { NO_PANEL } from '@dense-pack/core/box/panel';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { render, screen, within } from '@testing-library/react-native';
import * as queries from '../client/queries';
import { SheetScreen } from './SheetScreen';

jest.mock('../client/queries', () => ({
  ...jest.requireActual<typeof queries>('../client/queries'),
  useJob: jest.fn(),
}));

function stand(...lines: readonly string[]) {
  const boxes = lines.map((line, nth) => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(read.error.expected);
    const at = '2026-03-02T09:00:00.000Z';
    return {
      ...BoxFields.parse({ name: `Box ${nth + 1}`, circuit: '7', box: read.box }),
      id: `box-000000${nth + 1}`,
      jobId: 'job-0000001',
      version: 1,
      createdAt: at,
      updatedAt: at,
    };
  });
  const job = { id: 'job-0000001', name: 'House', edition: 'nec2023', panel: NO_PANEL, links: [], boxes };
  jest.mocked(queries.useJob).mockReturnValue({ job } as unknown as ReturnType<typeof queries.useJob>);
}

test('the count line by line, with its sections, and the verdict with a sign', () => {
  stand('18 in3 plastic, 3x 12/2, duplex');
  render(<SheetScreen jobId="job-0000001" boxId="box-0000001" />);
  const sheet = within(screen.getByTestId('sheet'));
  // docs/trade.md#worked-examples: 20.25 in 18.
  expect(sheet.getByText('× Over by 2.25 in³')).toBeTruthy();
  for (const told of ['314.16(B)(1)', '6 × 2.25', '13.50', '314.16(B)(4)', '314.16(B)(5)'])
    expect(sheet.getByText(told)).toBeTruthy();
  expect(sheet.getByText(/^Not tested: \d+ tests follow/)).toBeTruthy();
  expect(sheet.getByLabelText(/^The box packed: 20\.25 of 18\.00/)).toBeTruthy();
});

test('a house is all its sheets, and one without boxes says so', () => {
  stand('18 in3 plastic, 12/2', '20 in3, 14/2, switch');
  render(<SheetScreen jobId="job-0000001" />);
  expect(screen.getAllByTestId('sheet')).toHaveLength(2);
  expect(screen.getByText('Print 2 sheets')).toBeTruthy();
  stand();
  render(<SheetScreen jobId="job-0000001" />);
  expect(screen.getByText('No box to make a sheet of')).toBeTruthy();
});
