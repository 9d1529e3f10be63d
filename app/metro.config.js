/* How Expo bundles the app: `expo export -p web` for the built page, `expo start --web` while it is worked on. */
const { getDefaultConfig } = require('expo/metro-config');
const { withNativeWind } = require('nativewind/metro');
const { withApi } = require('./api-proxy');
const { insteadOf } = require('./never-used');

const config = getDefaultConfig(__dirname);

config.resolver.resolveRequest = (context, name, platform) =>
  insteadOf(context.originModulePath, name) ?? context.resolveRequest(context, name, platform);

// A module is run when it is first used, not when the page starts.
config.transformer.getTransformOptions = () => ({ transform: { inlineRequires: true } });

// `expo start --web` serves the page; the API is the server's, on the port it listens on.
config.server.enhanceMiddleware = (metro) => withApi(`http://127.0.0.1:${process.env.PORT || 4310}`, metro);

module.exports = withNativeWind(config, { input: './src/global.css', inlineRem: 16 });
