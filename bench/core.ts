/**
 * `npm run bench`: ratios measured in one run.
 *
 * 1. `tally` of a typical box against `JSON.parse` of the same box's JSON (wanted: at most 2).
 * 2. 10,000 lines through `dense-pack fill --json -`, against Node reading and splitting the same lines;
 *    and its peak memory with 100,000 lines against 10,000 (wanted: about 1, memory is constant).
 * 3. All remedies of one box against so many plain tallies of it as the search looked at (wanted: at most
 *    100 ms; the ratio tells what the checks and the ranking add).
 * 4. Plan and proof of a four-gang box against one count of it (wanted: at most 50 ms), and its drawing.
 * 5. The plan that keeps what was found, with one cable more than was, against the plan made anew and its proof.
 * 6. Eight cables told apart after three readings, against one plan and proof (wanted: at most 100 ms).
 * 7. The opening in a wall of sixty studs with a hundred things in the way, with the changes that would help, against one plan and
 *    proof (wanted: at most 50 ms).
 */
import { CutInAsk } from '@dense-pack/core/box/hole';
import { countedIds } from '@dense-pack/core/box/piece-id';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { editionOf } from '@dense-pack/core/edition/index';
import { certaintyOf } from '@dense-pack/core/certainty/certainty';
import { tally } from '@dense-pack/core/fill/tally';
import { DEFAULT_WEIGHTS } from '@dense-pack/core/remedy/remedy';
import { findRemedies } from '@dense-pack/core/remedy/search';
import { wired } from '@dense-pack/core/judge/judge';
import { prove } from '@dense-pack/core/simulate/prove';
import { facesOf } from '@dense-pack/core/plan/faces';
import { drawWiring } from '@dense-pack/core/drawing/layout';
import { linesOf } from '@dense-pack/core/plan/ends';
import { workOf } from '@dense-pack/core/plan/suggest';
import { identify } from '@dense-pack/core/identify/identify';
import { keepFound } from '@dense-pack/core/plan/keep-found';
import { synthesise } from '@dense-pack/core/plan/synthesise';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { answerCutIn } from '@dense-pack/core/space/cut-in-words';

const BOXES = {
  'typical: kitchen counter': '18 in3 plastic old-work, 12/2 feed, 2x 12/2 out, gfci depth 1.25',
  'mixed: workbench': 'box 4sq-1.5 metal, ext 8, 2x 12/2, 14/2 leg, clamps, switch @14, duplex @12',
  'canadian, by volume': 'cec2021, 344 ml, 2x 14/2, 12/2, connectors 4, dimmer depth 1.4',
};

function median(values: number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
}

/** Microseconds one call takes, the median of several rounds. */
function time(work: () => unknown, calls: number): number {
  const rounds: number[] = [];
  for (let round = 0; round < 15; round += 1) {
    const start = process.hrtime.bigint();
    for (let call = 0; call < calls; call += 1) work();
    rounds.push(Number(process.hrtime.bigint() - start) / 1000 / calls);
  }
  return median(rounds.slice(5));
}

console.log('tally against JSON.parse of the same box');
for (const [name, line] of Object.entries(BOXES)) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  const { box } = read;
  const text = JSON.stringify(box);
  const edition = editionOf(box.edition ?? 'nec2023');
  const parse = time(() => JSON.parse(text) as unknown, 20_000);
  const count = time(() => tally(box, edition), 20_000);
  console.log(
    `  ${name}: ${count.toFixed(2)} µs / ${parse.toFixed(2)} µs (${text.length} bytes) = ${(count / parse).toFixed(2)}`,
  );
}

console.log('tally with what could change it, against the tally alone and JSON.parse of the same box');
for (const [name, line] of Object.entries({
  ...BOXES,
  'certain, clamps open': '32 in3 plastic 2-gang, 12/2 feed, 12/2 out, 12/2 leg, switch, duplex',
  'not certain': '32 in3 plastic 2-gang, 3x 12/2, 12/3, 2x switch',
  'five facts open': 'box oct-1.5, 2x 14/2 old, fixture 2x18, terminal 14',
})) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  const { box } = read;
  const text = JSON.stringify(box);
  const edition = editionOf(box.edition ?? 'nec2023');
  const chosen = box.edition !== undefined;
  const parse = time(() => JSON.parse(text) as unknown, 20_000);
  const plain = time(() => tally(box, edition), 20_000);
  const whole = time(() => certaintyOf(box, edition, tally(box, edition), { chosen }), 5_000);
  // What the command does with a line: it reads it, counts it and says what could change the count.
  const bare = time(() => readCountLine(line), 1_000) + plain;
  const ratio = (a: number, b: number) => (a / b).toFixed(2);
  console.log(
    `  ${name}: ${whole.toFixed(2)} µs / ${plain.toFixed(2)} µs = ${ratio(whole, plain)}; of JSON.parse ${ratio(whole, parse)}; a line read and counted ${ratio(bare - plain + whole, bare)} (wanted: at most 3)`,
  );
}

console.log('all remedies of one over-full box against as many plain tallies');
for (const line of [
  '18 in3 plastic old-work device-box, 12/2 feed, 2x 12/2 out, gfci depth 1.25',
  'box 4sq-1.5 metal square, 4x 12/2 out, clamps, 14/2 spare, 12/2 spare, switch @14, duplex @12, breaker 20',
]) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  const { box } = read;
  const edition = editionOf('nec2023');
  const counted = tally(box, edition);
  const search = () =>
    findRemedies(box, edition, counted, { weights: DEFAULT_WEIGHTS.value, newId: countedIds() });
  const { looked, proposals } = search();
  const whole = time(search, 5);
  const plain = time(() => tally(box, edition), 20_000) * looked;
  console.log(
    `  ${proposals.length} of ${looked} looked at: ${(whole / 1000).toFixed(1)} ms / ${(plain / 1000).toFixed(1)} ms = ${(whole / plain).toFixed(2)}`,
  );
}

console.log('plan and proof of a box against one count of it');
for (const line of [
  '75 in3 plastic 4-gang, 14/2 feed, 14/2 out, 4x 14/2 leg, 4x switch',
  '75 in3 plastic 4-gang, 14/2 feed, 14/3 travelers, 3x 14/2 leg, 3way, 3x smart',
  '18 in3 plastic, 12/2 feed, 12/2 out, duplex',
]) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  const { box } = read;
  const edition = editionOf('nec2023');
  const work = workOf(box);
  const plan = () => synthesise(box, work, edition);
  const { wiring } = plan();
  const proof = () => prove(wired(box, work, wiring), work, editionOf('nec2023'));
  const [made, proved, counted] = [time(plan, 5), time(proof, 5), time(() => tally(box, edition), 2000)];
  const drawn = time(() => drawWiring(linesOf(box, work), facesOf(box, work), wiring), 1);
  console.log(
    `  ${line}: plan ${(made / 1000).toFixed(1)} ms, proof of ${proof().states} positions ${(proved / 1000).toFixed(1)} ms, together ${((made + proved) / counted).toFixed(0)} counts; drawing ${(drawn / 1000).toFixed(0)} ms`,
  );
}

console.log('the plan that keeps what was found against the one made anew, each with its proof');
for (const [before, now] of [
  ['22 in3 plastic, 12/2 feed, 12/2 out, duplex', '22 in3 plastic, 12/2 feed, 12/2 out, duplex, 12/2 out'],
  [
    '75 in3 plastic 4-gang, 14/2 feed, 14/2 out, 4x 14/2 leg, 4x switch',
    '75 in3 plastic 4-gang, 14/2 feed, 14/2 out, 4x 14/2 leg, 4x switch, 14/2 out',
  ],
] as const) {
  const [was, is] = [before, now].map((line) => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(read.error.expected);
    return read.box;
  });
  if (!was || !is) continue;
  const edition = editionOf('nec2023');
  const found = synthesise(was, workOf(was), edition).wiring;
  const work = { ...workOf(is), found };
  const kept = time(() => keepFound(is, work, edition), 5);
  const anew = time(() => {
    const { wiring } = synthesise(is, work, edition);
    return prove(wired(is, work, wiring), work, edition);
  }, 5);
  console.log(
    `  ${now}: ${(kept / 1000).toFixed(1)} ms / ${(anew / 1000).toFixed(1)} ms = ${(kept / anew).toFixed(2)}`,
  );
}

/** Microseconds of one plan and proof of a four-gang box. */
function fourGangs(): number {
  const read = readCountLine('75 in3 plastic 4-gang, 14/2 feed, 14/2 out, 4x 14/2 leg, 4x switch');
  if (!read.ok) throw new Error(read.error.expected);
  const work = workOf(read.box);
  const edition = editionOf('nec2023');
  return time(() => {
    const { wiring } = synthesise(read.box, work, edition);
    return prove(wired(read.box, work, wiring), work, edition);
  }, 5);
}

console.log('cables told apart against one plan and proof of a four-gang box');
{
  const plan = fourGangs();
  const cables = Array.from({ length: 8 }, (_, nth) => ({
    id: `${nth + 1}`,
    kind: nth % 3 === 2 ? '14/3' : '14/2',
  }));
  const readings = [1, 2, 3].map((nth) => ({
    test: 'volts' as const,
    from: `${nth}.black`,
    to: `${nth}.white`,
    says: nth === 2 ? 120 : ('float' as const),
  }));
  const ask = { cables, controls: ['switch' as const], readings, proved: true };
  const told = time(() => identify(ask), 2);
  console.log(
    `  8 cables: ${(told / 1000).toFixed(1)} ms / ${(plan / 1000).toFixed(1)} ms = ${(told / plan).toFixed(2)}`,
  );
}

console.log('an opening in a crowded wall against one plan and proof of a four-gang box');
{
  const plan = fourGangs();
  const ask = CutInAsk.parse({
    wall: {
      studs: Array.from({ length: 60 }, (_, nth) => `${nth * 16} in`),
      cavity: '3 1/2 in',
      board: '1/2 in',
    },
    there: { gangs: 1, kind: 'old-work', x: '200 in', y: '14 in' },
    obstacles: Array.from({ length: 100 }, (_, nth) => ({
      what: 'pipe',
      x: `${nth * 9 + 3} in`,
      y: `${nth % 7} in`,
      width: '2 in',
      height: `${20 + (nth % 40)} in`,
      depth: `${1 + (nth % 3)} in`,
    })),
    new: { gangs: 2, kind: 'old-work', depth: '2 7/8 in' },
    wish: { y: '14 in' },
  });
  const cut = time(() => answerCutIn(ask), 5);
  console.log(
    `  100 in the way: ${(cut / 1000).toFixed(1)} ms / ${(plan / 1000).toFixed(1)} ms = ${(cut / plan).toFixed(2)}`,
  );
}

/** Runs a program over generated lines; gives seconds and its peak memory in MiB. */
async function through(args: string[], lines: number): Promise<{ seconds: number; peak: number }> {
  const start = process.hrtime.bigint();
  const child = spawn('/usr/bin/time', ['-f', '%M', process.execPath, ...args], {
    stdio: ['pipe', 'pipe', 'pipe'],
  });
  let said = '';
  let answers = 0;
  child.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
  child.stdout.on('data', (chunk: Buffer) => {
    for (const byte of chunk) if (byte === 10) answers += 1;
  });
  const done = once(child, 'exit');
  const samples = Object.values(BOXES);
  for (let nth = 0; nth < lines; nth += 1) {
    if (!child.stdin.write(`${samples[nth % samples.length]}\n`)) await once(child.stdin, 'drain');
  }
  child.stdin.end();
  await done;
  if (answers !== lines) throw new Error(`${answers} answers to ${lines} lines`);
  return {
    seconds: Number(process.hrtime.bigint() - start) / 1e9,
    peak: Number(said.trim().split('\n').at(-1)) / 1024,
  };
}

const FILL = ['bin/dense-pack.mjs', 'fill', '--json', '-'];
const ECHO = [
  '-e',
  "require('readline').createInterface({input: process.stdin}).on('line', (l) => console.log(JSON.stringify({l})))",
];
console.log('dense-pack fill --json - over 10,000 lines');
await through(FILL, 10);
const echo = await through(ECHO, 10_000);
const few = await through(FILL, 10_000);
const many = await through(FILL, 100_000);
console.log(
  `  ${few.seconds.toFixed(2)} s against ${echo.seconds.toFixed(2)} s for echoing the lines = ${(few.seconds / echo.seconds).toFixed(2)}`,
);
console.log(
  `  peak memory at 100,000 lines ${many.peak.toFixed(0)} MiB against ${few.peak.toFixed(0)} MiB at 10,000 = ${(many.peak / few.peak).toFixed(2)}`,
);
