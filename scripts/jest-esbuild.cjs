const { transformSync } = require('esbuild');

/**
 * What the language itself has. A test runs in a context of its own, where each look at a global goes through a handler of
 * Node's: a fifth of what the counting tests took. A module takes those it names once. What a test may put another in
 * place of (the time, timers, what a browser has) is not among them.
 */
const LANGUAGE = [
  'Array',
  'BigInt',
  'Boolean',
  'Error',
  'Infinity',
  'JSON',
  'Map',
  'Math',
  'NaN',
  'Number',
  'Object',
  'Promise',
  'Proxy',
  'RangeError',
  'Reflect',
  'RegExp',
  'Set',
  'String',
  'Symbol',
  'TypeError',
  'Uint8Array',
  'WeakMap',
  'WeakSet',
  'isNaN',
  'parseFloat',
  'parseInt',
];

/** Turns one file, TypeScript or JavaScript, into CommonJS for Jest. */
module.exports = {
  process(source, filename) {
    const words = new Set(source.match(/[A-Za-z_$][\w$]*/g));
    const named = LANGUAGE.filter((name) => words.has(name));
    const ours = filename.endsWith('.ts');
    const { code, map } = transformSync(source, {
      loader: ours ? 'ts' : 'js',
      format: 'cjs',
      target: 'node20',
      sourcemap: true,
      sourcefile: filename,
      supported: { 'dynamic-import': true },
      define: { 'import.meta.dirname': '__dirname' },
      // Strict, as a module is. In a block of its own it may call something of its own by the same name.
      banner: `${ours ? "'use strict'; " : ''}const { ${named.join(', ')} } = globalThis; {`,
      footer: '}',
    });
    return { code, map };
  },
};
