/* In place of parts of packages that this app never draws or calls: see vite.config.mjs. Using one says so at once. */
const stubs = new Map();

function stub(name) {
  if (!stubs.has(name)) {
    stubs.set(name, () => {
      throw new Error(`“${String(name)}” was left out of the page: take it off the list in vite.config.mjs`);
    });
  }
  return stubs.get(name);
}

export const leftOut = new Proxy(
  {},
  { get: (_, name) => (typeof name === 'symbol' ? undefined : stub(name)) },
);
