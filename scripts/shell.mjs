/**
 * What a page shows and does before any script of the app has run: the frame of the screen in the colours of the
 * chosen theme, and everything the screen will ask for fetched side by side: its own script, its data, its type.
 */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { openSync } from 'fontkit';

const NAMES = ['paper', 'ink', 'soft', 'hair', 'sheet', 'line'];

const variables = (colours) => NAMES.map((name) => `--s-${name}:${colours[name]}`).join(';');

/**
 * The name as the type draws it, as a shape: text would have the browser look for a face, load it and set the frame twice.
 * @param rem how large, in rem
 */
function nameDrawn(rem) {
  const face = openSync(
    createRequire(import.meta.url).resolve('@expo-google-fonts/overpass/700Bold/Overpass_700Bold.ttf'),
  );
  const { glyphs, positions, advanceWidth } = face.layout('Dense Pack');
  let at = 0;
  const shapes = glyphs.map(({ path }, nth) => {
    const shape = path
      .translate(at, 0)
      .scale(1, -1)
      .mapPoints((x, y) => [Math.round(x), Math.round(y)]);
    at += positions[nth].xAdvance;
    return shape.toSVG();
  });
  const height = face.ascent - face.descent;
  const size = (units) => `${((units / face.unitsPerEm) * rem).toFixed(3)}rem`;
  return `<svg style="width:${size(advanceWidth)};height:${size(height)}" viewBox="0 ${-face.ascent} ${advanceWidth} ${height}"><path fill="currentColor" d="${shapes.join('')}"/></svg>`;
}

/**
 * The frame of a screen: its bar, and the shape of a box where a count will stand. Nothing in it can be touched. It is not there
 * before the theme is.
 */
const frame = ({ colour }) => `
<style>
.shell{${variables(colour.light)};position:fixed;inset:0;flex-direction:column;display:none;background:var(--s-paper);color:var(--s-ink)}
.themed .shell{display:flex}
.dark .shell{${variables(colour.dark)}}
.sun .shell{${variables(colour.sun)}}
.shell i{display:block}
.shell .bar{height:56px;box-sizing:border-box;border-bottom:1px solid var(--s-hair);display:flex;align-items:center;padding:0 16px}
.shell .band{height:64px;margin:10px 10px 12px;border:2px solid var(--s-line);border-radius:8px;background:var(--s-sheet)}
.shell .box{display:flex;align-items:flex-end;width:min(64%,360px);height:32vh;margin:0 auto;border:4px solid var(--s-ink);border-top:0}
.shell .fill{flex:1;height:52%;background:var(--s-hair)}
:root:not(.counts) .shell .band,:root:not(.counts) .shell .box{display:none}
</style>
<div class="shell" aria-hidden="true"><i class="bar">${nameDrawn(1.125)}</i><i class="band"></i><i class="box"><i class="fill"></i></i></div>`;

/**
 * Runs before anything is painted: the theme, the size of text, and which frame the address has. It stands after the frame: a
 * browser reading a page rests after a script, and would paint a page without a frame first.
 *
 * Once the frame is painted what the screen will ask for is asked for, the style and the scripts of the app first: to ask for
 * anything sooner keeps the frame waiting. The type is asked for while the scripts are under way.
 */
function begin(KEY, sheet, scripts, fonts, jobScreen) {
  const root = document.documentElement;
  let chosen = {};
  try {
    chosen = JSON.parse(localStorage.getItem(KEY) || '{}') || {};
  } catch {
    // An unreadable choice is no choice.
  }
  const follows = !['light', 'dark', 'sun'].includes(chosen.theme);
  const theme = !follows
    ? chosen.theme
    : matchMedia('(prefers-color-scheme: dark)').matches
      ? 'dark'
      : 'light';
  root.classList.add('themed');
  if (theme !== 'light') root.classList.add(theme);
  if ([125, 150, 200].includes(chosen.text)) root.style.fontSize = `${chosen.text}%`;
  const path = location.pathname;
  if (/^\/job\/[^/]+\/box\//.test(path)) root.classList.add('counts');

  const put = (kind, what) => document.head.appendChild(Object.assign(document.createElement(kind), what));
  const fetchFirst = (what) => put('link', { rel: 'preload', ...what });
  const askForAll = () => {
    // One that cannot be had is not waited for by whoever comes later.
    const dress = put('link', { rel: 'stylesheet', href: sheet });
    dress.onerror = () => dress.remove();
    for (const src of scripts) put('script', { src, async: false });
    window.early = {};
    const ask = (address) => {
      window.early[address] = fetch(address);
      window.early[address].catch(() => undefined);
    };
    const job = /^\/job\/([^/]+)/.exec(path);
    if (path === '/') ask('/api/v1/jobs');
    else if (job && job[1] !== 'now') ask(`/api/v1/jobs/${job[1]}?from=0&most=200`);
    if (/^\/job\/[^/]+$/.test(path)) fetchFirst({ as: 'script', href: jobScreen });
    setTimeout(() => {
      for (const href of fonts) fetchFirst({ as: 'font', href, crossOrigin: 'anonymous' });
    });
  };
  if (document.hidden) return askForAll();
  // What is kept on the phone is read beside the frame: it is there at once, and would be waited for afterwards.
  if (navigator.serviceWorker?.controller) for (const href of scripts) fetchFirst({ as: 'script', href });
  requestAnimationFrame(() => setTimeout(askForAll));
}

const ROOT = join(import.meta.dirname, '..');

/** What loads the scripts of the app. */
function loaderOf(entry) {
  const system = readFileSync(join(ROOT, 'node_modules/systemjs/dist/s.min.js'), 'utf8');
  const own = readFileSync(join(ROOT, 'app/web/loader.js'), 'utf8');
  return `${system.replace(/\n\/\/# sourceMappingURL=.*$/s, '')}${own.replace('__ENTRY__', entry)}`;
}

/**
 * Puts the frame and the early fetching into the exported page. Its script stands in the page itself, so that it
 * need not be waited for: the server lets it run by its hash. The style sheet is asked for after the frame is painted.
 * @param dist the exported app
 */
export function writeShell(dist, tokensFile) {
  const page = join(dist, 'index.html');
  const html = readFileSync(page, 'utf8');
  const found = (what, name) => {
    const [there] = what.exec(html) ?? [];
    if (there === undefined) throw new Error(`the page of ${dist} names no ${name}`);
    return there;
  };
  const script = found(/<script type="module"[^>]*><\/script>/, 'script');
  const sheet = found(/<link rel="stylesheet"[^>]*>/, 'style sheet');
  const css = /href="([^"]+)"/.exec(sheet)[1];
  const faces = readFileSync(join(dist, css), 'utf8').match(/@font-face\s*\{[^}]*\}/g) ?? [];
  // What nearly every screen begins with is fetched before it is met.
  const fonts = faces
    .map((face) => /url\(["']?([^"')]+)/.exec(face)[1])
    .filter((name) => /\/Overpass_(400Regular|700Bold)[^/]*\.ttf$/.test(name));
  if (fonts.length !== 2)
    throw new Error(`two faces were to be fetched early, ${fonts.length} were found in ${css}`);
  const jobScreen = `/assets/${readdirSync(join(dist, 'assets')).find((name) => /^JobScreen-.*\.js$/.test(name))}`;
  const entry = /src="([^"]+)"/.exec(script)[1];
  const loader = loaderOf(entry);
  const loaderFile = `/assets/loader-${createHash('sha256').update(loader).digest('hex').slice(0, 8)}.js`;
  writeFileSync(join(dist, loaderFile), loader);
  const scripts = [loaderFile, entry];
  writeFileSync(
    page,
    html
      .replace(script, '')
      .replace(sheet, '')
      .replace(
        '<div id="root"></div>',
        () =>
          `<div id="root">${frame(JSON.parse(readFileSync(tokensFile, 'utf8')))}</div>\n    <script>(${begin})(${['dense-pack/preferences', css, scripts, fonts, jobScreen].map((one) => JSON.stringify(one)).join()});</script>\n    <i id="framed" hidden></i>`,
      ),
  );
}
