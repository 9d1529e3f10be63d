/**
 * No module imports itself by way of others: a check of its own, made from esbuild's list of imports in a few
 * seconds; the lint rule for it took most of the time of all checks. Types alone may go round.
 */
import { alg, Graph } from '@dagrejs/graphlib';
import { build } from 'esbuild';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '..');
const FOLDERS = ['core/src', 'server/src', 'app/src', 'bin', 'e2e', 'bench', 'scripts'];

const sources = FOLDERS.flatMap((folder) =>
  readdirSync(join(ROOT, folder), { recursive: true })
    .map((name) => `${folder}/${name}`)
    .filter((name) => /\.(tsx?|mjs)$/.test(name) && !name.endsWith('.d.ts')),
);
const { metafile } = await build({
  entryPoints: sources,
  absWorkingDir: ROOT,
  bundle: true,
  write: false,
  metafile: true,
  outdir: 'none',
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'error',
  loader: { '.css': 'empty', '.png': 'empty', '.ttf': 'empty' },
});
const graph = new Graph();
for (const [file, { imports }] of Object.entries(metafile.inputs))
  for (const { path, external } of imports) if (!external) graph.setEdge(file, path);
const cycles = alg.findCycles(graph);
for (const cycle of cycles) console.error(`import cycle: ${[...cycle].reverse().join(' → ')}`);
if (sources.length < 300 || graph.nodeCount() < 300) {
  console.error(`only ${graph.nodeCount()} of ${sources.length} modules were looked at`);
  process.exit(1);
}
process.exit(cycles.length === 0 ? 0 : 1);
