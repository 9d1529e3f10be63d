/** Schemas that are made when they are first used. */

let waits = false;

/**
 * From now on schemas wait for their first use. A page calls this before it loads any: it has hundreds, its first screen needs
 * few of them, and to make them all took a tenth of its start. Programs that make JSON Schema must not: Zod tells the
 * schemas in it apart by identity, and one that waits is not the one it makes.
 */
export function makeOnFirstUse(): void {
  waits = true;
}

/**
 * A schema, made at once or when anything is first asked of it: see {@link makeOnFirstUse}.
 * @param make makes it; called once
 * @example const Size = onFirstUse(() => z.literal([14, 12, 10]));
 */
export function onFirstUse<T extends object>(make: () => T): T {
  return waits ? waiting(make) : make();
}

function waiting<T extends object>(make: () => T): T {
  let made: T | undefined;
  const schema = () => (made ??= make());
  return new Proxy({} as T, {
    get: (_, name) => Reflect.get(schema(), name),
    set: (_, name, value) => Reflect.set(schema(), name, value),
    has: (_, name) => Reflect.has(schema(), name),
    ownKeys: () => Reflect.ownKeys(schema()),
    getPrototypeOf: () => Reflect.getPrototypeOf(schema()),
    // A proxy may only tell of properties that can be redefined.
    getOwnPropertyDescriptor(_, name) {
      const own = Reflect.getOwnPropertyDescriptor(schema(), name);
      return own && { ...own, configurable: true };
    },
    defineProperty: (_, name, own) => Reflect.defineProperty(schema(), name, { ...own, configurable: true }),
  });
}
