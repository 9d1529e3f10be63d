/** Colour is never the only sign: groups differ by letter or pattern too, in every theme. */
import { TILE_GROUPS } from '@dense-pack/core/box/vessel-preview';
import type { Tile } from '@dense-pack/core/vessel/tiles';
import tokens from '../theme/tokens.json';
import { hatchOf, lookOf, patternOf } from './tile-look';

const tileOf = (group: Tile['group'], colour?: Tile['colour']): Tile => ({
  key: 'k',
  group,
  itemId: 'i1',
  line: 0,
  area: 1,
  label: '12',
  ...(colour === undefined ? {} : { colour }),
});

const LOOKS = [
  tileOf('ground', 'bare'),
  tileOf('hardware'),
  tileOf('neutral', 'white'),
  tileOf('hot', 'black'),
  tileOf('hot', 'red'),
  tileOf('hot', 'blue'),
  tileOf('hot', 'white'),
  tileOf('switched', 'black'),
  tileOf('switched', 'red'),
  tileOf('conductor'),
  tileOf('device'),
].map(lookOf);

test('every group has a look, and no two share letter, pattern and words', () => {
  expect(new Set(TILE_GROUPS).size).toBe(7);
  const signs = LOOKS.map(({ letter, pattern, name }) => `${letter}|${pattern}|${name}`);
  expect(new Set(signs).size).toBe(signs.length);
});

/** WCAG 2.1 relative luminance and contrast ratio: the published formulas. */
function luminance(hex: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5]
    .map((at) => parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4));
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
const contrast = (a: string, b: string) => {
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light + 0.05) / (dark + 0.05);
};

describe.each(Object.keys(tokens.colour) as (keyof typeof tokens.colour)[])('in the %s theme', (theme) => {
  const colours = tokens.colour[theme];
  test('the letters of every tile stand out from it (WCAG 2.1, 1.4.3: at least 4.5)', () => {
    for (const look of LOOKS) expect(contrast(colours[look.fill], colours[look.ink])).toBeGreaterThan(4.5);
  });
  test('words stand out from what is under them; in sun by at least 7 (WCAG 2.1, 1.4.6)', () => {
    const least = theme === 'sun' ? 7 : 4.5;
    for (const word of ['ink', 'soft', 'legal', 'over', 'unknown', 'action', 'found', 'scale'] as const) {
      for (const under of ['paper', 'sheet'] as const) {
        expect([word, under, contrast(colours[word], colours[under]) >= least]).toEqual([word, under, true]);
      }
    }
  });
  test('the rim and walls stand out from the paper (WCAG 2.1, 1.4.11: at least 3)', () => {
    for (const line of ['wall', 'line', 'focus'] as const)
      expect([line, contrast(colours[line], colours.paper) >= 3]).toEqual([line, true]);
  });
});

test('patterns are drawn in the ink of their tile; a plain look has none', () => {
  const ground = lookOf(tileOf('ground', 'bare'));
  expect(patternOf(ground.pattern, '#10230f')?.image).toMatch(/#10230f/);
  expect(patternOf(lookOf(tileOf('neutral', 'white')).pattern, '#000000')).toBeUndefined();
  expect(hatchOf('#a3200d')).toMatch(/45deg, #a3200d/);
});
