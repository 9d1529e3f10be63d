/** A server on a free port with its own database, and a browser to look at it. */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, { type Browser, type ElementHandle, type Page } from 'puppeteer-core';

const ROOT = join(__dirname, '..');
/** The browser: a headless one from Debian's packages. */
export const CHROMIUM = process.env['CHROMIUM'] ?? '/usr/bin/chromium-headless-shell';
export const PHONE = { width: 390, height: 844, isMobile: true, hasTouch: true, deviceScaleFactor: 1 };
export const WIDE = { width: 1280, height: 800, deviceScaleFactor: 1 };

export class World {
  readonly folder = mkdtempSync(join(tmpdir(), 'dense-pack-e2e-'));
  #server: ChildProcess | undefined;
  #browser: Browser | undefined;
  address = '';
  #port = '0';

  /** Starts the server as `npm run demo` does, or again on the same database and port. */
  async startServer(): Promise<void> {
    const server = spawn(process.execPath, ['scripts/server.mjs', '--demo'], {
      cwd: ROOT,
      env: { ...process.env, PORT: this.#port, DENSE_PACK_DB: join(this.folder, 'test.db') },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    this.#server = server;
    this.address = await new Promise((resolve, reject) => {
      let said = '';
      server.stdout.on('data', (chunk: Buffer) => {
        said += chunk.toString();
        const address = /ready at (\S+)/.exec(said)?.[1];
        if (address) resolve(address);
      });
      server.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
      server.on('exit', () => reject(new Error(said)));
    });
    this.#port = new URL(this.address).port;
  }

  /** Stops the server: asked nicely, or killed as a power cut would. */
  async stopServer(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const server = this.#server;
    if (!server || server.exitCode !== null || server.signalCode !== null) return;
    await new Promise((resolve) => {
      server.once('exit', resolve);
      server.kill(signal);
    });
  }

  async startBrowser(): Promise<void> {
    this.#browser = await puppeteer.launch({
      executablePath: CHROMIUM,
      userDataDir: mkdtempSync(join(this.folder, 'browser-')),
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    });
  }

  /**
   * A page in a browser of its own: nothing of another page's store is seen.
   * @param keepsApp whether it keeps the app to start it without the server. It then fetches all of it, a fifth of a test's
   * time; the others are as browsers that have no service workers.
   */
  async page(viewport: typeof PHONE | typeof WIDE, { keepsApp = false } = {}): Promise<Hand> {
    if (!this.#browser) throw new Error('the browser was not started');
    const context = await this.#browser.createBrowserContext();
    const page = await context.newPage();
    await page.setViewport(viewport);
    if (!keepsApp) await page.evaluateOnNewDocument(keepNothing);
    await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
    return new Hand(page, this);
  }

  async stop(): Promise<void> {
    await this.#browser?.close();
    await this.stopServer();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** Three files run at once: a page may be kept waiting by the others'. */
const PATIENCE_MS = 30_000;

/** A person's hand on a page: finds by the words they see, and counts its touches. */
export class Hand {
  touches = 0;
  readonly complaints: string[] = [];

  constructor(
    readonly page: Page,
    readonly world: World,
  ) {
    page.on('pageerror', (error) => this.complaints.push(String(error)));
    page.on('console', (message) => {
      const text = message.text();
      const away = /Failed to load resource|net::ERR/.test(text);
      if (message.type() === 'error' && !away) this.complaints.push(text);
    });
  }

  async open(path: string): Promise<void> {
    await this.page.goto(this.world.address + path);
    await this.rests();
  }

  /**
   * Goes to another screen of the app that is open, as a touch on a link to it does: nothing is loaded anew, which takes
   * longer than most of what is looked at. The first is opened.
   */
  async go(path: string): Promise<void> {
    const { world, page } = this;
    if (!page.url().startsWith(`${world.address}/`)) return this.open(path);
    await page.evaluate((to) => {
      history.pushState(null, '', to);
      dispatchEvent(new PopStateEvent('popstate'));
    }, path);
    await this.rests();
  }

  async reload(): Promise<void> {
    await this.page.reload();
    await this.rests();
  }

  /** Waits until the whole app is on the phone. Before that, what comes after the first screen needs the network. */
  async worksOffline(): Promise<void> {
    await this.page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  }

  /** Waits until the screen rests: it is drawn, nothing says it is loading, and nothing is added to it. */
  async rests(): Promise<void> {
    if (!(await this.page.evaluate(screenRests, 2 * PATIENCE_MS)))
      throw new Error(`the screen never rests: ${await this.page.evaluate(() => document.body.innerText)}`);
    await this.page.evaluate(() => document.fonts.ready.then(() => undefined));
  }

  async find(name: string): Promise<ElementHandle> {
    const found = await this.page.waitForSelector(`::-p-aria(${name})`, { timeout: PATIENCE_MS });
    if (!found) throw new Error(`nothing is called “${name}”`);
    return found;
  }

  /** Touches what has these words; refuses what is smaller than a thumb or lies off the screen. */
  async touch(name: string): Promise<void> {
    const element = await this.find(name);
    await element.scrollIntoView();
    await element.evaluate(standsStill);
    const box = await element.boundingBox();
    if (!box || box.width < 43.5 || box.height < 43.5) {
      throw new Error(`“${name}” is smaller than a thumb: ${JSON.stringify(box)}`);
    }
    this.touches += 1;
    if (this.page.viewport()?.hasTouch) await element.tap();
    else await element.click();
  }

  async type(name: string, text: string): Promise<void> {
    const element = await this.find(name);
    await element.focus();
    await this.page.keyboard.down('Control');
    await this.page.keyboard.press('a');
    await this.page.keyboard.up('Control');
    await this.page.keyboard.type(text);
  }

  /** Waits until what the test id marks says this. */
  async sees(testId: string, text: string): Promise<void> {
    await this.page
      .waitForFunction(
        (id, wanted) =>
          [...document.querySelectorAll(`[data-testid="${id}"]`)].some((one) =>
            one.textContent?.includes(wanted),
          ),
        { timeout: PATIENCE_MS },
        testId,
        text,
      )
      .catch(async () => {
        throw new Error(`${testId} does not say “${text}” but: ${await this.all(testId)}`);
      });
  }

  /** Waits until all that a test id marks say just this, in this order. */
  async shows(testId: string, texts: readonly string[]): Promise<void> {
    await this.page
      .waitForFunction(
        (id, wanted) =>
          JSON.stringify(
            [...document.querySelectorAll(`[data-testid="${id}"]`)].map((one) => one.textContent),
          ) === JSON.stringify(wanted),
        { timeout: PATIENCE_MS },
        testId,
        texts,
      )
      .catch(async () => {
        throw new Error(
          `${testId}: wanted ${JSON.stringify(texts)}, shown ${JSON.stringify(await this.all(testId))}`,
        );
      });
  }

  /** Waits until the first of what a test id marks begins with this. */
  async leads(testId: string, text: string): Promise<void> {
    await this.page
      .waitForFunction(
        (id, wanted) =>
          document.querySelector(`[data-testid="${id}"]`)?.textContent?.startsWith(wanted) === true,
        { timeout: PATIENCE_MS },
        testId,
        text,
      )
      .catch(async () => {
        throw new Error(`the first ${testId} is not “${text}” but: ${(await this.all(testId))[0]}`);
      });
  }

  /** Waits until just so many of what a test id marks say this. */
  async counts(testId: string, text: string, wanted: number): Promise<void> {
    await this.page
      .waitForFunction(
        (id, said, many) =>
          [...document.querySelectorAll(`[data-testid="${id}"]`)].filter((one) =>
            one.textContent?.includes(said),
          ).length === many,
        { timeout: PATIENCE_MS },
        testId,
        text,
        wanted,
      )
      .catch(async () => {
        throw new Error(`not ${wanted} of ${testId} say “${text}”: ${await this.all(testId)}`);
      });
  }

  /** The texts of all that a test id marks. */
  async all(testId: string): Promise<string[]> {
    return this.page.$$eval(`[data-testid="${testId}"]`, (found) =>
      found.map((one) => one.textContent ?? ''),
    );
  }

  async saysSomewhere(text: string): Promise<void> {
    await this.page
      .waitForFunction((wanted) => document.body.innerText.includes(wanted), { timeout: PATIENCE_MS }, text)
      .catch(async () => {
        throw new Error(
          `the page does not say “${text}” but: ${await this.page.evaluate(() => document.body.innerText)}`,
        );
      });
  }

  /** Waits until every change has been taken by the server. */
  async saved(patience = PATIENCE_MS): Promise<void> {
    const until = Date.now() + patience;
    while ((await this.waiting()) > 0) {
      if (Date.now() > until) throw new Error(`${await this.waiting()} changes are still waiting`);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }

  /** How many changes wait in the browser's store. */
  async waiting(): Promise<number> {
    return this.page.evaluate(changesThatWait);
  }
}

/** In the page: how many changes lie in the browser’s database, and in localStorage from an earlier program. */
async function changesThatWait(): Promise<number> {
  const old = Object.keys(localStorage).filter((key) => key.startsWith('dense-pack/outbox/')).length;
  const there = (await indexedDB.databases()).some(({ name }) => name === 'dense-pack');
  if (!there) return old;
  const asked = <T>(request: IDBRequest<T>) =>
    new Promise<T>((resolve, reject) => {
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => reject(request.error ?? new Error('no database'));
    });
  const db = await asked(indexedDB.open('dense-pack'));
  try {
    return old + (await asked(db.transaction('operations').objectStore('operations').count()));
  } finally {
    db.close();
  }
}

/** In the page: waits until an element keeps its place for three frames, as a thumb does; at most two seconds. */
async function standsStill(element: Element): Promise<void> {
  const frame = () => new Promise((done) => requestAnimationFrame(done));
  const place = () => {
    const { left, top, width, height } = element.getBoundingClientRect();
    return [left, top, width, height].join(' ');
  };
  const end = performance.now() + 2000;
  let before = '';
  for (let still = 0; still < 3 && performance.now() < end;) {
    await frame();
    const now = place();
    still = now === before ? still + 1 : 0;
    before = now;
  }
}

/**
 * In the page: resolves once the app's own screen is there, not the frame before it, no part of it says it is loading, and
 * for 120 ms nothing was added to it and nothing came for it; false after so many ms.
 */
async function screenRests(patience: number): Promise<boolean> {
  const end = performance.now() + patience;
  const stands = () =>
    [...document.querySelectorAll('#root > :not(.shell, style, script)')].some(
      (one) => one.textContent !== '',
    ) && !document.querySelector('[role="status"][aria-label^="Loading"]');
  const there = () =>
    `${document.querySelectorAll('*').length} ${performance.getEntriesByType('resource').length}`;
  let before = '';
  for (let still = 0; performance.now() < end;) {
    const now = stands() ? there() : '';
    still = now !== '' && now === before ? still + 1 : 0;
    if (still === 3) return true;
    before = now;
    await new Promise((done) => setTimeout(done, 40));
  }
  return false;
}

/** In the page, before it begins: a browser without service workers. */
function keepNothing(): void {
  Reflect.deleteProperty(Navigator.prototype, 'serviceWorker');
}
