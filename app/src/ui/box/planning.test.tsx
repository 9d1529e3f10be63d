/** Looking at Change writes nothing; the first change after it begins the plan and keeps what was found. */
import { newId } from '@dense-pack/core/box/new-id';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { addItem } from '@dense-pack/core/box/edit';
import { act, renderHook } from '@testing-library/react-native';
import { useBoxEdit } from './use-box-edit';
import type { ShownBox } from '../client/queries';

const mockWritten: Partial<ShownBox>[] = [];
let mockStored: ShownBox;
jest.mock('../client/queries', () => ({
  boxNow: () => mockStored,
  changeBox: (box: ShownBox, fields: Partial<ShownBox>) => {
    mockWritten.push(fields);
    mockStored = { ...box, ...fields };
    return [];
  },
}));

beforeEach(() => {
  mockWritten.length = 0;
  const read = readCountLine('18 in3 plastic, 12/2, duplex');
  if (!read.ok) throw new Error(read.error.expected);
  mockStored = {
    id: 'box-0000001',
    jobId: 'job-0000001',
    box: read.box,
    stage: 'found',
    found: null,
  } as ShownBox;
});

test('a change made after a look at Change is the plan; before it, it is what was found', () => {
  const planning = { current: false };
  const { result } = renderHook(() => useBoxEdit('job-0000001', 'box-0000001', () => planning.current));
  const more = () =>
    act(() =>
      result.current.edit((box) => addItem(box, { kind: 'clamps', count: 1, hold: 'grip' }, newId).box),
    );
  more();
  expect(mockStored).toMatchObject({ stage: 'found', found: null });
  planning.current = true;
  expect(mockWritten).toHaveLength(1);
  const found = mockStored.box;
  more();
  expect(mockStored).toMatchObject({ stage: 'planned', found });
  expect(mockStored.box.items.find(({ kind }) => kind === 'clamps')).toMatchObject({ count: 2 });
  more();
  expect(mockStored.found).toBe(found);
});
