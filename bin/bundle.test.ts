/** What runs from a bundle runs what its source says now, whatever was kept of an earlier one. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { pathToFileURL } from 'node:url';

const ROOT = join(__dirname, '..');
const folder = mkdtempSync(join(tmpdir(), 'dense-pack-bundle-'));
afterAll(() => rmSync(folder, { recursive: true }));

const entry = join(folder, 'entry.ts');
const at = (path: string) => relative(ROOT, path);

/** Writes the source, some seconds younger than all before it. */
let seconds = 0;
function source(text: string) {
  writeFileSync(entry, text);
  seconds += 10;
  const then = new Date(Date.now() + seconds * 1000);
  utimesSync(entry, then, then);
}

function run() {
  const from = JSON.stringify({ entry: at(entry), sources: [at(entry)] });
  const program = `import { runBundled } from ${JSON.stringify(pathToFileURL(join(ROOT, 'scripts/bundle.mjs')).href)};
    await runBundled(${from}, ${JSON.stringify(at(join(folder, 'out/entry.cjs')))});`;
  const { stdout, stderr, status } = spawnSync(process.execPath, ['--input-type=module', '-e', program], {
    encoding: 'utf8',
  });
  return { said: stdout.trim(), stderr, status };
}
const kept = () => readdirSync(join(folder, 'out')).filter((name) => name.endsWith('.v8'));

const GOOD = { stderr: '', status: 0 };

test('a run keeps what was compiled, the next says the same, and a changed source of the same length says its own', () => {
  source('const say = (word: string) => console.log(word);\nsay("one");');
  expect(run()).toEqual({ said: 'one', ...GOOD });
  const first = kept();
  expect(first).toHaveLength(1);
  expect(run()).toEqual({ said: 'one', ...GOOD });
  expect(kept()).toEqual(first);
  source('const say = (word: string) => console.log(word);\nsay("two");');
  expect(run()).toEqual({ said: 'two', ...GOOD });
  // What was kept of the source before is gone.
  expect(kept()).toHaveLength(1);
  expect(kept()).not.toEqual(first);
});

test.each([
  ['nothing', Buffer.alloc(0)],
  ['anything', Buffer.from('not what V8 compiled')],
])('where %s lies in its place it is compiled as before, and kept anew', (_, bytes) => {
  source('console.log("three");');
  run();
  const [name = ''] = kept();
  writeFileSync(join(folder, 'out', name), bytes);
  expect(run()).toEqual({ said: 'three', ...GOOD });
  expect(run()).toEqual({ said: 'three', ...GOOD });
});

test('it is strict, as the modules it is made of: a frozen thing refuses a change', () => {
  source('const frozen: { one: number } = Object.freeze({ one: 1 });\nfrozen.one = 2;');
  const { status, stderr } = run();
  expect(status).toBe(1);
  expect(stderr).toContain('TypeError');
  expect(stderr).toContain('read only');
});
