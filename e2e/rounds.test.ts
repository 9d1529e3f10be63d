/**
 * Rounds of misfortune in real browsers: two phones, one with two tabs, at one box while the network loses, doubles and
 * forges answers, pages are closed or read anew the moment a change is seen, and the server is killed. After each round
 * all that was seen on a screen is on the server, every screen agrees, and nobody was asked about their own. `ROUNDS=60`
 * runs more of them; a failing round names its seed. Boxes are invented.
 */
import fc from 'fast-check';
import type { HTTPRequest, Page } from 'puppeteer-core';
import { runs } from '@dense-pack/core/tests/runs';
import { Hand, PHONE, World } from './world';

const ROUNDS = Number(process.env['ROUNDS'] ?? runs(12));
const SEED = Number(process.env['SEED'] ?? 1);
const JOB = 'demo-house-on-the-hill';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

type Fate = 'good' | 'lost' | 'twice' | 'login page' | '500' | 'late';
const WEATHER: readonly Fate[] = ['good', 'good', 'lost', 'twice', 'login page', '500', 'late'];

/** A screen that shows the same for so long rests, in ms: what changes after a touch is of that touch. */
const RESTED_MS = 150;

/** One tab of a phone: its page, and what its network does to each write. */
class Tab {
  hand!: Hand;
  fates: Fate[] = [];
  offline = false;

  constructor(
    private readonly open: () => Promise<Page>,
    readonly path: string,
  ) {}

  async begin(): Promise<void> {
    const page = await this.open();
    await page.setViewport(PHONE);
    await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
    this.hand = new Hand(page, world);
    await page.setRequestInterception(true);
    page.on('request', (request) => void this.meet(request).catch(() => undefined));
    await page.setOfflineMode(this.offline);
    await page.goto(world.address + this.path);
    await this.ready();
  }

  /** A page that is not looked at is drawn later: it is brought to the front. */
  private async ready(): Promise<void> {
    const { page } = this.hand;
    await page.bringToFront();
    await page.waitForSelector('[data-testid="fill"]', { timeout: 15_000 });
    // The address of a page loaded again says that the cables are open, before they are drawn: a touch would close them.
    const cables = await this.hand.find('Cable');
    const open = await cables.evaluate((one) => one.getAttribute('aria-expanded') === 'true');
    if (!open) await this.hand.touch('Cable');
    await this.hand.find('Add 12/2');
  }

  private async meet(request: HTTPRequest): Promise<void> {
    const write = request.method() !== 'GET' && request.url().includes('/api/');
    const fate = write ? (this.fates.shift() ?? 'good') : 'good';
    if (fate === 'good') return request.continue();
    if (fate === 'login page')
      return request.respond({ status: 200, contentType: 'text/html', body: '<title>Sign in</title>' });
    if (fate === '500') return request.respond({ status: 500, contentType: 'text/html', body: 'No' });
    const ask = () =>
      fetch(request.url(), {
        method: request.method(),
        headers: { 'content-type': 'application/json' },
        ...(request.postData() === undefined ? {} : { body: request.postData() as string }),
      }).catch(() => undefined);
    const answer = await ask();
    if (fate === 'lost' || !answer) return request.abort();
    if (fate === 'late') await new Promise((resolve) => setTimeout(resolve, 700));
    const last = fate === 'twice' ? ((await ask()) ?? answer) : answer;
    return request.respond({
      status: last.status,
      contentType: last.headers.get('content-type') ?? 'application/json',
      body: await last.text(),
    });
  }

  shown(): Promise<string> {
    return this.hand.page.$eval('[data-testid="fill"]', (one) => one.textContent ?? '');
  }

  /** What is shown once it has rested: a page that comes to the front first draws what another tab did. */
  private async rested(): Promise<string> {
    for (let before = await this.shown(); ;) {
      await new Promise((resolve) => setTimeout(resolve, RESTED_MS));
      const now = await this.shown();
      if (now === before) return now;
      before = now;
    }
  }

  /** Touches, and waits until the screen shows what it did. */
  async does(name: 'Add 12/2' | 'Undo'): Promise<boolean> {
    const before = await this.rested();
    const enabled = await this.hand.page.evaluate(
      (label) =>
        [...document.querySelectorAll('[role="button"]')].some(
          (one) => one.getAttribute('aria-label') === label && one.getAttribute('aria-disabled') !== 'true',
        ),
      name,
    );
    if (name === 'Undo' && !enabled) return false;
    const button = await this.hand.find(name);
    await button.tap();
    const seen = this.hand.page.waitForFunction(
      (was) => document.querySelector('[data-testid="fill"]')?.textContent !== was,
      { timeout: name === 'Undo' ? 2000 : 10_000, polling: 'raf' },
      before,
    );
    // What the other tab has taken back already cannot be taken back twice.
    return seen.then(
      () => true,
      (error: unknown) => {
        if (name === 'Undo') return false;
        throw error;
      },
    );
  }

  async again(): Promise<void> {
    await this.hand.page.close();
    await this.begin();
  }

  async reload(): Promise<void> {
    await this.hand.page.reload();
    await this.ready();
  }

  async weather(offline: boolean): Promise<void> {
    this.offline = offline;
    await this.hand.page.setOfflineMode(offline);
  }
}

const DEEDS = [
  ...(['add', 'add', 'add', 'add', 'undo', 'add and close', 'add and reload', 'kill'] as const),
  ...(['offline', 'online', 'fates', 'fates', 'other tab', 'wait'] as const),
];
const deed = fc.record({
  who: fc.nat(2),
  is: fc.constantFrom(...DEEDS),
  fates: fc.array(fc.constantFrom(...WEATHER), { minLength: 1, maxLength: 4 }),
});

interface Box {
  readonly version: number;
  readonly box: { readonly items: readonly { readonly kind: string }[] };
}
const stored = async (id: string) =>
  (await (await fetch(`${world.address}/api/v1/boxes/${id}`)).json()) as Box;
const cablesOf = ({ box }: Box) => box.items.filter(({ kind }) => kind === 'cable').length;

async function newBox(id: string): Promise<void> {
  const box = { version: 2, shell: { gangs: 4, volume: '400 in3' }, flaps: 'leave-out', items: [] };
  const made = await fetch(`${world.address}/api/v1/jobs/${JOB}/boxes`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id, name: `Round ${id}`, box }),
  });
  if (made.status !== 201) throw new Error(await made.text());
}

async function kill(): Promise<void> {
  await world.stopServer('SIGKILL');
  await world.startServer();
}

/** Everything is well again: all that waits is sent. */
async function settle(tabs: readonly Tab[]): Promise<void> {
  for (const tab of tabs) {
    tab.fates = [];
    await tab.weather(false);
    await tab.hand.page.evaluate(() => window.dispatchEvent(new Event('online')));
  }
  for (const tab of tabs) await tab.hand.saved(40_000);
}

/** Two phones stay the same from round to round: what they keep of the app is kept once. After a failure they are new. */
let phones: readonly [Hand, Hand] | undefined;
const putAway = async () => {
  const away = phones ?? [];
  phones = undefined;
  for (const { page } of away) await page.browserContext().close();
};

async function round(nth: number): Promise<{ lost: number; asked: number }> {
  const id = `round-${SEED}-${String(nth).padStart(5, '0')}`;
  await newBox(id);
  const path = `/job/${JOB}/box/${id}`;
  phones ??= [await world.page(PHONE, { keepsApp: true }), await world.page(PHONE, { keepsApp: true })];
  const [first, second] = phones;
  const opener =
    ({ page }: Hand) =>
    () =>
      page.browserContext().newPage();
  const tabs = [new Tab(opener(first), path), new Tab(opener(first), path), new Tab(opener(second), path)];
  try {
    for (const tab of tabs) await tab.begin();
    const [deeds = []] = fc.sample(fc.array(deed, { minLength: 6, maxLength: 12 }), {
      numRuns: 1,
      seed: SEED * 1000 + nth,
    });
    let wanted = 0;
    for (const { who, is, fates } of deeds) {
      const tab = tabs[who] as Tab;
      await tab.hand.page.bringToFront();
      if (is === 'add' || is === 'add and close' || is === 'add and reload') {
        await tab.does('Add 12/2');
        wanted += 1;
        // Seen on the screen: whatever happens now, it may not be lost.
        if (is === 'add and close') await tab.again();
        if (is === 'add and reload') await tab.reload();
      } else if (is === 'undo') wanted -= (await tab.does('Undo')) ? 1 : 0;
      else if (is === 'kill') await kill();
      else if (is === 'offline' || is === 'online') await tab.weather(is === 'offline');
      else if (is === 'fates') tab.fates = [...fates];
      else if (is === 'wait') await new Promise((resolve) => setTimeout(resolve, 400));
    }
    await settle(tabs);
    const asked = await Promise.all(
      tabs.map(({ hand }) =>
        hand.page.evaluate(() => document.body.innerText.includes('changed elsewhere too')),
      ),
    );
    const cables = cablesOf(await stored(id));
    for (const tab of tabs) await tab.reload();
    const shown = await Promise.all(tabs.map((tab) => tab.shown()));
    expect([nth, new Set(shown).size]).toEqual([nth, 1]);
    expect(tabs.flatMap(({ hand }) => hand.complaints)).toEqual([]);
    for (const tab of tabs) await tab.hand.page.close();
    return { lost: wanted - cables, asked: asked.filter(Boolean).length };
  } catch (error) {
    await putAway();
    throw error;
  }
}

test.each(Array.from({ length: ROUNDS }, (_, nth) => nth))(
  'round %i: nothing seen is lost, nobody is asked, nothing is stuck',
  async (nth) => {
    expect([nth, await round(nth)]).toEqual([nth, { lost: 0, asked: 0 }]);
  },
  120_000,
);
