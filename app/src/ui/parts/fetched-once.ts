/** Modules that come after the first screen. */

const all: (() => Promise<unknown>)[] = [];

/** What is fetched by and by, and once it is there: it is drawn in the frame it is asked for. */
export function fetchedOnce<M>(fetch: () => Promise<M>) {
  let there: M | undefined;
  const load = () => fetch().then((module) => (there = module));
  all.push(load);
  return {
    load,
    take<T>(pick: (all: M) => T): PromiseLike<T> {
      if (there === undefined) return load().then(pick);
      const picked = pick(there);
      // React takes what is answered at once as there at once.
      const now = { then: (done: (value: T) => unknown) => done(picked) };
      return now as PromiseLike<T>;
    },
  };
}

/** Fetches each of them, one after the other. */
export async function fetchAllLater(): Promise<void> {
  for (const load of all) await load();
}
