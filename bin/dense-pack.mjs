#!/usr/bin/env node
/** The command line. It runs from the TypeScript sources: a bundle of them is kept beside the packages. */
import { runBundled } from '../scripts/bundle.mjs';

const commandLine = {
  entry: 'bin/commands/main.ts',
  sources: ['core/src', 'bin/commands'],
  minify: true,
};
await runBundled(commandLine, 'node_modules/.cache/dense-pack/command-line.cjs');
