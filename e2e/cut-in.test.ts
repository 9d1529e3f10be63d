/** Cutting in with a thumb (docs/trade.md#openings, #surface-raceway): what is dragged, nudged and touched is kept and comes back; paper is true to size. */
import { box, JOB } from './views';
import { type Hand, PHONE, WIDE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const BATH = 'demo-bath-switch';
interface Stored {
  readonly box: {
    readonly items: readonly { readonly kind: string; readonly label?: string }[];
    readonly site?: { readonly door?: string };
  };
  readonly seen: {
    readonly hole?: {
      readonly wish: { readonly x?: string; readonly y?: string };
      readonly obstacles: readonly unknown[];
    };
    readonly surface?: {
      readonly legs: readonly { readonly points: readonly unknown[]; readonly end: string }[];
    };
  };
}
const stored = async (id: string) =>
  (await (await fetch(`${world.address}/api/v1/boxes/${id}`)).json()) as Stored;

/** Drags the opening by so many pixels, as a thumb does. */
async function drag(hand: Hand, testId: string, dx: number, dy: number) {
  const frame = await (await hand.page.waitForSelector(`[data-testid="${testId}"]`))?.boundingBox();
  if (!frame) throw new Error(`${testId} is not on the screen`);
  const [x, y] = [frame.x + frame.width / 2, frame.y + frame.height / 2];
  const finger = await hand.page.touchscreen.touchStart(x, y);
  for (let step = 1; step <= 6; step += 1) await finger.move(x + (dx * step) / 6, y + (dy * step) / 6);
  await finger.end();
}

test('the opening beside a pipe is dragged, crossed out where it cannot be, brought back; it is kept and printed', async () => {
  const hand = await world.page(PHONE);
  await hand.open(box('bath-switch', 'cut-in'));
  await hand.sees('cut-in-verdict', 'Cut 4³⁄₁₆ in × 3⁵⁄₈ in, grows to the right');
  // Onto the pipe: the nearest place that holds the old opening is kept, what was wished is shown crossed.
  await drag(hand, 'opening', 120, 0);
  await hand.find('Back to the best place');
  await hand.saved();
  const wished = (await stored(BATH)).seen.hole?.wish;
  expect(wished?.x).toMatch(/^\d+( \d+\/16| \d\/\d)? in$/);
  await hand.sees('cut-in-verdict', 'grows to the right');
  await hand.touch('Back to the best place');
  await hand.saved();
  expect((await stored(BATH)).seen.hole?.wish).toEqual({});
  await hand.touch('Pipe right');
  await hand.sees('cut-in-verdict', 'Cut 4³⁄₁₆ in × 3⁵⁄₈ in');
  await hand.touch('Undo');
  await hand.saved();
  expect((await stored(BATH)).seen.hole?.obstacles).toHaveLength(1);
  const pdf = await fetch(`${world.address}/api/v1/boxes/${BATH}/template.pdf?paper=a4`);
  expect([pdf.status, pdf.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  expect(hand.complaints).toEqual([]);
});

test('without signal it is nudged by keys in sixteenths, printed by the browser, and arrives later', async () => {
  const hand = await world.page(WIDE, { keepsApp: true });
  await hand.open(box('bath-switch', 'cut-in'));
  await hand.worksOffline();
  await hand.page.setOfflineMode(true);
  await (await hand.page.waitForSelector('[data-testid="opening"]'))?.focus();
  const before = await hand.page.$eval('[data-testid="opening"]', (one) =>
    one.getAttribute('aria-valuetext'),
  );
  await hand.page.keyboard.press('ArrowLeft');
  await hand.page.waitForFunction(
    (was) => document.querySelector('[data-testid="opening"]')?.getAttribute('aria-valuetext') !== was,
    {},
    before,
  );
  await hand.page.emulateMediaType('print');
  const printed = await hand.page.evaluate(() => {
    const svg = document.querySelector('.print-sheet svg');
    return {
      width: svg?.getAttribute('width'),
      root: getComputedStyle(document.querySelector('#root') as Element).display,
    };
  });
  expect(printed.root).toBe('none');
  expect(printed.width).toMatch(/mm$/);
  await hand.page.emulateMediaType('screen');
  await hand.page.setOfflineMode(false);
  await hand.saved();
  expect((await stored(BATH)).seen.hole?.wish.x).toBeDefined();
  expect(hand.complaints).toEqual([]);
});

test('gangs are put in order by keyboard and by touch; the door is told', async () => {
  const hand = await world.page(PHONE);
  await hand.open(box('bath-switch', 'cut-in'));
  const order = async () =>
    (await stored(BATH)).box.items.flatMap((item) => (item.kind === 'device' ? [item.label] : []));
  expect(await order()).toEqual(['light', 'vent']);
  const first = await hand.find('light, gang 1 of 2');
  await first.scrollIntoView();
  await first.focus();
  await hand.page.keyboard.press('Space');
  await hand.page.waitForFunction(() => document.body.textContent?.includes('is over place 1 of 2'));
  await hand.page.keyboard.press('ArrowRight');
  await hand.page.waitForFunction(() => document.body.textContent?.includes('is over place 2 of 2'));
  await hand.page.keyboard.press('Space');
  await hand.find('light, gang 2 of 2');
  await hand.saved();
  expect(await order()).toEqual(['vent', 'light']);
  await hand.touch('light, gang 2 of 2');
  await hand.touch('To the left');
  await hand.touch('left of it');
  await hand.saved();
  expect(await order()).toEqual(['light', 'vent']);
  expect((await stored(BATH)).box.site?.door).toBe('left');
  expect(hand.complaints).toEqual([]);
});

test('a run of raceway is touched onto the wall, ends in a switch, and is cut', async () => {
  const hand = await world.page(PHONE);
  await hand.open(box('bath-switch', 'cut-in'));
  await hand.touch('Lay surface raceway from this box');
  await hand.touch('6 in up');
  const frame = await (await hand.page.waitForSelector('[data-testid="surface-wall"]'))?.boundingBox();
  if (!frame) throw new Error('there is no wall');
  await hand.page.$eval('[data-testid="surface-wall"]', (one) => one.scrollIntoView({ block: 'center' }));
  const now = await (await hand.page.waitForSelector('[data-testid="surface-wall"]'))?.boundingBox();
  if (!now) throw new Error('there is no wall');
  await hand.page.touchscreen.tap(now.x + now.width * 0.9, now.y + now.height * 0.5);
  await hand.touch('switch box');
  await hand.saysSomewhere('1 starter, 1 flat elbow, 1 switch box');
  await hand.saved();
  const { surface } = (await stored(BATH)).seen;
  expect(surface?.legs).toMatchObject([{ end: 'switch box' }]);
  expect(surface?.legs[0]?.points).toHaveLength(2);
  expect(hand.complaints).toEqual([]);
});

test('a row of three pans is spaced, and its boxes are made and linked', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/row`);
  await hand.saysSomewhere('24 in from each end, 24 in between');
  await hand.type('Length', 'long');
  await hand.page.keyboard.press('Enter');
  await hand.sees('problem', '“long” is no length');
  await hand.type('Length', '8 ft');
  await hand.page.keyboard.press('Enter');
  await hand.touch('16 in');
  await hand.saysSomewhere('on a brace or blocking between joists');
  await hand.touch('Make 3 boxes, linked');
  await hand.saved();
  const job = (await (await fetch(`${world.address}/api/v1/jobs/demo-house-on-the-hill`)).json()) as {
    boxes: { name: string; id: string }[];
    links: { from: { box: string }; to: { box: string } | string }[];
  };
  const row = job.boxes.filter(({ name }) => name.startsWith('Row, fixture'));
  expect(row.map(({ name }) => name).sort()).toEqual([1, 2, 3].map((nth) => `Row, fixture ${nth} of 3`));
  const ids = new Set(row.map(({ id }) => id));
  expect(
    job.links.filter(({ from, to }) => ids.has(from.box) && typeof to !== 'string' && ids.has(to.box)),
  ).toHaveLength(2);
  expect(hand.complaints).toEqual([]);
});
