const http = require('node:http');
const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');
const { withNativeWind } = require('nativewind/metro');

const config = getDefaultConfig(__dirname);

// Zod's messages in fifty languages are not used: only the English ones go into the bundle.
const english = path.join(path.dirname(require.resolve('zod/package.json')), 'v4/locales/en.js');
const leftOut = path.join(__dirname, 'metro/left-out.js');
const noSafeArea = path.join(__dirname, 'metro/no-safe-area.js');

/**
 * What packages bring in that this app never draws or calls: by the folder it is asked from and its name. In a
 * page of the web only; using one of them says so (metro/left-out.js), and the browser tests walk every screen.
 */
const LEFT_OUT = [
  // JSON Schema and compiled parsers: the server and the docs use the first, nobody the second.
  [
    /[\\/]zod[\\/]v4[\\/]/,
    /(json-schema-(processors|generator)|to-json-schema|from-json-schema|\/compile)\.js$/,
  ],
  // Lists, switches and touchables of react-native-web: the rows of long lists are our own.
  [
    /[\\/]react-native-web[\\/]dist[\\/]/,
    /\/(VirtualizedList|FlatList|SectionList|VirtualizedSectionList|AnimatedFlatList|AnimatedSectionList|CheckBox|Switch|ProgressBar|Picker|DrawerLayoutAndroid|ImageBackground|RefreshControl|PanResponder|Touchable|TouchableHighlight|TouchableNativeFeedback|TouchableOpacity)$/,
  ],
  // Tabs, previews, the map of the site and the header bar of the router: the screens have their own frame.
  [
    /[\\/]expo-router[\\/]build[\\/]/,
    /\/(Tabs|TabsClient|NativeTabs|native-tabs|bottom-tabs|Sitemap|useSitemap|experimental-stack|HeaderSearchBar|HeaderBackButton|HrefPreview|LinkWithPreview|PreviewRoute|Badge|StackToolbarClient|toolbar)$/,
  ],
];

config.resolver.resolveRequest = (context, name, platform) => {
  const from = context.originModulePath;
  if (/locales\/index\.js$/.test(name) && /[\\/]zod[\\/]/.test(from))
    return { type: 'sourceFile', filePath: english };
  if (platform === 'web' && /\/NativeSafeAreaProvider$/.test(name))
    return { type: 'sourceFile', filePath: noSafeArea };
  const web = platform === 'web' && !context.dev;
  if (web && LEFT_OUT.some(([where, what]) => where.test(from) && what.test(name)))
    return { type: 'sourceFile', filePath: leftOut };
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
