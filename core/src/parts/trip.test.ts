/** One trip: what a plan brings in, once; what is built or there already, not. Invented data. */
import Papa from 'papaparse';
import { BoxRecord } from '../box/record.ts';
import type { Link } from '../box/links.ts';
import { readCountLine } from '../shorthand/read.ts';
import { Kit } from './kit.ts';
import { type Trip, tripCsv, tripOf } from './trip.ts';

const AT = '2026-03-02T09:00:00.000Z';
function record(id: string, line: string, found?: string, more: object = {}): BoxRecord {
  const box = (text: string) => {
    const read = readCountLine(text);
    if (!read.ok) throw new Error(read.error.expected);
    return read.box;
  };
  return BoxRecord.parse({
    id: `${id}-000001`,
    jobId: 'job-0000001',
    name: id,
    box: box(line),
    ...(found === undefined ? {} : { found: box(found), stage: 'planned', stageAt: AT }),
    version: 1,
    createdAt: AT,
    updatedAt: AT,
    ...more,
  });
}
const trip = (boxes: BoxRecord[], kit = Kit.parse({}), links: Link[] = []) =>
  tripOf({ job: { edition: 'nec2023', links }, boxes, kit });
const said = ({ rows }: Trip, ...kinds: string[]) =>
  rows
    .filter(({ kind }) => kinds.includes(kind))
    .map(({ count, what, note }) => [count ?? '', what, note].filter((one) => one !== '').join(' | '));

const kitchen = record(
  'kitchen',
  '34 in3 2-gang plastic old-work device-box, 12/2 feed, 2x 12/2 out, gfci 20a, switch',
  '18 in3 plastic old-work device-box, 12/2 feed, 12/2 out, duplex',
);

test('the box, the devices, the plate, the cable and a label of a planned change', () => {
  const told = trip([kitchen]);
  expect(said(told, 'box')).toEqual(['1 | 34 in³ 2-gang plastic old-work device box']);
  expect(said(told, 'device').sort()).toEqual(['1 | GFCI receptacle, 20 A', '1 | switch']);
  expect(said(told, 'plate')).toEqual(['1 | 2-gang plate: rectangular, toggle']);
  expect(said(told, 'cable')).toEqual(['12/2 NM cable | 1 length not known']);
  expect(said(told, 'label')).toEqual(['1 | label for the inside of the cover']);
});

test('of what is built, or only recorded as it was found, no box and no device is brought', () => {
  const built = { ...kitchen, stage: 'built' as const };
  expect(trip([built]).rows).toEqual([]);
  const found = record('hall', '18 in3 plastic, 12/2 feed, 12/2 out, duplex');
  expect(said(trip([found]), 'box', 'device', 'plate', 'cable', 'label')).toEqual([]);
  expect(said(trip([found]), 'joint').length).toBeGreaterThan(0);
});

test('a cable between two boxes is one cable, as long as it was said to be', () => {
  const one = record(
    'left',
    '18 in3 plastic, 12/2 feed, 12/2 out, duplex',
    '18 in3 plastic, 12/2 feed, duplex',
  );
  const two = record('right', '20 in3 plastic, 12/2 feed, duplex @12', '20 in3 plastic, duplex @12');
  const added = (box: BoxRecord, nth: number) => ({
    box: box.id,
    piece: box.box.items.filter(({ kind }) => kind === 'cable')[nth]?.id ?? '',
  });
  const link: Link = { id: 'link-1', from: added(one, 1), to: added(two, 0) };
  expect(said(trip([one, two], undefined, [link]), 'cable')).toEqual(['12/2 NM cable | 1 length not known']);
  expect(said(trip([one, two], undefined, [{ ...link, feet: 24 }]), 'cable')).toEqual([
    '12/2 NM cable | 24 ft',
  ]);
  expect(said(trip([one, two]), 'cable')).toEqual(['12/2 NM cable | 2 lengths not known']);
});

test('what the truck holds is taken off, and told', () => {
  const found = record('hall', '18 in3 plastic, 12/2 feed, 12/2 out, duplex');
  const all = trip([found]).rows.filter(({ what }) => /twist-on/.test(what));
  expect(all).toHaveLength(1);
  const many = Number(/^(\d+) ×/.exec(all[0]?.what ?? '')?.[1]);
  const id =
    { L: 'twist-l', M: 'twist-m', S: 'twist-s' }[/twist-on (.)/.exec(all[0]?.what ?? '')?.[1] ?? ''] ?? '';
  const holds = (count: number) =>
    trip([found], Kit.parse({ connectors: { [id]: count } })).rows.filter(({ what }) =>
      /twist-on/.test(what),
    );
  expect(holds(1).map(({ what, note }) => [what, note])).toEqual([
    [expect.stringMatching(new RegExp(`^${many - 1} × `)), expect.any(String)],
    [expect.stringMatching(/^twist-on/), `1 of ${many} are in the truck`],
  ]);
  expect(holds(99).map(({ note }) => note)).toEqual([`${many} of ${many} are in the truck`]);
});

test('the same thing for two boxes is one row that names both; as CSV no cell is a formula', () => {
  const again = { ...kitchen, id: 'pantry-000001', name: '=pantry' };
  const told = trip([kitchen, again]);
  const box = told.rows.find(({ kind }) => kind === 'box');
  expect([box?.count, box?.for]).toEqual([2, ['kitchen', '=pantry']]);
  const csv = Papa.parse<string[]>(tripCsv(told).trim()).data;
  expect(csv[0]).toEqual(['kind', 'count', 'what', 'note', 'for']);
  expect(csv).toHaveLength(told.rows.length + 1);
  for (const cell of csv.flat()) expect(cell).not.toMatch(/^[=+@]/);
});

test('a box whose joints cannot be planned is named, and the rest is told', () => {
  const cellar = record('cellar', '18 in3, 12/2 feed, 12/2 feed, switch');
  const told = trip([cellar, kitchen]);
  expect(told.rows.some(({ kind }) => kind === 'device')).toBe(true);
  expect(told.unplanned.every((one) => one === 'cellar' || one === 'kitchen')).toBe(true);
});
