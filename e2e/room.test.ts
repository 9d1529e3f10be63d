/** How much of a phone the work has, and that the vessel is a touch away where it is a band. */
import { type Hand, PHONE, World } from './world';
import { note } from '../core/src/tests/note';

const JOB = '/job/demo-house-on-the-hill';
const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

/** The work's own height in px, and how far its first action reaches below it (0 or less: it is whole). */
const work = (hand: Hand) =>
  hand.page.evaluate(() => {
    const scroller = [...document.querySelectorAll('[data-testid="work"]')].at(-1);
    const frame = scroller?.getBoundingClientRect();
    const action = scroller?.querySelector('button, input, textarea, a');
    if (!frame || !action) return { height: frame?.height ?? 0, cut: 0 };
    return { height: frame.height, cut: action.getBoundingClientRect().bottom - frame.bottom };
  });

test('in every station but the count the work has two thirds of the phone; no first action is cut', async () => {
  const hand = await world.page(PHONE);
  await hand.open(JOB);
  const boxes = await hand.page.$$eval('[data-testid="box-card"]', (cards) =>
    cards.map((card) => card.getAttribute('href') ?? ''),
  );
  expect(boxes.length).toBeGreaterThan(8);
  const least = new Map<string, number>();
  const seen = new Set<string>();
  for (const href of boxes) {
    await hand.go(href);
    expect(await hand.page.$$eval('[data-testid="work"]', (all) => all.length)).toBe(1);
    seen.add(await hand.page.title());
    for (const station of ['Safe', 'Found', 'Identify', 'Change', 'Count', 'Fix', 'Join', 'Land']) {
      await hand.page.evaluate((name) => {
        const tabs = [...document.querySelectorAll<HTMLElement>('[role="tab"]')];
        tabs.find((tab) => tab.getAttribute('aria-label')?.split(',')[0] === name)?.click();
      }, station);
      await hand.page.waitForFunction(
        (name) =>
          document
            .querySelector('[role="tab"][aria-selected="true"]')
            ?.getAttribute('aria-label')
            ?.startsWith(name),
        {},
        station,
      );
      await hand.page.evaluate(
        () => new Promise((done) => requestAnimationFrame(() => setTimeout(done, 60))),
      );
      const { height, cut } = await work(hand);
      expect([href, station, cut <= 0]).toEqual([href, station, true]);
      least.set(station, Math.min(height, least.get(station) ?? Infinity));
    }
  }
  expect(seen.size).toBe(boxes.length);
  note(`Room for the work at 390 × 844, px: ${[...least].map(([name, px]) => `${name} ${px}`).join(', ')}`);
  for (const [station, px] of least)
    expect([station, px >= (station === 'Count' ? 280 : 560)]).toEqual([station, true]);
}, 120_000);

test('a touch on the small vessel opens the whole, another closes it, and a tile still tells its line', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/box/demo-kitchen-counter?open=fix`);
  const before = await work(hand);
  await hand.touch('Open the vessel');
  await hand.saysSomewhere('B 12');
  expect((await work(hand)).height).toBeLessThan(before.height - 200);
  await hand.touch('Close the vessel');
  expect((await work(hand)).height).toBe(before.height);
  // Another station begins with its band.
  await hand.touch('Open the vessel');
  await hand.touch('Change');
  await hand.find('Open the vessel');
});
