/** Every screen with what is touched on it, and the pictures of them that the docs keep. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
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
  checks: [box('kitchen-counter', 'fix'), 'Checks (1)', 'Facts the checks need'],
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

/** Opens a view: its address, and what is touched there. */
export async function show(hand: Hand, view: View) {
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

/** Views made of the same parts as others: looked at in one theme. */
const ONCE: readonly View[] = [
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
  await hand.page.screenshot({ path: join(PICTURES, `${name}.png`) as `${string}.png` });
}

/** Walks every screen in a theme: none has an accessibility violation, none complains. */
export async function walk(world: World, size: 'phone' | 'wide', theme: string): Promise<void> {
  const hand = await world.page(size === 'phone' ? PHONE : WIDE);
  await prefer(hand, { theme });
  for (const view of Object.keys(VIEWS) as View[]) {
    if ((theme !== 'light' || size === 'wide') && ONCE.includes(view)) continue;
    await show(hand, view);
    expect([view, await violations(hand.page)]).toEqual([view, []]);
    if (theme === 'light' && KEPT[size].includes(view)) await picture(hand, `${view}-${size}`);
    if (theme === 'sun' && view === 'box-over') await picture(hand, 'sun-phone');
  }
  expect(hand.complaints).toEqual([]);
  await hand.page.browserContext().close();
}
