/** While the app is worked on, Expo serves the page and the server the API: what is asked below /api/ is handed to it. */
const { createProxyMiddleware } = require('http-proxy-middleware');

/**
 * A middleware of the development server.
 * @param target the address of the server, such as `http://127.0.0.1:4310`
 * @param others what answers everything else
 */
exports.withApi = (target, others) => {
  const api = createProxyMiddleware({
    target,
    pathFilter: '/api/**',
    on: {
      error(_error, _request, response) {
        response.writeHead?.(502, { 'Content-Type': 'text/plain' });
        response.end(`No server answers at ${target}: npm run dev starts both.`);
      },
    },
  });
  return (request, response, next) => api(request, response, () => others(request, response, next));
};
