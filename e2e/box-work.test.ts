/** The work at one box, by touch: make safe, record what is seen, plan, build, and go back in its history. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Hand, PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const DEN = '/job/demo-house-on-the-hill/box/demo-den-outlet';
const stored = async (id: string) => (await fetch(`${world.address}/api/v1/boxes/${id}`)).json();
const finish = async (hand: Hand) => {
  expect(hand.complaints).toEqual([]);
  await hand.page.browserContext().close();
};

test('a nailed box: the wall is one touch, and behind finished board none that is nailed is offered', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-hall-switches?open=fix');
  await hand.saysSomewhere('2-gang plastic, new-work, 35.50 in³');
  await hand.saysSomewhere('The wall is taken to be open');
  await hand.touch('finished');
  await hand.saysSomewhere('old-work');
  const said = await hand.page.evaluate(() => document.body.innerText);
  expect(said).not.toMatch(/new-work, \d|taken to be open/);
  await hand.touch('Undo');
  await hand.saysSomewhere('2-gang plastic, new-work, 35.50 in³');
  await hand.saved();
  await finish(hand);
});

test('a change is planned beside what was found, told as a difference, built, and restored from the history', async () => {
  const hand = await world.page(PHONE);
  await hand.open(DEN);
  await hand.touch('Change');
  await hand.saysSomewhere('Nothing is planned yet');
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  await hand.touch('Device');
  await hand.touch('Open duplex receptacle');
  await hand.touch('GFCI');
  await hand.touch('Close GFCI receptacle');
  await hand.touch('Change');
  await hand.shows('change', ['⇄duplex → gfci', '+12/2Was there']);
  expect(await hand.all('beside')).toEqual(['as foundLegal, 2.25 in³ leftplannedOver by 2.25 in³']);
  await hand.touch('Was there');
  await hand.shows('change', ['⇄duplex → gfci']);
  await hand.touch('Undo');
  await hand.shows('change', ['⇄duplex → gfci', '+12/2Was there']);
  await hand.touch('Mark as built');
  await hand.saysSomewhere('As found and as built');
  await hand.saved();
  expect(await stored('demo-den-outlet')).toMatchObject({
    stage: 'built',
    found: { items: [{ kind: 'cable' }, { kind: 'cable' }, { device: 'duplex' }] },
  });
  const states = (await (await fetch(`${world.address}/api/v1/boxes/demo-den-outlet/states`)).json()).states;
  const first = states.at(-1);
  await hand.reload();
  await hand.touch('Change, done');
  await hand.touch(`History (${states.length})`);
  await hand.sees('state', 'as built');
  const restore = await hand.page.waitForSelector(`[aria-label$="version ${first.version}"]`);
  await restore?.scrollIntoView();
  await restore?.tap();
  await hand.sees('fill', '15.75');
  await hand.saved();
  expect(await stored('demo-den-outlet')).toMatchObject({ stage: 'found', found: null });
  await finish(hand);
});

test('what is seen is recorded by touch, and making safe is ticked step by step', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-cellar-old');
  await hand.touch('Safe');
  await hand.touch('The breaker is found');
  await hand.touch('Circuit 1 is locked or tagged');
  await hand.touch('14/2 black to prove');
  await hand.touch('Found');
  await hand.touch('both');
  await hand.touch('scorched');
  await hand.type('Notes for next time', 'Ask for daylight.');
  await hand.touch('debris inside');
  await hand.saved();
  expect((await stored('demo-cellar-old')).seen).toMatchObject({
    stud: 'both',
    conditions: ['brittle', 'damp', 'unlabelled', 'scorched', 'debris'],
    note: 'Ask for daylight.',
    safe: ['found'],
    safety: { off: { 1: true }, dead: ['i1.0.black'], at: expect.stringMatching(/^20/) },
    readings: [],
    remedy: [],
    photos: [],
  });
  await hand.touch('Undo');
  await hand.saved();
  expect((await stored('demo-cellar-old')).seen.conditions).not.toContain('debris');
  await finish(hand);
});

test('a box is duplicated with its plan, under a name of its own', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-pendant-pan');
  await hand.touch('Found, done');
  await hand.touch('Duplicate this box');
  await hand.saysSomewhere('Pendant over the table, copy');
  await hand.sees('verdict', 'Over by 4.00 in³');
  await hand.saved();
  const job = await (await fetch(`${world.address}/api/v1/jobs/demo-house-on-the-hill`)).json();
  expect(job.boxes.at(-1)).toMatchObject({ name: 'Pendant over the table, copy', stage: 'planned' });
  await finish(hand);
});

test('cables stand at the edge of the drawing: touch one to change it, the last to bring in another', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-porch-ceiling');
  await hand.touch('14/3 leg: cable, switch leg, enters top');
  await hand.touch('travelers');
  await hand.touch('Close 14/3 travelers top');
  await hand.touch('Bring in a cable');
  await hand.touch('Add 14/2');
  await hand.sees('fill', '16.00');
  await hand.sees('verdict', 'Over by 0.50 in³');
  await finish(hand);
});

describe('photos', () => {
  const files = join(world.folder, 'files');
  beforeAll(() => mkdirSync(files, { recursive: true }));
  const choose = async (hand: Hand, name: string, bytes: Buffer) => {
    const path = join(files, name);
    writeFileSync(path, bytes);
    const input = await hand.page.waitForSelector('input[type=file]');
    await (input as never as { uploadFile(path: string): Promise<void> }).uploadFile(path);
  };
  /** A picture as a phone makes one: the browser draws it, so that no file has to be kept in the project. */
  const picture = async (hand: Hand) =>
    Buffer.from(
      await hand.page.evaluate(() => {
        const canvas = document.createElement('canvas');
        canvas.width = 2400;
        canvas.height = 1800;
        const pen = canvas.getContext('2d');
        pen?.fillRect(300, 300, 900, 900);
        return canvas.toDataURL('image/png').split(',')[1] ?? '';
      }),
      'base64',
    );

  test('a photo is made smaller, kept while the server is away, and sent when it is back', async () => {
    const hand = await world.page(PHONE);
    await hand.open('/job/demo-house-on-the-hill/box/demo-living-split');
    await hand.touch('Found');
    // A browser that keeps nothing of the app fetches the station when it is first opened.
    await hand.page.waitForSelector('input[type=file]');
    const bytes = await picture(hand);
    await world.stopServer();
    await choose(hand, 'box.png', bytes);
    await hand.page.waitForSelector('[data-testid="photo"]');
    // The change that names the photo, and the photo.
    await hand.sees('save-sign', '2 queued');
    await hand.touch('2 queued: show what waits');
    await hand.saysSomewhere('These changes are kept on this phone and sent when it does.');
    await hand.touch('Close What waits to be sent');
    await world.startServer();
    await hand.saved();
    const { seen } = await stored('demo-living-split');
    expect(seen.photos).toHaveLength(1);
    const address = `${world.address}/api/v1/photos/${seen.photos[0]}`;
    let answer = await fetch(address);
    for (let tries = 0; answer.status === 404 && tries < 40; tries += 1) {
      await new Promise((resolve) => setTimeout(resolve, 250));
      answer = await fetch(address);
    }
    expect(answer.headers.get('content-type')).toBe('image/jpeg');
    const size = await hand.page.evaluate(async (at) => {
      const { width, height } = await createImageBitmap(await (await fetch(at)).blob());
      return [width, height];
    }, address);
    expect(size).toEqual([1600, 1200]);
    await finish(hand);
  });

  test('a file that is no picture, and one of more than 10 MB, are refused with the reason', async () => {
    const hand = await world.page(PHONE);
    await hand.open('/job/demo-house-on-the-hill/box/demo-bedroom-loop');
    await hand.touch('Found');
    await choose(hand, 'list.png', Buffer.from('name,line'));
    await hand.sees('problem', '“list.png” is no picture this browser can read');
    await choose(hand, 'huge.jpg', Buffer.alloc(10_000_001));
    await hand.sees('problem', '“huge.jpg” has 10.0 MB; photos of at most 10 MB are taken');
    expect(await hand.page.$('[data-testid="photo"]')).toBeNull();
    await finish(hand);
  });
});

test('a label of 10,000 characters is refused where it was typed; one with markup is only text', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-entry-smart');
  await hand.touch('14/2 porch: cable, switch leg, enters top');
  const field = await hand.find('Label, as on its tag');
  await field.evaluate((one, text) => {
    const input = one as HTMLInputElement;
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(input, text);
    input.dispatchEvent(new Event('input', { bubbles: true }));
  }, 'x'.repeat(10_000));
  await field.focus();
  await hand.page.keyboard.press('Enter');
  await hand.sees('problem', 'The label has 10000 characters; one line of at most 80 is taken');
  await hand.type('Label, as on its tag', '<img src=x onerror=document.title=1>');
  await hand.page.keyboard.press('Enter');
  await hand.find('14/2 <img src=x onerror=document.title=1>: cable, switch leg, enters top');
  expect(await hand.page.title()).not.toBe('1');
  await finish(hand);
});

test('an over-full box is made legal with one touch, the plan names the remedy, and undo takes it back', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-kitchen-counter');
  await hand.touch('Fix');
  await hand.touch('Checks (1)');
  await hand.sees('finding', 'Advice, 406.12');
  await hand.touch('Ways');
  await hand.sees('remedy', 'Legal');
  await hand.touch('Take remedy 1');
  await hand.sees('verdict', 'Legal');
  await hand.touch('Change');
  await hand.saysSomewhere('Remedy taken');
  await hand.saved();
  const { seen, stage } = await stored('demo-kitchen-counter');
  expect(stage).toBe('planned');
  expect(seen.remedy).toEqual([
    expect.stringMatching(/^Replace the box: 1-gang plastic/),
    expect.stringMatching(/^Why: the cheapest of \d+ ways/),
  ]);
  await hand.touch('Undo');
  await hand.sees('verdict', 'Over by 2.25 in³');
  await hand.saved();
  expect((await stored('demo-kitchen-counter')).seen.remedy).toEqual([]);
  await finish(hand);
});

test('a fact that is recorded becomes a finding; one that is not stays “not checked”', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-workshop-square');
  await hand.touch('Fix');
  await hand.saysSomewhere('The box is legal as it is.');
  await hand.touch('Checks');
  await hand.touch('All facts');
  await hand.touch('30');
  await hand.sees('finding', '14 AWG on a 30 A breaker: it needs 10 AWG or larger');
  await hand.sees('verdict', 'Fill legal, ');
  await finish(hand);
});

test('another station begins at its top, however far the last one was scrolled', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-kitchen-counter?open=fix');
  const scrolled = (to?: number) =>
    hand.page.evaluate((where) => {
      const body = [...document.querySelectorAll('[tabindex="0"]')].find(
        (one) => one.scrollHeight > one.clientHeight + 100 && getComputedStyle(one).overflowY === 'auto',
      );
      if (!body) throw new Error('nothing scrolls');
      if (where !== undefined) body.scrollTop = where;
      return body.scrollTop;
    }, to);
  await hand.sees('remedy', 'Replace the box');
  expect(await scrolled(160)).toBe(160);
  await hand.touch('Count');
  expect(await scrolled()).toBe(0);
  expect(hand.complaints).toEqual([]);
});
