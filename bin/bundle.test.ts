/** What runs from a bundle runs what its source says now, whatever was kept of an earlier one. */
import { spawn, spawnSync } from 'node:child_process';
import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { pathToFileURL } from 'node:url';

const ROOT = join(__dirname, '..');
const folder = mkdtempSync(join(tmpdir(), 'dense-pack-bundle-'));
afterAll(() => rmSync(folder, { recursive: true }));

const entry = join(folder, 'entry.ts');
const bundle = join(folder, 'out/entry.cjs');
const at = (path: string) => relative(ROOT, path);

/** Writes the source, and takes the bundle of the one before for older than it. */
function source(text: string) {
  writeFileSync(entry, text);
  if (existsSync(bundle)) utimesSync(bundle, 0, 0);
}

const PROGRAM = `import { runBundled } from ${JSON.stringify(pathToFileURL(join(ROOT, 'scripts/bundle.mjs')).href)};
  await runBundled(
    ${JSON.stringify({ entry: at(entry), sources: [at(entry)] })},
    ${JSON.stringify(at(bundle))},
  );`;

function run() {
  const { stdout, stderr, status } = spawnSync(process.execPath, ['--input-type=module', '-e', PROGRAM], {
    encoding: 'utf8',
    timeout: 30_000,
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

/** What was kept, with bytes changed at a share of its length: V8 itself would take it, and might never come back. */
const torn = (share: number) => (good: Buffer) => {
  const bytes = Buffer.from(good);
  const from = Math.floor(share * (bytes.length - 16));
  for (let nth = from; nth < from + 16; nth += 1) bytes[nth] = (bytes[nth] ?? 0) ^ (0x5a + (nth % 16));
  return bytes;
};

test.each<[string, (good: Buffer) => Buffer]>([
  ['nothing', () => Buffer.alloc(0)],
  ['anything', () => Buffer.from('not what V8 compiled')],
  ['half of it', (good) => good.subarray(0, good.length / 2)],
  ...[0, 0.02, 0.1, 0.3, 0.5, 0.7, 0.9, 1].map((share): [string, (good: Buffer) => Buffer] => [
    `it, torn at ${share}`,
    torn(share),
  ]),
])('where %s lies in its place it is compiled as before, and kept anew', (_, spoilt) => {
  source('console.log("three");');
  expect(run()).toEqual({ said: 'three', ...GOOD });
  const path = join(folder, 'out', kept()[0] ?? '');
  const good = readFileSync(path);
  writeFileSync(path, spoilt(good));
  expect(run()).toEqual({ said: 'three', ...GOOD });
  expect(readFileSync(path).equals(spoilt(good))).toBe(false);
  expect(run()).toEqual({ said: 'three', ...GOOD });
});

test('many at once, with nothing kept or another’s taken away, all say the same', async () => {
  source(`console.log("four");${' '.repeat(200_000)}`);
  const one = () =>
    new Promise<string>((resolve) => {
      const child = spawn(process.execPath, ['--input-type=module', '-e', PROGRAM]);
      const said: string[] = [];
      for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => said.push(String(text)));
      child.on('close', (status) => resolve(`${status} ${said.join('').trim()}`));
    });
  const all = await Promise.all(Array.from({ length: 8 }, one));
  expect(new Set(all)).toEqual(new Set(['0 four']));
  expect(kept()).toHaveLength(1);
});

test('it is strict, as the modules it is made of: a frozen thing refuses a change', () => {
  source('const frozen: { one: number } = Object.freeze({ one: 1 });\nfrozen.one = 2;');
  const { status, stderr } = run();
  expect(status).toBe(1);
  expect(stderr).toContain('TypeError');
  expect(stderr).toContain('read only');
});
