/** The page a browser reads first, and what is done to it after the export. */
import { openSync } from 'fontkit';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { withApi } from '../app/api-proxy.js';
import { insteadOf } from '../app/never-used.js';
import tokens from '../app/src/ui/theme/tokens.json';
import { finishExport } from '../scripts/finish-export.mjs';

const PUBLIC = join(__dirname, '../app/public');
const page = readFileSync(join(PUBLIC, 'index.html'), 'utf8');
const [sans, mono] = [
  require.resolve('@expo-google-fonts/overpass/package.json'),
  require.resolve('@expo-google-fonts/overpass-mono/package.json'),
].map(dirname);
/** Where the packages have each font. */
const FONTS = {
  Overpass_400Regular: `${sans}/400Regular/Overpass_400Regular.ttf`,
  Overpass_700Bold: `${sans}/700Bold/Overpass_700Bold.ttf`,
  OverpassMono_400Regular: `${mono}/400Regular/OverpassMono_400Regular.ttf`,
  OverpassMono_700Bold: `${mono}/700Bold/OverpassMono_700Bold.ttf`,
};

test.each(['light', 'dark', 'sun'] as const)('the frame has the colors of the %s theme', (theme) => {
  const selector = theme === 'light' ? '.shell' : `.${theme} .shell`;
  const rule = new RegExp(`\\n\\s*${selector.replaceAll('.', '\\.')} \\{([^}]*)\\}`).exec(page)?.[1] ?? '';
  const colors = [...rule.matchAll(/--s-(\w+): ([^;]+);/g)].map(([, name = '', color]) => [name, color]);
  expect(colors.map(([name]) => name)).toEqual(['paper', 'ink', 'hair', 'sheet', 'line']);
  const wanted: Readonly<Record<string, string>> = tokens.colour[theme];
  for (const [name = '', color] of colors) expect([name, color]).toEqual([name, wanted[name]]);
});

test('the browser’s own bar has the color of the paper before any script runs', () => {
  for (const theme of ['light', 'dark'] as const)
    expect(page).toContain(
      `<meta name="theme-color" media="(prefers-color-scheme: ${theme})" content="${tokens.colour[theme].paper}" />`,
    );
});

test('the name in the frame is drawn as the font draws it, and as large as a title', () => {
  const face = openSync(FONTS.Overpass_700Bold);
  const { glyphs, positions, advanceWidth } = face.layout('Dense Pack');
  let at = 0;
  const shape = glyphs.map(({ path }, index) => {
    const drawn = path.translate(at, 0).scale(1, -1);
    at += positions[index]?.xAdvance ?? 0;
    return drawn.mapPoints((x, y) => [Math.round(x), Math.round(y)]).toSVG();
  });
  const height = face.ascent - face.descent;
  expect(page).toContain(`viewBox="0 ${-face.ascent} ${advanceWidth} ${height}"`);
  expect(page).toContain(`d="${shape.join('')}"`);
  const rem = (units: number) => ((units / face.unitsPerEm) * (tokens.type.lead[0] ?? 0)) / 16;
  expect(page).toContain(`width: ${rem(advanceWidth).toFixed(3)}rem`);
  expect(page).toContain(`height: ${rem(height).toFixed(3)}rem`);
});

test('the fonts of the page are those of the packages, each named in the style sheet', () => {
  const css = readFileSync(join(PUBLIC, '../src/global.css'), 'utf8');
  for (const [name, file] of Object.entries(FONTS)) {
    expect(readFileSync(join(PUBLIC, `fonts/${name}.ttf`)).equals(readFileSync(file))).toBe(true);
    expect(css).toContain(`src: url('/fonts/${name}.ttf');`);
  }
  expect(Object.values(tokens.font).sort()).toEqual(Object.keys(FONTS).sort());
});

describe('after the export', () => {
  const folder = mkdtempSync(join(tmpdir(), 'dense-pack-export-'));
  afterAll(() => rmSync(folder, { recursive: true }));
  const SCRIPTS = ['/_expo/static/js/web/__common-1.js', '/_expo/static/js/web/index-2.js'];
  const STYLE = '/_expo/static/css/web-3.css';

  /** An export as Expo writes it, with this entry script. */
  function exported(name: string, entry: string): string {
    const dist = join(folder, name);
    const write = (path: string, text: string) => {
      mkdirSync(dirname(join(dist, path)), { recursive: true });
      writeFileSync(join(dist, path), text);
    };
    const tags = SCRIPTS.map((src) => `<script src="${src}" defer></script>`).join('');
    const styles = `<link rel="preload" href="${STYLE}" as="style">\n<link rel="stylesheet" href="${STYLE}">`;
    write('index.html', page.replace('</head>', `${styles}</head>`).replace('</body>', `${tags}</body>`));
    write('sw.js', readFileSync(join(PUBLIC, 'sw.js'), 'utf8'));
    write('metadata.json', '{}');
    write(SCRIPTS[0] ?? '', 'short');
    write(SCRIPTS[1] ?? '', entry);
    write(`${SCRIPTS[1]}.map`, '{}');
    write(STYLE, 'p { margin: 0 }'.repeat(100));
    write('icon.svg', '<svg/>');
    finishExport(dist, 'rules');
    return dist;
  }
  const ENTRY = 'run("5 × 2.25");'.repeat(200);
  const dist = exported('one', ENTRY);
  const read = (name: string, of = dist) => readFileSync(join(of, name));
  const buildOf = (of: string) => /data-build="([0-9a-f]{16})"/.exec(read('index.html', of).toString())?.[1];

  test('the page asks for scripts and style only by its own script, in Expo’s order', () => {
    const html = read('index.html').toString();
    const template = /<template id="app-files"[^>]*>(.*)<\/template>/.exec(html)?.[1] ?? '';
    expect([...template.matchAll(/(?:src|href)="([^"]+)"/g)].map(([, name]) => name)).toEqual([
      STYLE,
      ...SCRIPTS,
    ]);
    const bare = html.replace(template, '');
    expect(bare).not.toMatch(/_expo/);
    expect(bare.replace(/ data-build="\w+" data-core="rules"/, '').replaceAll(/\s/g, '')).toBe(
      page.replaceAll(/\s/g, ''),
    );
  });

  test('the service worker keeps every file but itself and maps, under the name of this build', () => {
    const worker = read('sw.js').toString();
    const list = JSON.parse(/const FILES = (\[.*\]);/.exec(worker)?.[1] ?? '') as string[];
    expect(list.sort()).toEqual(['/', '/icon.svg', STYLE, ...SCRIPTS].sort());
    expect(worker).toContain(`dense-pack-${buildOf(dist)}`);
  });

  test('another script makes another build, the same one the same', () => {
    expect(buildOf(exported('two', ENTRY))).toBe(buildOf(dist));
    expect(buildOf(exported('three', `${ENTRY} `))).not.toBe(buildOf(dist));
  });

  test('what is sent is compressed once and unpacks to itself; what is short stays as it is', () => {
    const name = SCRIPTS[1] ?? '';
    const sent = read(name).toString();
    expect(brotliDecompressSync(read(`${name}.br`)).toString()).toBe(sent);
    expect(gunzipSync(read(`${name}.gz`)).toString()).toBe(sent);
    // The script itself is compiled while it is fetched; the others are as Expo wrote them.
    expect(sent).toBe(`//# allFunctionsCalledOnLoad\n${ENTRY}`);
    expect(read(SCRIPTS[0] ?? '').toString()).toBe('short');
    expect(readdirSync(dist).filter((one) => /\.(br|gz)$/.test(one))).toEqual([]);
  });

  test('an export without its scripts is refused', () => {
    const empty = join(folder, 'empty');
    mkdirSync(empty);
    writeFileSync(join(empty, 'index.html'), page);
    expect(() => finishExport(empty, 'rules')).toThrow(
      'the exported page names no script and no style sheet',
    );
  });
});

describe('modules that are never used', () => {
  const zod = '/packages/zod/v4/core/index.js';
  const lists = '/packages/react-native-web/dist/vendor/react-native/FlatList/index.js';

  test('are left out where their own package asks for them, and nothing else is', () => {
    expect(insteadOf('/packages/zod/v4/classic/external.js', '../locales/index.js')).toMatchObject({
      type: 'sourceFile',
      filePath: expect.stringMatching(/en\.js$/) as unknown,
    });
    expect(insteadOf(zod, './compile.js')).toEqual({ type: 'empty' });
    expect(insteadOf(lists, '../VirtualizedList')).toEqual({ type: 'empty' });
    for (const [from, name] of [
      [zod, './schemas.js'],
      [lists, '../VirtualizeUtils'],
      ['/app/src/ui/compile.ts', './compile.js'],
      ['/app/src/ui/list.tsx', '../VirtualizedList'],
    ] as const)
      expect(insteadOf(from, name)).toBeUndefined();
  });

  test('are used by no source of the app or of core', () => {
    const sources = ['../app/src', '../core/src'].flatMap((folder) =>
      readdirSync(join(__dirname, folder), { recursive: true, encoding: 'utf8' })
        .filter((name) => /\.tsx?$/.test(name))
        .map((name) => readFileSync(join(__dirname, folder, name), 'utf8')),
    );
    expect(sources.length).toBeGreaterThan(500);
    const uses = (text: string) =>
      /\b(FlatList|SectionList|VirtualizedList)\b|\bz\.(compile|locales)\b/.test(text);
    expect(uses("import { FlatList } from 'react-native'")).toBe(true);
    expect(sources.filter(uses)).toEqual([]);
  });
});

describe('while the app is worked on', () => {
  const servers: ReturnType<typeof createServer>[] = [];
  const close = async (server: (typeof servers)[number]) => {
    server.closeAllConnections();
    await new Promise((done) => server.close(done));
  };
  afterEach(() => Promise.all(servers.splice(0).map(close)));

  test('the API is the server’s, everything else Expo’s, and a server that is away is named', async () => {
    const listen = async (server: (typeof servers)[number]) => {
      servers.push(server);
      await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
      return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    };
    const api = createServer((asked, answer) => {
      asked.setEncoding('utf8');
      let body = '';
      asked.on('data', (part: string) => (body += part));
      asked.on('end', () => answer.end(`${asked.method} ${asked.url} ${asked.headers.host} ${body}`));
    });
    const target = await listen(api);
    const proxied = withApi(target, (_: unknown, response: ServerResponse) => response.end('the page'));
    const front = createServer((asked, answer) => void proxied(asked, answer, () => undefined));
    const address = await listen(front);
    const ask = async (path: string, init?: RequestInit) => (await fetch(address + path, init)).text();
    expect(await ask('/job/1')).toBe('the page');
    expect(await ask('/apiary')).toBe('the page');
    const { host } = new URL(address);
    expect(await ask('/api/v1/jobs?from=0')).toBe(`GET /api/v1/jobs?from=0 ${host} `);
    // The server refuses what another origin sends: host and body arrive as they were.
    expect(await ask('/api/v1/boxes', { method: 'POST', body: 'a box' })).toBe(
      `POST /api/v1/boxes ${host} a box`,
    );
    await close(api);
    const away = await fetch(`${address}/api/v1/jobs`);
    expect([away.status, await away.text()]).toEqual([
      502,
      `No server answers at ${target}: npm run dev starts both.`,
    ]);
  });
});
