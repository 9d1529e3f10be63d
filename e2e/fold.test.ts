/** Folding in a real browser: slid into by a thumb, carried on from the joints, with parts that were measured. */
import { PHONE, World } from './world';
import { violations } from './axe';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const BOX = '/job/demo-house-on-the-hill/box/demo-hall-switches';

test('a worker lays every connector; a thumb slides into the depth', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${BOX}?open=fold`);
  await hand.sees('fold-answer', 'It folds');
  await hand.sees('fold-layer', 'Grounds, 1 of 4 from the back');
  const slide = await hand.page.waitForSelector('[data-testid=depth-slide]');
  await slide?.evaluate((node) => node.scrollIntoView({ block: 'center' }));
  const at = await slide?.boundingBox();
  if (!at) throw new Error('no slide');
  const touch = await hand.page.touchscreen.touchStart(at.x + at.width * 0.3, at.y + at.height / 2);
  await touch.move(at.x + at.width * 0.7, at.y + at.height / 2);
  await touch.end();
  await hand.sees('fold-layer', 'in from the back');
  const deep = () =>
    hand.page.$eval('[data-testid=depth-slide]', (node) => Number(node.getAttribute('aria-valuenow')));
  const before = await deep();
  await hand.page.focus('[data-testid=depth-slide]');
  await hand.page.keyboard.press('ArrowLeft');
  expect(await deep()).toBeCloseTo(before - 0.125, 1);
  expect(await violations(hand.page)).toEqual([]);
  await hand.touch('Rough-in');
  await hand.sees('fold-answer', 'Curled, the ends are clear of the router');
  expect(await violations(hand.page)).toEqual([]);
  expect(hand.complaints).toEqual([]);
});

test('a device that was measured deeper is folded as measured, and no remedy is offered that would not close', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/truck');
  await hand.touch('What folding assumes');
  await hand.page.waitForSelector('::-p-aria([name="switch, typical 1 in"])');
  const field = await hand.page.$('::-p-aria([name="switch, typical 1 in"])');
  await field?.evaluate((node) => node.scrollIntoView({ block: 'center' }));
  await field?.type('3');
  await hand.page.keyboard.press('Enter');
  await hand.open(`${BOX}?open=fold`);
  await hand.sees('fold-answer', 'It does not fold');
  await hand.page.waitForSelector('::-p-text(The switch 1 is 3 in deep)');
  await hand.open(`${BOX}?open=fix`);
  await hand.page.waitForSelector('[data-testid=remedy]');
  const told = await hand.page.$$eval('[data-testid=remedy]', (cards) =>
    cards.map((card) => card.textContent),
  );
  expect(told).toHaveLength(1);
  // What is legal and would not close over a switch of three inches is left out, and that is said.
  expect(told.every((card) => card?.includes('does not fold') === false)).toBe(true);
  await hand.page.waitForSelector('::-p-text(not close by the fold, which is an estimate: left out)');
  expect(hand.complaints).toEqual([]);
});

test('step mode carries on from the joints to the landings and the folding', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-den-outlet?open=join');
  await hand.touch('Both hands busy');
  await hand.sees('busy-title', 'Joint 1');
  await hand.sees('busy-step', 'Lay it');
  const titles: string[] = [];
  for (let nth = 0; nth < 40; nth += 1) {
    const title = await hand.page.$eval('[data-testid=busy-title]', (node) => node.textContent ?? '');
    if (titles.at(-1) === title) break;
    titles.push(title);
    await hand.page.keyboard.press('Space');
  }
  expect(titles.slice(-4)).toEqual(['Grounds', 'Neutrals', 'Hots', 'Devices']);
  await hand.sees('busy-step', 'the screws: they are not a press');
  expect(hand.complaints).toEqual([]);
});
