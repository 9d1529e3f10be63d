/** Values that are made when they are first used: what stands in their place until then, and them themselves. */
const makers = new WeakMap<object, () => object>();

/** Stands in place of what `make` gives, and makes it, once, when anything is asked of it. */
export function whenUsed<T extends object>(make: () => T): T {
  let made: T | undefined;
  const it = () => (made ??= make());
  const standIn = new Proxy({} as T, {
    get: (_, name) => Reflect.get(it(), name),
    set: (_, name, value) => Reflect.set(it(), name, value),
    has: (_, name) => Reflect.has(it(), name),
    ownKeys: () => Reflect.ownKeys(it()),
    getPrototypeOf: () => Reflect.getPrototypeOf(it()),
    getOwnPropertyDescriptor(_, name) {
      const told = Reflect.getOwnPropertyDescriptor(it(), name);
      return told && { ...told, configurable: true };
    },
    defineProperty: (_, name, told) => Reflect.defineProperty(it(), name, { ...told, configurable: true }),
  });
  makers.set(standIn, it);
  return standIn;
}

/** The value itself, where another stands in its place. */
export function asMade<T>(value: T): T {
  const make = typeof value === 'object' && value !== null ? makers.get(value) : undefined;
  return make === undefined ? value : (make() as T);
}
