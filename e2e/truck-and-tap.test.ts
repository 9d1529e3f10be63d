/** The truck, the choice of another box and the finder of a box to tap, as a person uses them. */
import { PHONE, World } from './world';

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
