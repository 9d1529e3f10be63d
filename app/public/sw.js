/* Starts the app without a network: every file it is made of is kept. An update waits until a page says that it is taken, or until the last page is closed. */
const CACHE = 'dense-pack-__VERSION__';
const PHOTOS = 'dense-pack-photos';
const FILES = ['__FILES__'];

/* Keeps one file. A network that answers with a page of its own in place of a script is not believed: it would stay. */
async function keep(cache, file) {
  const answer = await fetch(file);
  const script = /javascript/.test(answer.headers.get('content-type') ?? '');
  if (!answer.ok || answer.redirected || (file.endsWith('.js') && !script))
    throw new TypeError(`${file} did not arrive.`);
  await cache.put(file, answer);
}

self.addEventListener('install', (event) => {
  event.waitUntil(caches.open(CACHE).then((cache) => Promise.all(FILES.map((file) => keep(cache, file)))));
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) =>
        Promise.all(
          names.filter((name) => name !== CACHE && name !== PHOTOS).map((name) => caches.delete(name)),
        ),
      ),
  );
});

self.addEventListener('message', ({ data }) => {
  if (data === 'take') void self.skipWaiting();
});

async function photo(request) {
  const cache = await caches.open(PHOTOS);
  const kept = await cache.match(request);
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request, answer.clone());
  return answer;
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (url.pathname.startsWith('/api/v1/photos/')) event.respondWith(photo(request));
  if (url.pathname.startsWith('/api/')) return;
  const wanted = request.mode === 'navigate' ? '/' : request;
  event.respondWith(
    caches
      .open(CACHE)
      .then(async (cache) => (await cache.match(wanted, { ignoreVary: true })) ?? fetch(request)),
  );
});
