module.exports = (api) => {
  const test = api.env('test');
  // A page's own bundler reads `import.meta` as it stands.
  const page = api.caller((caller) => caller?.name === 'vite');
  const expo = { jsxImportSource: 'nativewind', ...(page ? { transformImportMeta: false } : {}) };
  return {
    presets: [['babel-preset-expo', expo], 'nativewind/babel'],
    plugins: test ? ['@babel/plugin-transform-dynamic-import'] : [],
  };
};
