const { transformSync } = require('esbuild');

/** Turns one file, TypeScript or JavaScript, into CommonJS for Jest. */
module.exports = {
  process(source, filename) {
    const { code, map } = transformSync(source, {
      loader: filename.endsWith('.ts') ? 'ts' : 'js',
      format: 'cjs',
      target: 'node20',
      sourcemap: true,
      sourcefile: filename,
      supported: { 'dynamic-import': true },
      define: { 'import.meta.dirname': '__dirname' },
    });
    return { code, map };
  },
};
