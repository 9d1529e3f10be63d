/** The browser's own store, for a test: it keeps what it is given and nothing longer than the test. */
export function memoryStore() {
  const kept = new Map<string, string>();
  return {
    get length() {
      return kept.size;
    },
    key: (nth: number) => [...kept.keys()][nth] ?? null,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  };
}
