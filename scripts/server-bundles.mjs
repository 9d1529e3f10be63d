/** What the server and its working threads are bundled of, and where the bundles are kept. */
const sources = ['server/src', 'core/src', 'scripts/core-sources.mjs', 'package-lock.json'];

/** The one process that serves. Packages that are compiled for this machine, or read files of their own, stay packages. */
export const SERVER = [
  { entry: 'server/src/main.ts', sources, external: ['better-sqlite3', 'pdfkit', 'piscina'] },
  'server/dist/main.cjs',
];

/** Its threads: made small, for each holds a copy. */
export const WORKER = [
  { entry: 'server/src/works/worker.ts', sources, external: ['better-sqlite3', 'pdfkit'], minify: true },
  'server/dist/worker.cjs',
];
