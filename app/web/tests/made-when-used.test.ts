/**
 * @jest-environment node
 *
 * Held to the trade's own modules as they are written: they are bundled by esbuild twice, as they are and with their schemas made
 * when used, and both must take the same boxes, say the same of wrong ones and hand out the same defaults.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { transformSync } from '@babel/core';
import { build } from 'esbuild';

const PLUGIN = join(__dirname, '../bundle/made-when-used.cjs');
const CORE = join(__dirname, '../../../core/src');

const turned = (code: string, filename = 'given.ts') =>
  transformSync(code, {
    babelrc: false,
    configFile: false,
    filename,
    parserOpts: { plugins: ['typescript'] },
    plugins: [PLUGIN],
  })?.code ?? '';

interface Trade {
  readonly ask: (schema: string, value: unknown) => { value: unknown; issues: unknown };
  readonly made: () => number;
}

/** The trade's borders, bundled; `later`: with the schemas made when they are used. */
async function trade(later: boolean): Promise<Trade> {
  const { outputFiles } = await build({
    stdin: {
      contents: `
        import * as records from './box/record.ts';
        import * as documents from './box/document.ts';
        import * as versions from './box/versions.ts';
        import * as kits from './parts/kit.ts';
        import * as panels from './box/panel.ts';
        const all = { ...records, ...documents, ...versions, ...kits, ...panels };
        globalThis.trade = {
          ask(name, value) {
            const { data, error } = all[name].safeParse(value);
            return { value: data, issues: error?.issues };
          },
          made: () => globalThis.makings ?? 0,
        };`,
      resolveDir: CORE,
      loader: 'ts',
    },
    bundle: true,
    format: 'iife',
    write: false,
    plugins: [
      {
        name: 'later',
        setup(made) {
          if (!later) return;
          made.onLoad({ filter: /core[\\/]src[\\/].*\.ts$/ }, ({ path }) => {
            const code = readFileSync(path, 'utf8');
            return { contents: turned(code, path), loader: 'ts' };
          });
          made.onLoad({ filter: /when-used\.ts$/ }, ({ path }) => ({
            contents: readFileSync(path, 'utf8').replace(
              'made ??= make()',
              'made ??= (globalThis.makings = (globalThis.makings ?? 0) + 1, make())',
            ),
            loader: 'ts',
          }));
        },
      },
    ],
  });
  const page: { trade?: Trade; makings?: number } = {};
  new Function('globalThis', outputFiles[0]?.text ?? '')(page);
  if (page.trade === undefined) throw new Error('the bundle gave nothing');
  return page.trade;
}

const { boxes } = JSON.parse(readFileSync(join(CORE, 'tests/version-1.json'), 'utf8')) as {
  boxes: { name: string; box: object }[];
};
/** What each border is asked: right, wrong in one place, wrong altogether. */
const ASKED: readonly (readonly [string, unknown])[] = [
  ...boxes.flatMap(({ name, box }): [string, unknown][] => [
    ['StoredBox', box],
    ['BoxFields', { name, box }],
    ['BoxFields', { name, box, stage: 'built?', seen: { minutes: -1, readings: [{ read: 'x' }] } }],
    ['BoxRecord', { name, box, id: 'a' }],
  ]),
  ['StoredBox', { version: 3, shell: { volume: '18 in' }, items: [{ kind: 'cable', size: 13 }] }],
  ['StoredBox', { version: 3, shell: {}, items: [{ kind: 'device', device: 'duplex', id: 'i1', wide: 7 }] }],
  ['Kit', {}],
  ['Kit', { weights: { spare: -1 }, connectors: { none: 3 } }],
  ['Panel', { name: '' }],
  ['Job', { id: 'x', name: ' ' }],
  ['JobCard', null],
  ['Problem', { title: 'no' }],
  ['Seen', {}],
];

test('the same boxes pass, with the same words for those that do not', async () => {
  const [plain, later] = [await trade(false), await trade(true)];
  expect(plain.made()).toBe(0);
  const atStart = later.made();
  let wrong = 0;
  for (const [name, value] of ASKED) {
    const told = plain.ask(name, value);
    expect([name, later.ask(name, value)]).toEqual([name, told]);
    if (told.issues !== undefined) wrong += 1;
  }
  // Both answers were met, and the schemas came with the asking.
  expect(wrong).toBeGreaterThan(boxes.length);
  expect(ASKED.length - wrong).toBeGreaterThan(boxes.length);
  expect(atStart).toBe(0);
  expect(later.made()).toBeGreaterThan(60);
}, 60_000);

test('what is parsed, called for or no schema is done where it stands', () => {
  const code = turned(`
    import { z } from 'zod';
    import { other, helper, oneLine } from './other.ts';
    const Plain = z.string();
    export const parsed = Plain.parse('now');
    const more = other.optional();
    const not = helper.map((x) => x);
    const twice = (n: number) => z.number().max(n);
    export const Most = twice(3);
    const fields = { a: Plain, b: Plain.optional(), list: [other] };
    export const Whole = z.strictObject({ ...fields, Plain, Most, other, of: helper.name, deep: (Plain) => Plain });
    const note = oneLine(80);
    let changing = z.string();
  `);
  expect(code).toContain("parsed = Plain.parse('now')");
  expect(code).toContain('not = helper.map(x => x)');
  expect(code).toContain('let changing = z.string()');
  expect(code).toMatch(/more = \/\*#__PURE__\*\/_whenUsed\(\(\) => other\.optional\(\)\)/);
  expect(code).toMatch(/Most = \/\*#__PURE__\*\/_whenUsed\(\(\) => twice\(3\)\)/);
  expect(code).toMatch(/note = \/\*#__PURE__\*\/_whenUsed\(\(\) => oneLine\(80\)\)/);
  expect(code).toContain('..._asMade(fields)');
  expect(code).toContain('Plain: _asMade(Plain)');
  expect(code).toContain('other: _asMade(other)');
  expect(code).toContain('of: helper.name');
  // A name of its own inside is left alone.
  expect(code).toContain('deep: Plain => Plain');
});

test('a module without schemas, or with their types alone, stays as it is', () => {
  for (const code of [
    "import type { z } from 'zod';\nconst a = z.x();",
    'const z = f();\nconst a = z.string();',
  ])
    expect(turned(code)).toBe(code);
});
