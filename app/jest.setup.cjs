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
