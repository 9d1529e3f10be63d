/** A label says what the count says; its code is read by a reader that shares nothing with what makes it. */
import fc from 'fast-check';
import jsQR from 'jsqr';
import { BoxRecord } from '../box/record.ts';
import { readCountLine } from '../shorthand/read.ts';
import { boxInTag, codeOf, codePath, labelOf } from './label.ts';

const read = readCountLine('18 in3 plastic, 3x 12/2, duplex');
if (!read.ok) throw new Error(read.error.expected);
const AT = '2026-03-02T09:00:00.000Z';
const record = BoxRecord.parse({
  id: 'box-0000001',
  jobId: 'job-0000001',
  name: 'Counter',
  room: 'Kitchen',
  circuit: '4',
  box: read.box,
  version: 1,
  createdAt: AT,
  updatedAt: AT,
});
const label = labelOf({
  job: { edition: 'nec2023' },
  record,
  origin: 'http://127.0.0.1:4321',
  day: () => '2 Mar 2026, 09:00',
});

/** A code as a picture: black on white, `scale` pixels a module, four modules of white round it. */
function drawn(text: string, scale = 4): { data: Uint8ClampedArray; side: number } {
  const { size, isDark } = codeOf(text);
  const side = (size + 8) * scale;
  const data = new Uint8ClampedArray(side * side * 4).fill(255);
  for (let y = 0; y < side; y += 1)
    for (let x = 0; x < side; x += 1)
      if (isDark(Math.floor(x / scale) - 4, Math.floor(y / scale) - 4))
        data.fill(0, (y * side + x) * 4, (y * side + x) * 4 + 3);
  return { data, side };
}

test('name, circuit, fill, margin, edition and date', () => {
  expect(label).toMatchObject({
    name: 'Kitchen, Counter',
    lines: ['circuit 4', 'fill 20.25 of 18.00 in³', 'Over by 2.25 in³', 'NEC 2023, 2 Mar 2026'],
  });
});

test('its code is read back, also with a corner of it dirty', () => {
  const { data, side } = drawn(label.address);
  expect(jsQR(data, side, side)?.data).toBe(label.address);
  // A spot of paint of eight per cent of the width in the middle.
  const spot = Math.floor(side * 0.08);
  for (let y = 0; y < spot; y += 1)
    for (let x = 0; x < spot; x += 1) {
      const at = ((Math.floor(side * 0.55) + y) * side + Math.floor(side * 0.55) + x) * 4;
      data.fill(0, at, at + 3);
    }
  expect(jsQR(data, side, side)?.data).toBe(label.address);
  expect(boxInTag(label.address)).toEqual({ job: 'job-0000001', box: 'box-0000001' });
});

test('any address of a box is read back, and its path draws every dark module once', () => {
  const id = fc.stringMatching(/^[a-z0-9-]{8,40}$/);
  fc.assert(
    fc.property(id, id, fc.webUrl(), (job, box, url) => {
      const { origin } = new URL(url);
      const text = `${origin}/job/${job}/box/${box}`;
      const { data, side } = drawn(text, 3);
      expect(jsQR(data, side, side)?.data).toBe(text);
      expect(boxInTag(text)).toEqual({ job, box });
      const code = codeOf(text);
      let dark = 0;
      for (let y = 0; y < code.size; y += 1)
        for (let x = 0; x < code.size; x += 1) dark += Number(code.isDark(x, y));
      expect(codePath(code).split('M').length - 1).toBe(dark);
    }),
    { numRuns: 60 },
  );
});

test.each([
  'https://example.org/',
  'WIFI:S:guest;T:WPA;P:secret;;',
  'http://x/job/../box/box-0000001',
  'http://x/job/job-0000001/box/',
  'javascript:alert(1)//job/job-0000001/box/BOX<script>',
  '',
])('what is no tag of a box is none: %s', (text) => expect(boxInTag(text)).toBeUndefined());
