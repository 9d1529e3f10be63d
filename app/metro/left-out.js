/* In place of parts of packages that this app never draws or calls: see metro.config.js. Using one says so at once. */
const stubs = new Map();

function stub(name) {
  if (!stubs.has(name)) {
    stubs.set(name, () => {
      throw new Error(
        `“${String(name)}” was left out of the web bundle: take it off the list in metro.config.js`,
      );
    });
  }
  return stubs.get(name);
}

module.exports = new Proxy(
  {},
  { get: (_, name) => (name === '__esModule' ? true : typeof name === 'symbol' ? undefined : stub(name)) },
);
