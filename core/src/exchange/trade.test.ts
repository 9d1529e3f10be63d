/** docs/trade.md names every rule the program applies, where it stands and what tests it; what it names is there. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { CHECK_NAMES, EDITIONS } from '../edition/index.ts';

const ROOT = join(__dirname, '../../..');
const page = readFileSync(join(ROOT, 'docs/trade.md'), 'utf8');
const rows = page
  .split('\n')
  .filter((line) => /^\| .*`core\//.test(line) || /^\| .*\| not recorded \|/.test(line))
  .map((line) =>
    line
      .split('|')
      .slice(1, -1)
      .map((cell) => cell.trim()),
  );
const named = rows.map(([rule = '']) => /^[a-z0-9-]+/i.exec(rule)?.[0] ?? '');

test('every counting rule and every check has its row', () => {
  const wanted = [...new Set(EDITIONS.flatMap(({ rules }) => rules)), ...CHECK_NAMES];
  expect(wanted.filter((name) => !named.includes(name))).toEqual([]);
});

test('every rule of joints and terminals has its row', () => {
  const files = readdirSync(join(ROOT, 'core/src/wiring-rules')).filter(
    (name) => !/^(rules|subject)(\.test)?\.ts$|\.test\.ts$/.test(name),
  );
  expect(files.filter((name) => !page.includes(`core/src/wiring-rules/${name}`))).toEqual([]);
});

test('what a row names is in the repository, with an edition, a confidence and its doubts', () => {
  expect(rows.length).toBeGreaterThan(40);
  for (const [rule = '', editions = '', where = '', checked = '', confidence = '', doubts = ''] of rows) {
    for (const path of [...`${where} ${checked}`.matchAll(/`([^`]+)`/g)].map(([, one = '']) => one))
      expect([rule, path, existsSync(join(ROOT, path))]).toEqual([rule, path, true]);
    expect([rule, editions]).toEqual([rule, expect.stringMatching(/All|CEC|20\d\d/)]);
    expect([rule, confidence]).toEqual([rule, expect.stringMatching(/^(memory|practice|none)$/)]);
    expect([rule, doubts]).toEqual([rule, expect.stringMatching(/\S/)]);
  }
});
