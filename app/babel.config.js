module.exports = (api) => {
  const test = api.env('test');
  return {
    presets: [['babel-preset-expo', { jsxImportSource: 'nativewind' }], 'nativewind/babel'],
    plugins: test ? ['@babel/plugin-transform-dynamic-import'] : [],
  };
};
