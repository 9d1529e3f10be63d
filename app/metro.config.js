const http = require('node:http');
const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');
const { withNativeWind } = require('nativewind/metro');

const config = getDefaultConfig(__dirname);

// Zod's messages in fifty languages are not used: only the English ones go into the bundle.
const english = path.join(path.dirname(require.resolve('zod/package.json')), 'v4/locales/en.js');
config.resolver.resolveRequest = (context, name, platform) => {
  if (/locales\/index\.js$/.test(name) && /[\\/]zod[\\/]/.test(context.originModulePath)) {
    return { type: 'sourceFile', filePath: english };
  }
  return context.resolveRequest(context, name, platform);
};

// While developing, the app is served by Metro and the API by our own server.
config.server.enhanceMiddleware = (metro) => (request, response, next) => {
  if (!request.url.startsWith('/api/')) return metro(request, response, next);
  const { method, url: path, headers } = request;
  const onward = http.request(
    { host: '127.0.0.1', port: process.env.PORT ?? 4310, method, path, headers },
    (answer) => {
      response.writeHead(answer.statusCode, answer.headers);
      answer.pipe(response);
    },
  );
  onward.on('error', () => {
    response.writeHead(502);
    response.end();
  });
  request.pipe(onward);
};

module.exports = withNativeWind(config, { input: './src/global.css', inlineRem: 16 });
