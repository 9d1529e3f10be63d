/**
 * The planner itself is changed for the worse, one place at a time, and plans every layout. Wherever its plan
 * differs from the sound one, the proof or a wiring rule objects: they share nothing with the planner that
 * could carry its mistake along. The judge is the real one; only the maker is mutated.
 */
import { saidOf } from '../tests/words.ts';
import { execFileSync } from 'node:child_process';
import {
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ts from 'typescript';
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import type { BoxDocument } from '../box/document.ts';
import { type Edition, editionOf } from '../edition/index.ts';
import { synthesise } from '../plan/synthesise.ts';
import { LAYOUTS } from '../tests/harder-layouts.ts';
import { judgeWiring } from './judge.ts';
import { note } from '../tests/note.ts';

const PLAN = join(__dirname, '../plan');
const nec = editionOf('nec2023');
const requireHere = createRequire(join(__dirname, 'planner-mutants.test.ts'));

type Planner = (box: BoxDocument, work: WorkPlan, edition: Edition) => { readonly wiring: Wiring };

interface Mutant {
  readonly name: string;
  readonly file: string;
  readonly from: string;
  readonly to: string;
}

const DRAFT = 'draft.ts';
const ENDS = 'ends.ts';
const FACES = 'faces.ts';
const MAKE = 'synthesise.ts';
const NETS = 'nets.ts';
const SIGNAL = 'signal.ts';

const MUTANTS: readonly Mutant[] = [
  {
    name: 'the white returns in a loop from a light',
    file: ENDS,
    from: `return [{ colour: 'white', signal: supply, marked: true }, { colour: 'black', signal: back }]`,
    to: `return [{ colour: 'black', signal: supply }, { colour: 'white', signal: back, marked: true }]`,
  },
  {
    name: 'the white returns in a loop to a switch',
    file: ENDS,
    from: `{ colour: 'white', signal: hotSignal(first ?? circuit), marked: true },\n            { colour: 'black', signal: returned }`,
    to: `{ colour: 'black', signal: hotSignal(first ?? circuit) },\n            { colour: 'white', signal: returned, marked: true }`,
  },
  {
    name: 'one neutral for all circuits',
    file: ENDS,
    from: `return printSignal({ kind: 'neutral', circuit: first });`,
    to: `return printSignal({ kind: 'neutral', circuit: first === '' ? first : 'a' });`,
  },
  {
    name: 'partners do not share their neutral',
    file: ENDS,
    from: `[circuit, partner ?? back ?? circuit].sort()`,
    to: `[circuit, partner === back ? circuit : circuit].sort()`,
  },
  {
    name: 'no box is metal',
    file: NETS,
    from: `const metal = isMetal(box);`,
    to: `const metal = isMetal(box) && false;`,
  },
  {
    name: 'no neutral for what wants one',
    file: FACES,
    from: `const behind = readHot(ref)`,
    to: `if (!work.halves) return undefined;\n      const behind = readHot(ref)`,
  },
  {
    name: 'no device has a ground screw',
    file: FACES,
    from: `case 'ground':\n      return GROUND;`,
    to: `case 'ground':\n      return GROUND === 'G' ? undefined : GROUND;`,
  },
  {
    name: 'like cables are dropped',
    file: NETS,
    from: `const wires = lines.flatMap((line) => line.wires);`,
    to: `const wires = lines.filter(({ item, run }, nth) => lines.findIndex((one) => one.item.size === item.size && one.run.does === run.does) === nth).flatMap((line) => line.wires);`,
  },
  {
    name: 'tabs are never broken',
    file: FACES,
    from: `one.signal !== two.signal ?`,
    to: `one.signal === 'none' ?`,
  },
  {
    name: 'tabs are broken that the plan counts on',
    file: MAKE,
    from: `broken: faces.flatMap(({ broken }) => [...broken])`,
    to: `broken: faces.flatMap(({ key, terminals }) => [...new Set(terminals.flatMap(({ tab }) => (tab ? [key + ':' + tab] : [])))])`,
  },
  {
    name: 'the LOAD hot is taken from the line',
    file: ENDS,
    from: `guard === undefined ? constantHot(circuit) :`,
    to: `guard !== 'none' ? constantHot(circuit) :`,
  },
  {
    name: 'a protected feed-out takes the line’s hot',
    file: ENDS,
    from: `by !== undefined && readHot(ref)`,
    to: `by === 'none' && readHot(ref)`,
  },
  {
    name: 'the LOAD neutral is taken from the line',
    file: ENDS,
    from: `guard === undefined\n    ? neutralOf(work, circuit)`,
    to: `guard !== 'none'\n    ? neutralOf(work, circuit)`,
  },
  {
    name: 'a switched hot is thought to be behind the cable’s GFCI',
    file: ENDS,
    from: `if (readHot(ref).kind !== 'circuit') return guardOfHot(work, ref);`,
    to: ``,
  },
  {
    name: 'a switch’s own GFCI is forgotten',
    file: ENDS,
    from: `guard !== undefined && (hot.kind`,
    to: `guard === 'none' && (hot.kind`,
  },
  {
    name: 'hot and neutral of a feed exchanged',
    file: ENDS,
    from: `loads.push({ colour: 'white', signal: neutral });\n      if (other`,
    to: `loads.push({ colour: 'white', signal: neutral });\n      loads.reverse().forEach((load, nth) => Object.assign(load, { colour: nth === 0 ? 'black' : 'white' }));\n      if (other`,
  },
  {
    name: 'the red of a feed is the first circuit again',
    file: ENDS,
    from: `loads.push({ colour: 'red', signal: constantHot(other) });`,
    to: `loads.push({ colour: 'red', signal: constantHot(circuit) });`,
  },
  {
    name: 'the red that comes switched is capped',
    file: ENDS,
    from: `else if (run.switched) loads.push`,
    to: `else if (run.switched && work.circuits.length > 9) loads.push`,
  },
  {
    name: 'both travelers are one',
    file: ENDS,
    from: `const two = printSignal({ kind: 'traveler', number: 2, pair });`,
    to: `const two = printSignal({ kind: 'traveler', number: 1, pair });`,
  },
  {
    name: 'supply and return of a chain exchanged',
    file: ENDS,
    from: `run.third === 'supply' ? guardedHot`,
    to: `run.third !== 'supply' ? guardedHot`,
  },
  {
    name: 'each cable of a passing chain has its own pair',
    file: ENDS,
    from: "=== chain) ? of : 'through'",
    to: '=== chain) ? of : `through ${of}`',
  },
  {
    name: 'whites are not marked',
    file: MAKE,
    from: `marked: wires.filter(({ marked }) => marked).map(({ id }) => id)`,
    to: `marked: []`,
  },
  {
    name: 'what carries nothing is left loose',
    file: MAKE,
    from: `for (const { id } of wires) draft.join({ signal, ends: [id] });`,
    to: `for (const { id } of wires) if (id.length === 0) draft.join({ signal, ends: [id] });`,
  },
  {
    name: 'both halves take the first half’s hot',
    file: FACES,
    from: `ref: work.halves?.[half - 1] ?? work.circuit`,
    to: `ref: work.halves?.[0] ?? work.circuit`,
  },
  {
    name: 'halves of a receptacle are exchanged',
    file: FACES,
    from: `ref: work.halves?.[half - 1] ?? work.circuit`,
    to: `ref: work.halves?.[2 - half] ?? work.circuit`,
  },
  {
    name: 'the GFCIs of two halves are exchanged',
    file: FACES,
    from: `(work.guards[half - 1] ?? undefined)`,
    to: `(work.guards[2 - half] ?? undefined)`,
  },
  {
    name: 'a multiwire neutral goes through the device',
    file: MAKE,
    from: `work.schools.splice !== 'feed-through' || signal === GROUND || isMultiwireNeutral(signal, work)`,
    to: `work.schools.splice !== 'feed-through' || signal === GROUND`,
  },
  {
    name: 'a multiwire neutral is looped from device to device',
    file: MAKE,
    from: `tail || isMultiwireNeutral(signal, work))`,
    to: `tail)`,
  },
  {
    name: 'every yoke is thought to ground itself',
    file: NETS,
    from: `if (byYoke && !mine`,
    to: `if (mine.length > 0 && !mine`,
  },
  {
    name: 'grounds are fed through the device',
    file: MAKE,
    from: `const SHAPES: readonly Shape[] = [`,
    to: `const allOnTheScrew: Shape = ({ signal, wires, landings: [only] }, { draft }) => {
      if (signal !== GROUND || !only || only.lead || wires.length === 0) return false;
      for (const { id } of wires) draft.land(id, only.terminals[0]);
      return true;
    };
    const SHAPES: readonly Shape[] = [allOnTheScrew,`,
  },
  {
    name: 'only one ground is spliced',
    file: MAKE,
    from: `const ends: End[] = wires.map(({ id }) => id);`,
    to: `const ends: End[] = (signal === GROUND ? wires.slice(0, 1) : wires).map(({ id }) => id);`,
  },
  {
    name: 'every switched hot is the constant hot',
    file: ENDS,
    from: `hot.kind === 'circuit' ? constantHot(hot.id) :`,
    to: `hot.kind !== 'chain' ? constantHot(circuitOf({ circuits: [], runs: [], devices: [] } as unknown as WorkPlan, ref) ?? 'a') :`,
  },
  {
    name: 'the second hot is the first again',
    file: FACES,
    from: `constantHot(partnerOf(plan, circuit) ??`,
    to: `constantHot((partnerOf(plan, circuit) && circuit) ??`,
  },
  {
    name: 'every device is on circuit a',
    file: FACES,
    from: `return hot.kind === 'circuit' ? guardedHot(hot.id, guard) : hotSignal(ref);`,
    to: `return hot.kind === 'circuit' ? guardedHot('a', guard) : hotSignal(ref);`,
  },
  {
    name: 'the common of a three-way is exchanged',
    file: FACES,
    from: `work.end === 'line'\n`,
    to: `work.end !== 'line'\n`,
  },
  {
    name: 'pigtails are always 14 AWG',
    file: DRAFT,
    from: `cut(size: Size, signal: Signal, colour: string = pigtailColour(signal)): PigtailEnd {`,
    to: `cut(thick: Size, signal: Signal, colour: string = pigtailColour(signal)): PigtailEnd { const size = (thick > 0 ? 14 : thick) as Size;`,
  },
  {
    name: 'ground pigtails are one size down',
    file: NETS,
    from: `return own > least || own < 10 ? least : own;`,
    to: `return (own > least || own < 10 ? least : own) === 12 ? 14 : 18;`,
  },
  {
    name: 'every pigtail is black',
    file: SIGNAL,
    from: `if (read.kind === 'ground') return 'bare';`,
    to: `if (read.kind !== 'capped') return 'black';`,
  },
  {
    name: 'the box screw is left out',
    file: NETS,
    from: `if (signal === GROUND && metal) landings`,
    to: `if (signal === GROUND && metal && work.circuits.length > 9) landings`,
  },
  {
    name: 'no joint has a connector',
    file: MAKE,
    from: `joints: chosen.joints`,
    to: `joints: chosen.joints.map((one) => ({ ...one, connectors: [] }))`,
  },
  {
    name: 'the smallest connector for every joint',
    file: MAKE,
    from: `joints: chosen.joints`,
    to: `joints: chosen.joints.map((one) => ({ ...one, connectors: ['push-2'] }))`,
  },
  {
    name: 'leads are left out of their joint',
    file: MAKE,
    from: `ends.push(terminals[0]);`,
    to: `if (ends.length > 99) ends.push(terminals[0]);`,
  },
  {
    name: 'the white of 240 V is taken for a neutral',
    file: ENDS,
    from: `: [...loads, { colour: 'white', signal: hot, marked: true }];\n      }\n      const [guard`,
    to: `: [...loads, { colour: 'white', signal: neutral }];\n      }\n      const [guard`,
  },
  {
    name: 'all is under one screw',
    file: MAKE,
    from: `const end = draft.cut(size, signal); ends.push(end); draft.land(end, terminals[0]);`,
    to: `for (const one of ends.splice(0)) draft.land(one as LooseEnd, terminals[0]);`,
  },
];

const SOURCES = join(__dirname, '..');
const folder = mkdtempSync(join(tmpdir(), 'dense-pack-mutants-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** A tree of its own for one mutant: the planner copied and changed, all else as it is. */
function treeOf({ name, file, from, to }: Mutant, nth: number): string {
  const root = join(folder, String(nth));
  mkdirSync(join(root, 'plan'), { recursive: true });
  for (const one of readdirSync(SOURCES))
    if (one !== 'plan') symlinkSync(join(SOURCES, one), join(root, one));
  for (const one of readdirSync(PLAN).filter((each) => !each.endsWith('.test.ts'))) {
    const source = readFileSync(join(PLAN, one), 'utf8');
    writeFileSync(join(root, 'plan', one), one === file ? mutated(source, { name, from, to }) : source);
  }
  return join(root, 'plan/synthesise.ts');
}

interface Token {
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

/** The tokens of a source, without what a formatter adds or takes: blanks, comments and commas before a bracket. */
function tokensOf(source: string): Token[] {
  const file = ts.createSourceFile('mutant.ts', source, ts.ScriptTarget.Latest, true);
  const tokens: Token[] = [];
  const visit = (node: ts.Node) => {
    const children = node.getChildren(file).filter(({ kind }) => kind !== ts.SyntaxKind.JSDoc);
    if (children.length > 0) children.forEach(visit);
    else if (node.getText(file) !== '')
      tokens.push({ text: node.getText(file), start: node.getStart(file), end: node.getEnd() });
  };
  visit(file);
  return tokens.filter(({ text }, index) => text !== ',' || !isBeforeBracket(tokens[index + 1]?.text));
}
const isBeforeBracket = (next: string | undefined) => next !== undefined && /^[)\]}]$/.test(next);

/** The tokens of a piece of a source, which need not be a whole sentence of the language. */
function tokensIn(piece: string): string[] {
  const scanner = ts.createScanner(ts.ScriptTarget.Latest, true, ts.LanguageVariant.Standard, piece);
  const tokens: string[] = [];
  while (scanner.scan() !== ts.SyntaxKind.EndOfFileToken) tokens.push(scanner.getTokenText());
  return tokens.filter((text, index) => text !== ',' || !isBeforeBracket(tokens[index + 1]));
}

/** A source with the one place that has these tokens exchanged; its formatting does not matter. */
function mutated(source: string, { name, from, to }: Pick<Mutant, 'name' | 'from' | 'to'>): string {
  const [all, sought] = [tokensOf(source), tokensIn(from)];
  const places = all.flatMap((_, at) =>
    sought.every((text, index) => all[at + index]?.text === text)
      ? [[all[at], all[at + sought.length - 1]] as const]
      : [],
  );
  const [[first, last] = [], ...more] = places;
  if (!first || !last || more.length > 0)
    throw new Error(`“${name}”: its place is there ${places.length} times`);
  return source.slice(0, first.start) + to + source.slice(last.end);
}

/** Every mutated planner, built in one go. */
function plannersOf(mutants: readonly Mutant[]): Planner[] {
  const entries = mutants.map(treeOf);
  execFileSync(requireHere.resolve('esbuild/bin/esbuild'), [
    ...entries,
    '--bundle',
    '--format=cjs',
    '--platform=node',
    '--log-level=error',
    `--outbase=${folder}`,
    `--outdir=${join(folder, 'built')}`,
  ]);
  return mutants.map((_, nth) => {
    const module = { exports: {} as { synthesise: Planner } };
    const code = readFileSync(join(folder, 'built', String(nth), 'plan/synthesise.js'), 'utf8');
    new Function('require', 'module', 'exports', code)(requireHere, module, module.exports);
    return module.exports.synthesise;
  });
}

/** What the judge has against a plan. */
function objections(box: BoxDocument, work: WorkPlan, wiring: Wiring): string[] {
  const { proof, findings } = judgeWiring(box, work, wiring, nec);
  return saidOf({ box, work }, [
    ...proof.faults,
    ...findings.filter(({ severity, code }) => severity === 'violation' || code === 'line-load'),
  ]);
}

test('wherever a worse planner plans otherwise, the proof or a rule objects', () => {
  const sound = LAYOUTS.map(({ box, work }) => JSON.stringify(synthesise(box, work, nec).wiring));
  const planners = plannersOf(MUTANTS);
  const passed: string[] = [];
  const idle: string[] = [];
  const table = MUTANTS.map(({ name }, which) => {
    let [changed, caught] = [0, 0];
    LAYOUTS.forEach(({ name: layout, box, work }, nth) => {
      const { wiring } = planners[which]?.(box, work, nec) ?? {};
      if (wiring === undefined || JSON.stringify(wiring) === sound[nth]) return;
      changed += 1;
      if (objections(box, work, wiring).length > 0) caught += 1;
      else if (!isAsGood(name, layout)) passed.push(`${name}: ${layout}`);
    });
    if (changed === 0) idle.push(name);
    return `${name}: ${caught} of ${changed}`;
  });
  note(`Mutants of the planner, plans objected to of plans changed:\n${table.join('\n')}`);
  expect([passed, idle]).toEqual([[], []]);
  expect(MUTANTS.length).toBeGreaterThanOrEqual(25);
  expect(LAYOUTS.length).toBeGreaterThanOrEqual(80);
});

/** Plans that differ and are as good, each with its reason. */
const AS_GOOD: readonly (readonly [mutant: string, layouts: RegExp, why: string])[] = [
  [
    'supply and return of a chain exchanged',
    /four-wire cables/,
    'a chain turned end for end; no white carries a hot in it',
  ],
  [
    'the common of a three-way is exchanged',
    /both three-ways of a chain in one box/,
    'a chain turned end for end within the box',
  ],
  [
    'pigtails are always 14 AWG',
    /three-way|night-light/,
    'the breaker is 15 A, for which 14 AWG is enough; the cables are 14 AWG',
  ],
  [
    'the smallest connector for every joint',
    /travelers|loop|dead end|sensor/,
    'every joint of it has two conductors, and a connector of two ports holds them',
  ],
];

function isAsGood(mutant: string, layout: string): boolean {
  return AS_GOOD.some(([name, layouts]) => name === mutant && layouts.test(layout));
}
