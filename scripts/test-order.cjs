const Sequencer = require('@jest/test-sequencer').default;

/** The files that take longest begin: one that began last would keep a machine of two cores waiting with one. */
const LONG = [
  'e2e/looks.test.ts',
  'e2e/looks-more.test.ts',
  'app/src/sync/histories.test.ts',
  'e2e/rounds.test.ts',
  'core/src/fold/fold.test.ts',
  'bin/commands.test.ts',
];
const rank = ({ path }) => {
  const at = LONG.findIndex((one) => path.replaceAll('\\', '/').endsWith(one));
  if (at >= 0) return at;
  return path.includes('e2e') ? LONG.length : LONG.length + 1;
};

module.exports = class extends Sequencer {
  sort(tests) {
    return [...super.sort(tests)].sort((a, b) => rank(a) - rank(b));
  }
};
