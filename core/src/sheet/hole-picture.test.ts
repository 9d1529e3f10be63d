/** The drawings of a wall: what is said of them is what is drawn, and nothing lies outside them. */
import { CutInAsk } from '../box/hole.ts';
import { Surface } from '../box/surface.ts';
import { planCutIn } from '../space/cut-in.ts';
import { planRow, RowAsk } from '../space/row.ts';
import { layOut } from '../space/surface.ts';
import { frameAt, sectionPicture, wallPicture } from './hole-picture.ts';
import type { Picture } from './picture.ts';
import { placeUnder, rowPicture, surfaceAt, surfaceFrame, surfacePicture } from './surface-picture.ts';

const ASK = {
  wall: { studs: ['0 in', '16 in', '32 in'], cavity: '3 1/2 in', board: '1/2 in' },
  there: { gangs: 1, kind: 'new-work', x: '18 in', y: '14 in' },
  obstacles: [
    { what: 'pipe', x: '25 in', y: '0 in', width: '1 in', height: '96 in', depth: '2 in' },
    { what: 'far away', x: '300 in', y: '0 in', width: '1 in', height: '96 in' },
  ],
  new: { gangs: 2, kind: 'old-work', depth: '2 7/8 in' },
};
const planOf = (more: object = {}) => planCutIn(CutInAsk.parse({ ...ASK, ...more }));

function sound({ shapes, width, height, alt }: Picture) {
  expect(alt).not.toMatch(/NaN|undefined/);
  for (const shape of shapes) {
    expect(JSON.stringify(shape)).not.toMatch(/null|NaN/);
    if (shape.kind !== 'text') continue;
    expect(shape.x).toBeGreaterThanOrEqual(0);
    expect(shape.x).toBeLessThanOrEqual(width);
    expect(shape.y).toBeLessThanOrEqual(height);
  }
}

test('the wall says its dimensions as a carpenter writes them, and they are drawn to scale', () => {
  const plan = planOf();
  const picture = wallPicture(plan, frameAt(plan, plan.best?.x ?? 0, 358));
  sound(picture);
  expect(picture.alt).toBe(
    'The wall seen from the room: an opening 4³⁄₁₆ in wide and 3⁵⁄₈ in high, ¹⁄₁₆ in from the stud on the left and 10¹⁄₄ in from the one on the right, its centre 14 in from the floor.',
  );
  const texts = picture.shapes.flatMap((shape) => (shape.kind === 'text' ? [shape.text] : []));
  expect(texts).toEqual(
    expect.arrayContaining(['pipe', '4³⁄₁₆ in', '10¹⁄₄ in', 'centre 14 in from the floor']),
  );
  // What is not in the bay is not drawn.
  expect(texts).not.toContain('far away');
  const opening = picture.shapes.find((shape) => shape.kind === 'rect' && shape.line === 2.5);
  if (opening?.kind !== 'rect') throw new Error('no opening');
  expect(opening.width / opening.height).toBeCloseTo(4.1875 / 3.625, 6);
});

test('where there is no place it says so, and draws the wall all the same', () => {
  const plan = planOf({ new: { gangs: 2, kind: 'old-work', depth: '6 in' } });
  const picture = wallPicture(plan, frameAt(plan, 0, 358));
  sound(picture);
  expect(picture.alt).toBe('The wall; there is no place for the opening at this height.');
  expect(sectionPicture(plan, 320, 150).alt).toContain('box 6 in deep, no place');
});

test('the section tells the depth that is left, in front of what is behind', () => {
  sound(sectionPicture(planOf(), 320, 150));
  expect(sectionPicture(planOf(), 320, 150).alt).toContain('1¹⁄₈ in of depth left.');
  const behind = planOf({
    obstacles: [{ what: 'duct', x: '17 in', y: '12 in', width: '5 in', height: '4 in', depth: '1 in' }],
  });
  expect(sectionPicture(behind, 320, 150).alt).toContain('¹⁄₈ in of depth left in front of the duct.');
});

test('a place on the unfolded wall is drawn where a touch there means it', () => {
  const surface = Surface.parse({
    start: { x: '10 in', y: '14 in' },
    legs: [{ points: [{ x: '10 in', y: '120 in' }], end: 'fan box' }],
  });
  const run = layOut(surface);
  const frame = surfaceFrame(surface, run, 358);
  const picture = surfacePicture(surface, run, frame);
  sound(picture);
  expect(picture.alt).toContain('starter to inside elbow 82 in; inside elbow to fan box 24 in');
  const at = surfaceAt(frame, 10 * 25_400_000, 50 * 25_400_000);
  const back = placeUnder(frame, at.x, at.y);
  expect([back.x / 25_400_000, back.y / 25_400_000].map(Math.round)).toEqual([10, 50]);
});

test('a row is told fixture by fixture', () => {
  const ask = RowAsk.parse({ length: '96 in', many: 3, joists: { first: '4 in', pitch: '16 in' } });
  const picture = rowPicture(
    planRow(ask),
    96 * 25_400_000,
    { first: 4 * 25_400_000, pitch: 16 * 25_400_000 },
    358,
  );
  sound(picture);
  expect(picture.alt).toBe(
    'The row from above, 96 in long: fixture 1 at 24 in, fixture 2 at 48 in, fixture 3 at 72 in.',
  );
});
