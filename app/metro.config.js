/* The app for a phone's own system, and for whoever works on it with Expo's tools. As a page it is built by vite.config.mjs. */
const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');
const { withNativeWind } = require('nativewind/metro');

const config = getDefaultConfig(__dirname);

// Zod's messages in fifty languages are not used: only the English ones go into the bundle.
const english = path.join(path.dirname(require.resolve('zod/package.json')), 'v4/locales/en.js');

config.resolver.resolveRequest = (context, name, platform) =>
  /locales\/index\.js$/.test(name) && /[\\/]zod[\\/]/.test(context.originModulePath)
    ? { type: 'sourceFile', filePath: english }
    : context.resolveRequest(context, name, platform);

module.exports = withNativeWind(config, { input: './src/global.css', inlineRem: 16 });
