/**
 * Makes a schema when anything is first asked of it. A program has hundreds, and its start needs few of them: to make them all
 * took a tenth of a first screen on a phone.
 * @param make makes it; called once
 * @example const Size = onFirstUse(() => z.literal([14, 12, 10]));
 */
export function onFirstUse<T extends object>(make: () => T): T {
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
      const told = Reflect.getOwnPropertyDescriptor(schema(), name);
      return told && { ...told, configurable: true };
    },
    defineProperty: (_, name, told) =>
      Reflect.defineProperty(schema(), name, { ...told, configurable: true }),
  });
}
