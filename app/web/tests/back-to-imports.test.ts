/**
 * @jest-environment node
 *
 * Held to the TypeScript compiler itself: a module written with imports, compiled to `require`, and turned back must export and do
 * what the written one does. The two are compared by running both, bundled by esbuild.
 */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { transformSync } from '@babel/core';
import { buildSync } from 'esbuild';
import ts from 'typescript';

const PLUGIN = join(__dirname, '../bundle/back-to-imports.cjs');

const compiled = (source: string) =>
  ts.transpileModule(source, {
    compilerOptions: {
      module: ts.ModuleKind.CommonJS,
      target: ts.ScriptTarget.ES2022,
      esModuleInterop: true,
    },
  }).outputText;

const back = (code: string) =>
  transformSync(code, { babelrc: false, configFile: false, sourceType: 'script', plugins: [PLUGIN] })?.code ??
  '';

let folder = '';
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'dense-pack-imports-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** What a page made of these modules says, and how long it is. The first is the one that is run. */
function run(modules: Readonly<Record<string, string>>) {
  for (const [name, text] of Object.entries(modules)) writeFileSync(join(folder, name), text);
  writeFileSync(join(folder, 'package.json'), '{ "sideEffects": false }');
  const { outputFiles } = buildSync({
    stdin: {
      contents: `import * as all from './first.js'; globalThis.said = JSON.stringify(all.answer());`,
      resolveDir: folder,
    },
    bundle: true,
    format: 'iife',
    write: false,
  });
  const text = outputFiles[0]?.text ?? '';
  new Function(text)();
  return { said: JSON.parse((globalThis as unknown as { said: string }).said) as unknown, text };
}

const SECOND = `
export const used = 'used';
export const unused = 'left out of the page';
export function twice(n: number) { return n * 2; }
export default class Named { name = 'named'; }
export const counted = 1;
`;
const FIRST = `
import Named, { twice as double } from './second.js';
import * as all from './second.js';
import { used } from './second.js';
export * from './second.js';
export { twice as again } from './second.js';
export * as second from './second.js';
export const here = () => used;
export const own = here() + '!';
export default function () { return own; }
export function answer() { return [own, double(4), new Named().name, all.used, here()]; }
`;

test('what was compiled is written with imports again, and does the same', () => {
  const modules = { 'first.js': back(compiled(FIRST)), 'second.js': back(compiled(SECOND)) };
  expect(modules['first.js']).not.toMatch(/\brequire\(|\bexports\b/);
  expect(run(modules).said).toEqual(['used!', 8, 'named', 'used', 'used']);
});

test('every name the compiled module has is still exported, and no other', () => {
  const names = (code: string) =>
    [...code.matchAll(/export \{ (?:\w+|default) as (\w+) \}|export \* as (\w+)|export \{ (\w+) \}/g)]
      .map(([, as, star, plain]) => as ?? star ?? plain)
      .sort();
  expect(names(back(compiled(FIRST)))).toEqual(['again', 'answer', 'default', 'here', 'own', 'second']);
  expect(names(back(compiled(SECOND)))).toEqual(['counted', 'default', 'twice', 'unused', 'used']);
});

test('what nothing uses is left out, which it is not of the compiled module', () => {
  const first = `import { used } from './second.js'; export const answer = () => used;`;
  const turned = run({ 'first.js': back(compiled(first)), 'second.js': back(compiled(SECOND)) });
  expect(turned.text).not.toContain('left out of the page');
  const asIs = run({ 'first.js': compiled(first), 'second.js': compiled(SECOND) });
  expect(asIs.text).toContain('left out of the page');
});

test.each([
  ['a module whose exports are another’s', `module.exports = require('./other');`],
  ['one that hands its exports on', `Object.assign(exports, { a: 1 });`],
  [
    'one whose export is another thing later',
    compiled('export let n = 1; export const more = () => { n += 1; };'),
  ],
  ['one that exports a name twice', `exports.a = 1;\nexports.a = 2;`],
])('%s is not understood and stays as it is', (_, code) => {
  expect(() => back(code)).toThrow();
});

test('nearly all of the router is understood', () => {
  const list = JSON.parse(readFileSync(require.resolve('expo-router/build/index.js.map'), 'utf8')) as {
    sources: string[];
  };
  expect(list.sources.length).toBeGreaterThan(0);
  for (const name of ['ExpoRoot', 'useScreens', 'getRoutesCore', 'exports', 'react-navigation/core/index']) {
    const turned = back(readFileSync(require.resolve(`expo-router/build/${name}.js`), 'utf8'));
    expect(turned).toMatch(/^import /m);
    expect(turned).not.toMatch(/\bexports\./);
  }
});
