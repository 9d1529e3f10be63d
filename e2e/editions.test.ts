/**
 * One box, two codes: the fifth ground counts a quarter from NEC 2020 on (docs/trade.md#worked-examples; NEC
 * 314.16(B)(5), from memory). The edition is chosen for the job and for one box.
 */
import { violations } from './axe';
import { PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

test('the other editions’ answers stand beside the box’s own, and either can be chosen', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-hall-switches');
  await hand.sees('verdict', 'Over by 0.50 in³');
  await hand.sees('other-editions', '4 of them give another verdict');
  await hand.touch('Show what other editions answer');
  await hand.sees('other-edition', 'NEC 2017');
  await hand.sees('other-edition', '1 equipment ground beyond 4: 0.50 here, not counted there');
  expect(await violations(hand.page)).toEqual([]);

  await hand.touch('Found');
  await hand.touch('NEC 2017');
  await hand.sees('verdict', 'Legal, 0.00 in³ left');
  await hand.touch('As the job NEC 2023');
  await hand.sees('verdict', 'Over by 0.50 in³');
  await hand.saved();

  await hand.open('/job/demo-house-on-the-hill');
  await hand.touch('NEC 2017');
  await hand.saved();
  await hand.open('/job/demo-house-on-the-hill/box/demo-hall-switches');
  await hand.sees('verdict', 'Legal, 0.00 in³ left');
  const job = await (await fetch(`${world.address}/api/v1/jobs/demo-house-on-the-hill`)).json();
  expect(job).toMatchObject({ edition: 'nec2017', version: 2 });
  expect(hand.complaints).toEqual([]);
});

test('a touched line says why it counts, a touched tile shows its line', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-porch-ceiling');
  await hand.touch('Not counted (2)');
  await hand.saysSomewhere('its canopy holds them');
  const [line] = await hand.page.$$('[data-testid="tape-line"]');
  await line?.tap();
  await hand.saysSomewhere('counts once, at its own size');
  expect(await hand.page.$('[aria-label^="stud"]')).not.toBeNull();
  await (await hand.page.$('[aria-label^="stud"]'))?.tap();
  await hand.saysSomewhere('luminaire studs together count once');
  await hand.touch('Remove stud');
  await hand.sees('fill', '10.00');
  await hand.saved();
});
