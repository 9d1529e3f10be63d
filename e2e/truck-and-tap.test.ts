/** The truck, the choice of another box and the finder of a box to tap, as a person uses them. */
import { Hand, PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const COUNTER = '/job/demo-house-on-the-hill/box/demo-kitchen-counter';

test('another box is chosen from those that fit, becomes the plan, and undo takes it back', async () => {
  const hand = await world.page(PHONE);
  await hand.open(COUNTER);
  await hand.touch('Fix');
  await hand.touch('Other box');
  await hand.sees('suggestion', 'Legal');
  await hand.touch('What the box must be');
  await hand.touch('new-work');
  await hand.touch('Take it: 1-gang plastic, new-work');
  await hand.sees('verdict', 'Legal');
  await hand.touch('Change');
  await hand.saysSomewhere('Why: ');
  await hand.touch('Undo');
  await hand.sees('verdict', 'Over by 2.25 in³');
  expect(hand.complaints).toEqual([]);
});

test('remedies keep to the truck where that is wished, and an empty one is said', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/');
  await hand.touch('Truck');
  await hand.touch('The truck only what is ticked');
  await hand.saysSomewhere('The truck is empty');
  await hand.open(COUNTER);
  await hand.touch('Fix');
  await hand.saysSomewhere('The truck has no box');
  await hand.open('/truck');
  await hand.touch('1-gang plastic with a side pocket, old-work, 24.00 in³, 2⁷⁄₈ in deep');
  await hand.open(COUNTER);
  await hand.touch('Fix');
  await hand.sees('remedy', 'side pocket');
  expect(hand.complaints).toEqual([]);
});

test('the box to tap is found with the reason each other lost, and what fits where is told', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill');
  await hand.touch('Where to tap?');
  await hand.sees('tap', 'With the new cable legal');
  await hand.sees('no-tap', 'Cannot');
  await hand.touch('A light with one that is there');
  await hand.sees('no-tap', 'No switched hot is in it');
  await hand.touch('What fits where');
  await hand.sees('headroom', '× 12/2');
  expect(hand.complaints).toEqual([]);
});

test('a setting made in one tab is there in the other, and a box of one’s own is lost to neither', async () => {
  const one = await world.page(PHONE);
  await one.open('/truck');
  const page = await one.page.browserContext().newPage();
  await page.setViewport(PHONE);
  const two = new Hand(page, world);
  await two.open('/truck');
  await page.bringToFront();
  await two.touch('1-gang plastic, new-work, 18.00 in³, 2⁷⁄₈ in deep');
  await one.page.bringToFront();
  await one.touch('1-gang plastic, old-work, 20.00 in³, 3¹⁄₈ in deep');
  for (const hand of [one, two]) {
    await hand.page.bringToFront();
    await hand.page.reload();
    for (const name of ['new-work, 18.00 in³, 2⁷⁄₈', 'old-work, 20.00 in³, 3¹⁄₈'])
      await hand.page.waitForSelector(`[role="checkbox"][aria-checked="true"][aria-label*="${name}"]`);
    await hand.page.goto(`${world.address}/settings`);
    await hand.find('Sun black on white');
  }
  await two.touch('Sun black on white');
  await one.page.bringToFront();
  await one.page.waitForFunction(() => document.documentElement.classList.contains('sun'));
  expect([...one.complaints, ...two.complaints]).toEqual([]);
});
