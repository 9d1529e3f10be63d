/* global System */
/*
 * Appended to SystemJS: the app’s own script stands in the page and is read while the page is; the loader takes what it
 * registers instead of asking for it again. A classic script, not a module: browsers keep only such ones compiled when the
 * app is installed, and a later start need not compile them.
 */
((entry) => {
  const address = new URL(entry, location.href).href;
  const loader = System.constructor.prototype;
  const { instantiate, register } = loader;
  let arrived;
  const registered = new Promise((resolve) => {
    arrived = resolve;
  });
  loader.register = function (...module) {
    if (document.currentScript?.src !== address) return register.apply(this, module);
    arrived(module);
  };
  loader.instantiate = function (url, ...rest) {
    // What could not be fetched is told to whoever asked for it, and asked for anew the next time: the loader would keep it as
    // failed until the page is loaded again.
    const registry = this[Object.getOwnPropertySymbols(this)[0]];
    registry[url].L.catch(() => delete registry[url]);
    return url === address ? registered : instantiate.call(this, url, ...rest);
  };
  System.import(address);
})('__ENTRY__');
