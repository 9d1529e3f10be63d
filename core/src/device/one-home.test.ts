/** What is known of a kind of device is in its file: no other source lists kinds by their names. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { DEVICE_NAMES, kindOf } from './index.ts';

const ROOT = join(__dirname, '../../..');
const FOLDERS = ['core/src', 'app/src', 'server/src', 'bin'];
const isSource = (path: string) =>
  /\.tsx?$/.test(path) && !/\.test\.|\/tests?\/|core\/src\/device\//.test(path);
const SOURCES = FOLDERS.flatMap((folder) =>
  readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .map((path) => `${folder}/${path}`)
    .filter(isSource),
);

/** Lists of words in a source of which three or more are kinds of devices. */
function listsOfKinds(source: string): string[] {
  return [...source.matchAll(/\[\s*(?:'[\w-]+',?\s*){3,}\]/g)]
    .map(([list]) => list)
    .filter((list) => {
      const words = [...list.matchAll(/'([\w-]+)'/g)].map(([, word]) => word);
      return words.filter((word) => DEVICE_NAMES.some((name) => name === word)).length >= 3;
    });
}

test('a list of kinds is seen for what it is', () => {
  expect(listsOfKinds(`const A = new Set(['dimmer', 'smart',\n  'timer']);`)).toHaveLength(1);
  expect(listsOfKinds(`const B = ['light', 'outlet', 'switch', 'nothing'];`)).toEqual([]);
});

test('no source outside core/device lists kinds of devices', () => {
  expect(SOURCES.length).toBeGreaterThan(400);
  const found = SOURCES.flatMap((path) =>
    listsOfKinds(readFileSync(join(ROOT, path), 'utf8')).map((list) => `${path}: ${list}`),
  );
  expect(found).toEqual([]);
});

/** Common practice, no source: the device in hand governs. */
test('what each kind is made like', () => {
  const those = (is: (kind: ReturnType<typeof kindOf>) => boolean) =>
    DEVICE_NAMES.filter((name) => is(kindOf(name))).sort();
  expect(those(({ electronic }) => electronic === true)).toEqual([
    'dimmer',
    'fan-control',
    'sensor',
    'smart',
    'timer',
  ]);
  // Plain devices have spring holes next to their screws; the same kinds are made two on one yoke.
  const plain = ['3way', 'duplex', 'single', 'switch'];
  expect(those(({ springHoles }) => springHoles === true)).toEqual(plain);
  expect(those(({ pairs }) => pairs)).toEqual(plain);
  expect(those(({ smartInItsPlace }) => smartInItsPlace === true)).toEqual([
    '3way',
    '4way',
    'dimmer',
    'switch',
  ]);
  expect(those(({ opening }) => opening === 'toggle')).toEqual(['2pole', '3way', '4way', 'switch']);
});
