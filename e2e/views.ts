/** Every screen with what is touched on it, and the pictures of them that the docs keep. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { ALL_RUNS } from '@dense-pack/core/tests/runs';
import { violations } from './axe';
import { type Hand, PHONE, WIDE, type World } from './world';

export const PICTURES = join(__dirname, '../docs/screenshots');
export const JOB = '/job/demo-house-on-the-hill';
export const box = (id: string, open = '') => `${JOB}/box/demo-${id}${open === '' ? '' : `?open=${open}`}`;

export const VIEWS = {
  jobs: '/',
  job: JOB,
  settings: '/settings',
  'box-over': box('kitchen-counter'),
  'box-legal': box('workshop-square'),
  'box-smart': box('entry-smart'),
  'box-unknown': box('cellar-old'),
  safe: box('den-outlet', 'safe'),
  found: box('kitchen-counter', 'found'),
  identify: box('entry-smart', 'identify'),
  'identify-reading': [box('entry-smart', 'identify'), 'porch black', 'porch white'],
  change: box('kitchen-counter', 'change'),
  fix: box('kitchen-counter', 'fix'),
  'other-box': [box('hall-switches', 'fix'), 'Other box'],
  'box-wishes': [box('kitchen-counter', 'fix'), 'Other box', 'What the box must be', 'new-work'],
  checks: [box('kitchen-counter', 'fix'), 'Checks (1)', 'All facts'],
  truck: [
    '/truck',
    '1-gang plastic, new-work, 18.00 in³, 2⁷⁄₈ in deep',
    '1-gang plastic, old-work, 20.00 in³, 3¹⁄₈ in deep',
  ],
  'truck-box': ['/truck', 'A box of your own', 'Keep it in the truck'],
  tap: `${JOB}/tap`,
  panel: `${JOB}/panel`,
  'panel-breaker': [`${JOB}/panel`, '6 Living room 15 A, label wrong'],
  run: [`${JOB}/run`, '7 Den, study, balcony'],
  'run-link': [`${JOB}/run`, '12/2 feed in Counter left of sink'],
  outage: `${JOB}/outage`,
  tags: `${JOB}/tags`,
  headroom: [`${JOB}/tap`, 'What fits where'],
  weights: ['/settings', 'How remedies are weighed', 'What “roomy” assumes'],
  'cut-in': box('bath-switch', 'cut-in'),
  'cut-in-surface': [box('den-outlet', 'cut-in'), 'Type the measures'],
  row: [`${JOB}/row`, '16 in'],
  join: [box('living-split', 'join'), 'Step through the joints'],
  'join-held': [box('hall-switches', 'join'), 'In the drawing: hall, near'],
  'box-counts': [box('kitchen-counter', 'box'), 'Wire counts stamped'],
  'join-try': [box('hall-switches', 'join'), 'Try it', 'switch 1 down', 'Meter and tester at every point'],
  'join-cut': [box('workshop-square', 'join'), 'Cut list'],
  'join-hand': [box('cellar-old', 'join'), 'As found'],
  'join-changes': [box('cellar-old', 'join'), 'What changes'],
  land: box('living-split', 'land'),
  fold: [box('entry-smart', 'fold'), 'Hots'],
  close: box('balcony-left', 'close'),
  'close-wrong': box('study-sink', 'close'),
  sheet: `${JOB}/sheet?box=demo-study-sink`,
  sheets: `${JOB}/sheet`,
  trip: `${JOB}/trip`,
  events: `${JOB}/events`,
  archive: '/archive',
  logbook: '/logbook',
  labels: `${JOB}/labels`,
  scan: '/scan',
  bench: [`${JOB}/bench?box=demo-living-split`, 'duplex receptacle, bottom: Receptacles'],
  'bench-hidden': [`${JOB}/bench?box=demo-study-sink`, 'Hidden fault', 'Meter'],
  'box-kinds': box('hall-switches', 'box'),
  cable: box('kitchen-counter', 'cable'),
  device: box('kitchen-counter', 'device'),
  more: box('workshop-square', 'more'),
  type: box('den-outlet', 'line'),
  nowhere: '/nothing/here',
} as const satisfies Record<string, string | readonly [string, ...string[]]>;
export type View = keyof typeof VIEWS;

/** Goes to a view: its address, and what is touched there. */
export async function show(hand: Hand, view: View) {
  const [path, ...touches] = [VIEWS[view]].flat() as [string, ...string[]];
  await hand.go(path);
  for (const name of touches) await hand.touch(name);
}

/** Which pictures the docs keep, in light. */
const KEPT: Readonly<Record<'phone' | 'wide', readonly View[]>> = {
  phone: [
    'jobs',
    'job',
    'box-over',
    'identify',
    'fix',
    'cut-in',
    'tap',
    'truck',
    'join',
    'land',
    'close-wrong',
    'run',
    'panel',
    'outage',
  ],
  wide: ['box-over', 'job'],
};

/** Views made of the same parts as others: a wide screen lays them out as it does those. */
const PHONE_ONLY: readonly View[] = [
  'box-wishes',
  'checks',
  'truck-box',
  'headroom',
  'weights',
  'join-cut',
  'join-hand',
  'join-changes',
  'cut-in-surface',
  'row',
  'panel-breaker',
  'run-link',
  'tags',
  'close',
  'sheets',
  'labels',
  'archive',
  'events',
  'bench-hidden',
];

export const prefer = (hand: Hand, preferences: object) =>
  hand.page.evaluateOnNewDocument(
    (text) => localStorage.setItem('dense-pack/preferences', text),
    JSON.stringify(preferences),
  );
export async function picture(hand: Hand, name: string) {
  if (!process.env['SCREENSHOTS']) return;
  mkdirSync(PICTURES, { recursive: true });
  await hand.page.waitForFunction(
    () => !/not worked out yet|Searching what would help/.test(document.body.innerText),
  );
  await hand.page.screenshot({ path: join(PICTURES, `${name}.png`) as `${string}.png` });
}

type Theme = 'light' | 'dark' | 'sun';

/** Puts a theme on from another tab of the same browser, as a person may; the screen stays where it is. */
async function themedFrom(hand: Hand): Promise<(theme: Theme) => Promise<void>> {
  const other = await hand.page.browserContext().newPage();
  await other.goto(`${hand.world.address}/manifest.webmanifest`);
  await hand.page.bringToFront();
  return async (theme) => {
    await other.evaluate(
      (text) => localStorage.setItem('dense-pack/preferences', text),
      JSON.stringify({ theme }),
    );
    await hand.page.waitForFunction(
      (name) => {
        const { classList } = document.documentElement;
        return ['dark', 'sun'].every((one) => classList.contains(one) === (one === name));
      },
      {},
      theme,
    );
    await hand.page.evaluate(
      () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
    );
  };
}

/** In the page: all that is there and what it is called, without its colours. */
function apartFromColour(): string {
  const SAID = /^(?:aria-.*|role|id|tabindex|href|type|disabled|for|title|alt|lang|data-testid)$/;
  const said = (one: Element) =>
    [...one.attributes].filter(({ name }) => SAID.test(name)).map(({ name, value }) => `${name}=${value}`);
  const all = [...document.querySelectorAll('#root *')].map((one) => `${one.tagName} ${said(one).join(' ')}`);
  return `${all.join('\n')}\n${document.body.innerText}`;
}

/**
 * Walks every screen in the light theme, and puts the others on where it stands: none has an accessibility violation, none
 * complains. What a theme changes only in its colours is asked only about these; anything else is looked at whole.
 */
export async function walk(world: World, size: 'phone' | 'wide', others: readonly Theme[]): Promise<void> {
  const hand = await world.page(size === 'phone' ? PHONE : WIDE);
  const putOn = await themedFrom(hand);
  await putOn('light');
  const screens = new Map<string, View>();
  for (const view of Object.keys(VIEWS) as View[]) {
    if (size === 'wide' && PHONE_ONLY.includes(view)) continue;
    await show(hand, view);
    expect([view, 'light', await violations(hand.page)]).toEqual([view, 'light', []]);
    if (KEPT[size].includes(view)) await picture(hand, `${view}-${size}`);
    const inLight = await hand.page.evaluate(apartFromColour);
    // No view is another’s screen, looked at twice.
    expect([view, screens.get(inLight)]).toEqual([view, undefined]);
    screens.set(inLight, view);
    // One of the others each, by turns; all of them where all is tried.
    const turn = screens.size % Math.max(1, others.length);
    for (const theme of ALL_RUNS || KEPT[size].includes(view) ? others : others.slice(turn, turn + 1)) {
      await putOn(theme);
      const same = (await hand.page.evaluate(apartFromColour)) === inLight;
      expect([view, theme, await violations(hand.page, same)]).toEqual([view, theme, []]);
      if (theme === 'sun' && view === 'box-over') await picture(hand, 'sun-phone');
    }
    if (others.length > 0) await putOn('light');
  }
  expect(hand.complaints).toEqual([]);
  await hand.page.browserContext().close();
}
