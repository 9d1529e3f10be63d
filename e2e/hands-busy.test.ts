/** Both hands busy in a real browser: the voice, the keys, the lock of the screen. */
import { PHONE, World } from './world';
import { violations } from './axe';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

test('steps go on by touch and by key, are read aloud once the voice is on, and the screen stays awake', async () => {
  const hand = await world.page(PHONE);
  // What the browser's own speech and its lock are asked for.
  await hand.page.evaluateOnNewDocument(() => {
    const said: string[] = [];
    const locks: string[] = [];
    Object.assign(window, { said, locks });
    Object.defineProperty(window.speechSynthesis, 'speak', {
      value: (words: SpeechSynthesisUtterance) => said.push(words.text),
    });
    Object.defineProperty(navigator, 'wakeLock', {
      value: {
        request: (kind: string) => {
          locks.push(kind);
          return Promise.resolve({ release: () => Promise.resolve(locks.push('released')) });
        },
      },
    });
  });
  const said = () => hand.page.evaluate(() => (window as unknown as { said: string[] }).said);
  const locks = () => hand.page.evaluate(() => (window as unknown as { locks: string[] }).locks);
  await hand.open('/job/demo-house-on-the-hill/box/demo-entry-smart?open=join');
  await hand.touch('Both hands busy');
  await hand.sees('busy-title', 'Joint 1');
  expect(await locks()).toEqual(['screen']);
  expect(await violations(hand.page)).toEqual([]);
  await hand.page.keyboard.press('Space');
  await hand.sees('busy-title', 'Joint 2');
  await hand.page.keyboard.press('ArrowLeft');
  await hand.sees('busy-title', 'Joint 1');
  await hand.page.tap('#busy-step');
  await hand.sees('busy-title', 'Joint 2');
  expect(await said()).toEqual([]);
  await hand.touch('Read aloud');
  await hand.page.tap('#busy-step');
  await hand.sees('busy-title', 'Joint 3');
  const words = await said();
  expect(words.at(-1)).toMatch(/^Joint 3: /);
  expect(words.join(' ')).toMatch(/five eighths to three quarters inch/);
  await hand.touch('Done, next');
  await hand.sees('busy-title', 'Joint 4');
  await hand.page.keyboard.press('Escape');
  await hand.find('Both hands busy');
  expect(await locks()).toEqual(['screen', 'released']);
  await hand.find('Joint 3: the hot of circuit 3, made up');
  expect(hand.complaints).toEqual([]);
});
