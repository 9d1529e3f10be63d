/** docs/trade.md names every rule the program applies, where it stands and what tests it; what it names is there, and what cites it finds it. */
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

/** The address of a heading, as GitHub makes it. */
const anchorOf = (heading: string) =>
  heading
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N} -]/gu, '')
    .replaceAll(' ', '-');

/** Every page of docs with its headings. */
const anchors = new Map(
  readdirSync(join(ROOT, 'docs'))
    .filter((name) => name.endsWith('.md'))
    .map((name) => [
      `docs/${name}`,
      new Set(
        readFileSync(join(ROOT, 'docs', name), 'utf8')
          .split('\n')
          .flatMap((line) => /^#+ (.*)/.exec(line)?.[1] ?? [])
          .map(anchorOf),
      ),
    ]),
);

/** The sources of all parts, and the pages, with their texts. */
function* sources(): Generator<readonly [path: string, text: string]> {
  for (const folder of [
    'core/src',
    'server/src',
    'app/src',
    'app/public',
    'bin',
    'e2e',
    'bench',
    'scripts',
    'docs',
  ])
    for (const name of readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' }))
      if (/\.(tsx?|m?js|sql|md)$/.test(name) && !/(^|\/)(node_modules|dist)\//.test(name))
        yield [`${folder}/${name}`, readFileSync(join(ROOT, folder, name), 'utf8')];
}

test('every citation leads to a heading of these pages, and none leads out of the repository', () => {
  const lost: string[] = [];
  let cited = 0;
  for (const [path, text] of sources()) {
    for (const [, page = '', first = '', more = ''] of text.matchAll(
      /(docs\/[a-z-]+\.md)(?:#([a-z0-9-]+)((?:,? #[a-z0-9-]+)*))?/g,
    )) {
      const wanted = [first, ...(more.match(/[a-z0-9-]+/g) ?? [])];
      cited += 1;
      const there = anchors.get(page);
      for (const anchor of wanted)
        if (!there || (anchor !== '' && !there.has(anchor))) lost.push(`${path}: ${page}#${anchor}`);
    }
    // The words are taken apart, so that this file does not cite what it forbids.
    for (const outside of ['hand' + 'book', 'SHORT' + 'HAND', '../' + 'shared'])
      if (text.includes(outside)) lost.push(`${path}: ${outside}`);
  }
  expect(lost).toEqual([]);
  expect(cited).toBeGreaterThan(150);
});

test('the headings of the trade are all cited', () => {
  const text = [...sources()].map(([path, one]) => (path.startsWith('docs/') ? '' : one)).join('\n');
  const [, trade = ''] = readFileSync(join(ROOT, 'docs/trade.md'), 'utf8').split(
    '# The trade behind the rules',
  );
  const headings = trade.split('\n').flatMap((line) => /^## (.*)/.exec(line)?.[1] ?? []);
  expect(headings.length).toBeGreaterThan(20);
  expect(headings.map(anchorOf).filter((anchor) => !text.includes(`#${anchor}`))).toEqual([]);
});
