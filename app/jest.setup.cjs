require('fake-indexeddb/auto');

/** A channel between tabs keeps a browser's page from nothing; here it would keep the tests from ending. */
const { BroadcastChannel: Channel } = globalThis;
globalThis.BroadcastChannel = class extends Channel {
  constructor(name) {
    super(name);
    this.unref();
  }
};

/** A browser's store for tests that run without a browser. */
const kept = new Map();
globalThis.localStorage = {
  get length() {
    return kept.size;
  },
  key: (nth) => [...kept.keys()][nth] ?? null,
  getItem: (key) => kept.get(key) ?? null,
  setItem: (key, value) => void kept.set(key, String(value)),
  removeItem: (key) => void kept.delete(key),
  clear: () => kept.clear(),
};

// React takes a stack for every element it makes, up to 10,000 a second: more than the elements themselves cost.
Object.defineProperty(
  require('react').__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE,
  'recentlyCreatedOwnerStacks',
  { get: () => Infinity, set: () => undefined },
);

// What is asked of react-native is looked for among the modules at each use, several times in every drawing.
const native = require('react-native');
for (const [name, { get }] of Object.entries(Object.getOwnPropertyDescriptors(native)))
  if (get)
    Object.defineProperty(native, name, {
      configurable: true,
      enumerable: true,
      get() {
        const value = get.call(native);
        Object.defineProperty(native, name, { configurable: true, enumerable: true, value });
        return value;
      },
    });
