/**
 * What a page shows and does before any script of the app has run: the frame of the screen in the colours of the
 * chosen theme, and everything the screen will ask for fetched side by side: its own script, its data, its type.
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';

const NAMES = ['paper', 'ink', 'soft', 'hair', 'sheet', 'line'];

const variables = (colours) => NAMES.map((name) => `--s-${name}:${colours[name]}`).join(';');

/** The faces of the type, by the names the app calls them: the browser fetches what it meets. */
const faces = (fonts) =>
  fonts
    .map(
      (file) =>
        `@font-face{font-family:${/([A-Za-z]+_[0-9A-Za-z]+)\.[0-9a-f]+\.ttf$/.exec(file)[1]};src:url("${file}");font-display:swap}`,
    )
    .join('\n');

/** The frame of a screen: its bar, and the shape of a box where a count will stand. Nothing in it can be touched. */
const frame = ({ colour }) => `
<style>
.shell{${variables(colour.light)};position:fixed;inset:0;display:flex;flex-direction:column;background:var(--s-paper);color:var(--s-ink);font:700 1.125rem Overpass_700Bold,system-ui,sans-serif}
.dark .shell{${variables(colour.dark)}}
.sun .shell{${variables(colour.sun)}}
.shell i{display:block}
.shell .bar{height:56px;box-sizing:border-box;border-bottom:1px solid var(--s-hair);display:flex;align-items:center;padding:0 16px}
.shell .band{height:64px;margin:10px 10px 12px;border:2px solid var(--s-line);border-radius:8px;background:var(--s-sheet)}
.shell .box{width:min(64%,360px);height:32vh;margin:0 auto;border:4px solid var(--s-ink);border-top:0}
.shell .fill{height:52%;margin-top:calc(32vh * .48 - 4px);background:var(--s-hair)}
:root:not(.counts) .shell .band,:root:not(.counts) .shell .box{display:none}
</style>
<div class="shell" aria-hidden="true"><i class="bar">Dense Pack</i><i class="band"></i><i class="box"><i class="fill"></i></i></div>`;

/** Runs before anything is painted: the theme, the size of text, and which frame the address has. */
function themed(KEY) {
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
  if (theme !== 'light') root.classList.add(theme);
  if ([125, 150, 200].includes(chosen.text)) root.style.fontSize = `${chosen.text}%`;
  if (/^\/job\/[^/]+\/box\//.test(location.pathname)) root.classList.add('counts');
}

/** Runs once the frame stands: what the screen will ask for is asked for now, beside the app's own script. */
function early(fonts) {
  window.early = {};
  const ask = (address) => {
    window.early[address] = fetch(address);
    window.early[address].catch(() => undefined);
  };
  const job = /^\/job\/([^/]+)/.exec(location.pathname);
  if (location.pathname === '/') ask('/api/v1/jobs');
  else if (job && job[1] !== 'now') ask(`/api/v1/jobs/${job[1]}?from=0&most=200`);
  for (const font of fonts) {
    const link = document.createElement('link');
    Object.assign(link, { rel: 'preload', as: 'font', href: font, crossOrigin: 'anonymous' });
    document.head.appendChild(link);
  }
}

function filesIn(folder, dist) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesIn(path, dist) : [`/${relative(dist, path).replaceAll('\\', '/')}`];
  });
}

/**
 * Puts the frame and the early fetching into the exported page. Its scripts stand in the page itself, so that they
 * need not be waited for: the server lets them run by their hashes. The style sheet stands after the frame, which is painted
 * before it has come.
 * @param dist the exported app
 */
export function writeShell(dist, tokensFile) {
  const tokens = JSON.parse(readFileSync(tokensFile, 'utf8'));
  const all = filesIn(join(dist, 'assets'), dist).filter((name) => name.endsWith('.ttf'));
  // What nearly every screen begins with is fetched before it is met.
  const fonts = all.filter((name) => /\/Overpass_(400Regular|700Bold)\.[0-9a-f]+\.ttf$/.test(name));
  if (fonts.length !== 2)
    throw new Error(`two faces were to be fetched early, ${fonts.length} were found in ${dist}`);
  const page = join(dist, 'index.html');
  const html = readFileSync(page, 'utf8');
  const sheet = /<link rel="stylesheet" href="[^"]+">/.exec(html)?.[0];
  if (!sheet) throw new Error(`the page of ${dist} names no style sheet`);
  writeFileSync(
    page,
    html
      .replace(sheet, '')
      .replace(
        '</title>',
        `</title>\n    <script>(${themed})(${JSON.stringify('dense-pack/preferences')});</script>\n    <style id="faces">${faces(all)}</style>`,
      )
      .replace(
        '<div id="root"></div>',
        `<div id="root">${frame(tokens)}</div>\n    <script>(${early})(${JSON.stringify(fonts)});</script>\n    ${sheet}`,
      ),
  );
}
