/**
 * The product's first case, driven as a person would: an 18.0 in³ plastic box, two 12/2 and a duplex,
 * then a third 12/2. Expected figures: docs/trade.md#worked-examples (NEC 314.16(B), values from memory).
 */
import { type Hand, PHONE, WIDE, World } from './world';
import { note } from '../core/src/tests/note';

const world = new World();

beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

async function finish(hand: Hand) {
  expect(hand.complaints).toEqual([]);
  await hand.page.browserContext().close();
}

async function makeTheBox(hand: Hand) {
  await hand.touch('New job');
  await hand.type('Name or address of the job', 'Test house');
  await hand.touch('Make job');
  await hand.touch('New box');
  await hand.touch('18.0 in³');
  await hand.touch('plastic');
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  await hand.touch('Add 12/2');
  await hand.touch('Device');
  await hand.touch('Add duplex');
}

describe.each([
  ['phone', PHONE],
  ['wide', WIDE],
])('the first case on a %s screen', (_name, viewport) => {
  test('is counted by touch, stays after a reload and after a restart of the server', async () => {
    const hand = await world.page(viewport);
    await hand.open('/');
    await makeTheBox(hand);
    await hand.sees('verdict', 'Legal, 2.25 in³ left');
    await hand.sees('fill', '15.75');
    await hand.sees('capacity', 'of 18.00 in³');
    await hand.touch('Cable');
    await hand.touch('Add 12/2');
    await hand.sees('verdict', 'Over by 2.25 in³');
    await hand.sees('fill', '20.25');
    await hand.touch('Count[role="tab"]');
    await hand.shows('tape-line', [
      '6 conductors entering, 12 AWG314.16(B)(1)6 × 2.2513.50',
      'Duplex receptacle314.16(B)(4)2 × 2.254.50',
      '3 equipment grounds314.16(B)(5)1 × 2.252.25',
    ]);
    await hand.saved();
    await hand.reload();
    await hand.sees('fill', '20.25');
    await world.stopServer('SIGKILL');
    await world.startServer();
    await hand.reload();
    await hand.sees('fill', '20.25');
    await finish(hand);
  });

  test('is counted from one typed line', async () => {
    const hand = await world.page(viewport);
    await hand.open('/job/demo-house-on-the-hill');
    await hand.touch('Type a box');
    await hand.type('Count line', '18 in3 plastic, 3x 12/2, duplx');
    await hand.sees('problem', 'Did you mean “duplex”?');
    await hand.type('Count line', '18 in3 plastic, 3x 12/2, duplex');
    await hand.touch('Add this box');
    await hand.sees('verdict', 'Over by 2.25 in³');
    await hand.saved();
    await finish(hand);
  });
});

test('the case is answered in at most ten touches from opening the app, the plan kept apart', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/');
  await hand.touch('New box');
  await hand.touch('18.0 in³');
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  await hand.touch('Add 12/2');
  await hand.touch('Device');
  await hand.touch('Add duplex');
  await hand.sees('fill', '15.75');
  await hand.touch('Change');
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  await hand.sees('verdict', 'Over by 2.25 in³');
  expect(hand.touches).toBeLessThanOrEqual(10);
  note(`The case took ${hand.touches} touches, the plan apart from what was found.`);
  await finish(hand);
});

test('work goes on while the server is away, and arrives when it is back', async () => {
  const hand = await world.page(PHONE, { keepsApp: true });
  await hand.open('/job/demo-house-on-the-hill/box/demo-den-outlet');
  await hand.sees('fill', '15.75');
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  await hand.sees('fill', '20.25');
  await hand.saved();
  const work = () =>
    hand.page.$$eval('[data-testid="work"], [role="tab"]', (all) =>
      all.map((one) => one.getBoundingClientRect().top),
    );
  const before = await work();
  await world.stopServer();
  await hand.touch('Add 12/2');
  await hand.sees('fill', '24.75');
  await hand.saysSomewhere('Server away: carry on');
  await hand.sees('save-sign', '1 queued');
  // It often is at an open box: nothing moves under the thumb for it, and nothing is lost of the work's room.
  expect(before.length).toBeGreaterThan(6);
  expect(await work()).toEqual(before);
  // A moment later the bar says again what box it is; the sign stays.
  await hand.saysSomewhere('as found, Den');
  await hand.sees('save-sign', '1 queued');
  await world.startServer();
  await hand.saved();
  const stored = await fetch(`${world.address}/api/v1/boxes/demo-den-outlet`);
  const { items } = (await stored.json()).box;
  expect(items).toHaveLength(5);
  // The new cable is a piece of its own, with an id no line could bring.
  expect(items).toContainEqual(
    expect.objectContaining({ id: expect.stringMatching(/^[0-9a-z]{26}$/), kind: 'cable', size: 12 }),
  );
  await finish(hand);
});

test('two people at one box: both changes are kept; only the same field changed twice asks, with both values', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-workshop-square?open=found');
  const url = `${world.address}/api/v1/boxes/demo-workshop-square`;
  const stored = async () =>
    (await (await fetch(url)).json()) as {
      readonly name: string;
      readonly version: number;
      readonly seen: { readonly note: string };
      readonly box: { readonly items: readonly { readonly kind: string; readonly size?: number }[] };
    };
  /** Someone else changes the stored box meanwhile. */
  const elsewhere = async (change: object) => {
    const {
      id: _id,
      jobId: _job,
      createdAt: _made,
      updatedAt: _at,
      ...fields
    } = (await stored()) as Record<string, unknown> & object;
    const put = await fetch(url, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...fields, ...change }),
    });
    expect(put.status).toBe(200);
  };
  const before = await stored();
  await hand.find('Notes for next time');
  await elsewhere({ name: 'Square, seen' });
  await hand.touch('Cable');
  await hand.touch('Add 14/2');
  await hand.saved();
  const both = await stored();
  expect(both).toMatchObject({ name: 'Square, seen', version: before.version + 2 });
  expect(both.box.items).toHaveLength(before.box.items.length + 1);
  // The same note, written twice.
  await hand.open('/job/demo-house-on-the-hill/box/demo-workshop-square?open=found');
  await hand.find('Notes for next time');
  await elsewhere({ seen: { ...both.seen, note: 'their note' }, room: 'Cellar' });
  await hand.type('Notes for next time', 'my note');
  await hand.page.keyboard.press('Tab');
  await hand.saysSomewhere('This box was changed elsewhere too');
  await hand.sees('clash', 'Note: yours my note; stored their note.');
  await hand.touch('Keep yours');
  await hand.saved();
  expect(await stored()).toMatchObject({ room: 'Cellar', seen: { note: 'my note' } });
  await finish(hand);
});

test('a device on nothing is asked for its conductor, a bad volume is told what is accepted', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/');
  await hand.touch('New box');
  await hand.type('Another volume, in³ (or write ml)', '10000');
  await hand.page.keyboard.press('Enter');
  await hand.sees('problem', 'at most 500 in³');
  await hand.type('Another volume, in³ (or write ml)', 'big');
  await hand.page.keyboard.press('Enter');
  await hand.sees('problem', '“big” is not a volume');
  await hand.touch('Device');
  await hand.saysSomewhere('No conductor is in the box yet');
  await hand.touch('12 AWG');
  await hand.touch('Add duplex');
  await hand.sees('fill', '4.50');
  await finish(hand);
});

test('the app can be installed: every icon is there, and the frame is in the colours of the theme', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/');
  await hand.find('New box');
  const manifest = await (await fetch(`${world.address}/manifest.webmanifest`)).json();
  expect(manifest).toMatchObject({ id: '/', display: 'standalone' });
  const sizes = manifest.icons.map(({ sizes, purpose }: Record<string, string>) => `${sizes} ${purpose}`);
  expect(sizes).toEqual(expect.arrayContaining(['192x192 any', '512x512 any', '512x512 maskable']));
  for (const src of [...manifest.icons.map((icon: { src: string }) => icon.src), '/apple-touch-icon.png'])
    expect((await fetch(`${world.address}${src}`)).headers.get('content-type')).toMatch(/^image\//);
  const frame = await hand.page.$$eval('meta[name="theme-color"]', (all) =>
    all.map((one) => one.getAttribute('content')),
  );
  expect(new Set(frame)).toEqual(new Set(['#f3f0e8']));
  await finish(hand);
});

test('a station that could not be fetched ahead is fetched when it is opened', async () => {
  const hand = await world.page(PHONE);
  let away = 0;
  let back = false;
  await hand.page.setRequestInterception(true);
  hand.page.on('request', (request) => {
    const late = /\/later-[\w-]+\.js$/.test(request.url());
    if (back || !late) return void request.continue();
    away += 1;
    void request.abort('connectionrefused');
  });
  await hand.page.goto(`${world.address}/job/demo-house-on-the-hill/box/demo-den-outlet`);
  await hand.page.waitForSelector('[data-testid="fill"]');
  const until = Date.now() + 15_000;
  while (away === 0 && Date.now() < until) await new Promise((resolve) => setTimeout(resolve, 100));
  expect(away).toBeGreaterThan(0);
  await new Promise((resolve) => setTimeout(resolve, 500));
  back = true;
  await hand.touch('Fix');
  await hand.find('Other box');
  await finish(hand);
});
