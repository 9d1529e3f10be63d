/**
 * How it looks: no accessibility violation on any screen in any theme (axe-core), nothing cut off at
 * 200 % text, the left hand, and the pictures the docs keep.
 */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { violations } from './axe';
import { type Hand, PHONE, WIDE, World } from './world';

const PICTURES = join(__dirname, '../docs/screenshots');
const JOB = '/job/demo-house-on-the-hill';
const box = (id: string, open = '') => `${JOB}/box/demo-${id}${open === '' ? '' : `?open=${open}`}`;

const VIEWS = {
  jobs: '/',
  job: JOB,
  settings: '/settings',
  'box-over': box('kitchen-counter'),
  'box-legal': box('workshop-square'),
  'box-smart': box('entry-smart'),
  'box-unknown': box('cellar-old'),
  safe: box('den-outlet', 'safe'),
  found: box('kitchen-counter', 'found'),
  change: box('kitchen-counter', 'change'),
  fix: box('kitchen-counter', 'fix'),
  'other-box': [box('hall-switches', 'fix'), 'Other box'],
  'box-wishes': [box('kitchen-counter', 'fix'), 'Other box', 'What the box must be', 'new-work'],
  checks: [box('kitchen-counter', 'fix'), 'Checks (1)', 'Facts the checks need'],
  truck: [
    '/truck',
    '1-gang plastic, new-work, 18.00 in³, 2⁷⁄₈ in deep',
    '1-gang plastic, old-work, 20.00 in³, 3¹⁄₈ in deep',
  ],
  'truck-box': ['/truck', 'A box of your own', 'Keep it in the truck'],
  tap: `${JOB}/tap`,
  headroom: [`${JOB}/tap`, 'What fits where'],
  weights: ['/settings', 'How remedies are weighed', 'What “roomy” assumes'],
  join: [box('living-split', 'join'), 'Step through the joints'],
  'join-try': [box('hall-switches', 'join'), 'Try it', 'switch 1 down', 'Meter and tester at every point'],
  'join-cut': [box('workshop-square', 'join'), 'Cut list'],
  'join-hand': [box('cellar-old', 'join'), 'As found'],
  land: box('living-split', 'land'),
  'box-kinds': box('hall-switches', 'box'),
  cable: box('kitchen-counter', 'cable'),
  device: box('kitchen-counter', 'device'),
  more: box('workshop-square', 'more'),
  type: box('den-outlet', 'line'),
  nowhere: '/nothing/here',
} as const satisfies Record<string, string | readonly [string, ...string[]]>;
type View = keyof typeof VIEWS;

/** Opens a view: its address, and what is touched there. */
async function show(hand: Hand, view: View) {
  const [path, ...touches] = [VIEWS[view]].flat() as [string, ...string[]];
  await hand.open(path);
  for (const name of touches) await hand.touch(name);
}

/** Which pictures the docs keep, in light. */
const KEPT: Readonly<Record<'phone' | 'wide', readonly View[]>> = {
  phone: [
    'jobs',
    'job',
    'box-over',
    'box-legal',
    'box-smart',
    'change',
    'fix',
    'other-box',
    'tap',
    'truck',
    'join',
    'land',
    'box-kinds',
  ],
  wide: ['box-over', 'change'],
};

/** Views made of the same parts as others: looked at in one theme. */
const ONCE: readonly View[] = [
  'box-wishes',
  'checks',
  'truck-box',
  'headroom',
  'weights',
  'join-cut',
  'join-hand',
];

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const prefer = (hand: Hand, preferences: object) =>
  hand.page.evaluateOnNewDocument(
    (text) => localStorage.setItem('dense-pack/preferences', text),
    JSON.stringify(preferences),
  );
async function picture(hand: Hand, name: string) {
  if (!process.env['SCREENSHOTS']) return;
  mkdirSync(PICTURES, { recursive: true });
  await hand.page.screenshot({ path: join(PICTURES, `${name}.png`) as `${string}.png` });
}

// What is wide differs in its order, not in its colours: one theme tells.
test.each([
  ['phone', 'light', PHONE],
  ['phone', 'dark', PHONE],
  ['phone', 'sun', PHONE],
  ['wide', 'light', WIDE],
] as const)(
  'on a %s screen in the %s theme no screen has an accessibility violation',
  async (size, theme, viewport) => {
    const hand = await world.page(viewport);
    await prefer(hand, { theme });
    for (const view of Object.keys(VIEWS) as View[]) {
      if ((theme !== 'light' || size === 'wide') && ONCE.includes(view)) continue;
      await show(hand, view);
      expect([view, await violations(hand.page)]).toEqual([view, []]);
      if (theme === 'light' && KEPT[size].includes(view)) await picture(hand, `${view}-${size}`);
      if (theme === 'sun' && view === 'box-over') await picture(hand, 'sun-phone');
      if (theme === 'dark' && view === 'box-smart') await picture(hand, 'dark-phone');
    }
    expect(hand.complaints).toEqual([]);
    await hand.page.browserContext().close();
  },
  180_000,
);

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
  await hand.page.reload({ waitUntil: 'networkidle0' });
  expect(await hand.page.evaluate(() => document.documentElement.classList.contains('sun'))).toBe(true);
});
