/** How it looks in the dark and wide, at 200 % text, in the left hand; the chart; metric beside. */
import { violations } from './axe';
import { box, JOB, picture, prefer, show, VIEWS, walk } from './views';
import { PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

// What is wide differs in its order, not in its colours: one theme tells.
test('on a wide screen no screen has an accessibility violation', () => walk(world, 'wide', []), 360_000);

test('the chart of the house has no violation either', async () => {
  const hand = await world.page(PHONE);
  await prefer(hand, { theme: 'light' });
  await hand.open(JOB);
  await hand.touch('How full is the house?');
  await hand.sees('house-chart', '167 %');
  await (await hand.find('How full each box is')).scrollIntoView();
  expect(await violations(hand.page)).toEqual([]);
  await picture(hand, 'house-phone');
});

describe('at 200 % text, in either hand', () => {
  test.each(['right', 'left'])(
    '%s: nothing runs off the side and everything can be touched',
    async (handed) => {
      const hand = await world.page(PHONE);
      await prefer(hand, { theme: 'light', text: 200, hand: handed });
      for (const view of [
        'jobs',
        'job',
        'settings',
        'box-over',
        'cable',
        'change',
        'found',
        'fix',
        'other-box',
        'truck',
        'tap',
        'weights',
        'join',
        'land',
      ] as const) {
        await show(hand, view);
        const wide = await hand.page.evaluate(() =>
          [...document.querySelectorAll('#root *')]
            // The rail of stations scrolls by itself.
            .filter(
              (one) => !one.closest('[role="tablist"]') && !one.querySelector(':scope > [role="tablist"]'),
            )
            .filter((one) => {
              const { left, right, width } = one.getBoundingClientRect();
              return width > 0 && (right > window.innerWidth + 1 || left < -1);
            })
            .map((one) => one.textContent?.slice(0, 40) ?? ''),
        );
        expect([view, wide]).toEqual([view, []]);
      }
      await hand.open(VIEWS['box-over']);
      await hand.touch('Cable');
      await hand.touch('Add 14/2');
      await hand.sees('verdict', 'Over by');
      const [cable, box] = await Promise.all(
        ['Cable', 'Box'].map(async (name) => (await (await hand.find(name)).boundingBox())?.x ?? 0),
      );
      expect((cable ?? 0) > (box ?? 0)).toBe(handed === 'right');
      await hand.page.browserContext().close();
    },
  );
});

test('metric stands beside inches where it is wished for', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/settings');
  await hand.touch('in³ and mL metric beside');
  await hand.open(box('den-outlet'));
  // 15.75 in³ × 16.387064 (exact) = 258.096258 mL.
  await hand.saysSomewhere('258.096 mL');
});

test('the theme is changed by touch and stays', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/');
  await hand.touch('Settings');
  await hand.touch('Sun black on white');
  await hand.reload();
  expect(await hand.page.evaluate(() => document.documentElement.classList.contains('sun'))).toBe(true);
});
