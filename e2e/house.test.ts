/** A job as a house of boxes: found, sorted, charted, and many brought in at once. Invented boxes. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Hand, PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const JOB = '/job/demo-house-on-the-hill';
const FIELD = 'One box a line, a name before a colon where you want one';
const paste = async (hand: Hand, text: string) => {
  const field = await hand.find(FIELD);
  await field.evaluate((one, value) => {
    const input = one as HTMLTextAreaElement;
    Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')?.set?.call(input, value);
    input.dispatchEvent(new Event('input', { bubbles: true }));
  }, text);
};
const finish = async (hand: Hand) => {
  expect(hand.complaints).toEqual([]);
  await hand.page.browserContext().close();
};
const boxesOf = async (job: string) =>
  (await (await fetch(`${world.address}/api/v1/jobs/${job}`)).json()).boxes as { name: string }[];
async function emptyJob(): Promise<string> {
  const answer = await fetch(`${world.address}/api/v1/jobs`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Empty house' }),
  });
  return (await answer.json()).id as string;
}

test('boxes are filtered, sorted and searched; nothing found offers the way back', async () => {
  const hand = await world.page(PHONE);
  await hand.open(JOB);
  await hand.saysSomewhere('18 boxes');
  await hand.sees('box-card', 'Bar sink');
  await hand.touch('Over 4');
  await hand.counts('box-card', '', 4);
  expect((await hand.all('box-card')).map((text) => text.split('Kitchen')[0])).toEqual([
    'Counter left of sink',
    expect.stringMatching('Hall, two switches'),
    'Pendant over the table',
    'Pendant, second',
  ]);
  await hand.touch('Order, room and circuit');
  await hand.touch('Fullest first');
  await hand.leads('box-card', 'Pendant over the table');
  await hand.touch('Hall');
  await hand.counts('box-card', '', 1);
  await hand.type('Search boxes', 'attic');
  await hand.touch('Show all boxes');
  await hand.sees('box-card', 'Bar sink');
  await hand.type('Search boxes', 'cloth');
  await hand.counts('box-card', '', 1);
  await hand.leads('box-card', 'Old box by the stair');
  await finish(hand);
});

test('the chart tells every box’s share of its legal volume', async () => {
  const hand = await world.page(PHONE);
  await hand.open(JOB);
  await hand.touch('How full is the house?');
  await hand.sees('house-chart', '167 %');
  const said = await hand.page.$eval('[data-testid="house-chart"]', (one) => one.getAttribute('aria-label'));
  expect(said).toMatch(
    /^Pendant over the table: 167 % full; Pendant, second: 167 % full; Counter left of sink: 113 % full/,
  );
  await hand.saysSomewhere('1 without a legal volume left out');
  await finish(hand);
});

test('pasted lines show their verdicts first; bad ones are named and not saved', async () => {
  const id = await emptyJob();
  const hand = await world.page(PHONE);
  await hand.open(`/job/${id}`);
  await hand.touch('Many');
  await paste(hand, 'Den: 18 in3, 2x 12/2, duplex\n18 in3, 3x 12/2, duplx\nPan: 6 in3, 2x 14/2');
  await hand.sees('preview-row', 'Did you mean “duplex”?');
  expect(await hand.all('preview-row')).toEqual([
    expect.stringMatching(/Den.*Legal/),
    expect.stringMatching(/duplx/),
    expect.stringMatching(/Pan.*Over/),
  ]);
  await hand.saysSomewhere('1 of 3 rows cannot be read and are not saved');
  await hand.touch('Save 2 boxes');
  await hand.saved();
  expect((await boxesOf(id)).map(({ name }) => name)).toEqual(['Den', 'Pan']);
  await finish(hand);
});

test('a CSV is previewed; one of another kind and a picture called .csv are refused in words', async () => {
  const id = await emptyJob();
  const hand = await world.page(PHONE);
  await hand.open(`/job/${id}`);
  await hand.touch('Many');
  const files = join(world.folder, 'files');
  mkdirSync(files, { recursive: true });
  const choose = async (name: string, text: string) => {
    writeFileSync(join(files, name), text);
    const input = await hand.page.waitForSelector('input[type=file]');
    await (input as never as { uploadFile(path: string): Promise<void> }).uploadFile(join(files, name));
  };
  await choose('money.csv', 'date,amount\n1,2\n');
  await hand.sees('problem', 'expected a header row with a “line” column, found “date, amount”');
  await choose('picture.csv', 'PNG\u0000\u0000');
  await hand.sees('problem', '“picture.csv” is no text file');
  await choose('large.csv', 'x'.repeat(2_000_001));
  await hand.sees('problem', 'at most 2 MB are taken here');
  await choose('boxes.csv', 'name,room,line\r\nSink,Kitchen,"18 in3, 3x 12/2, gfci"\r\n');
  await hand.sees('preview-row', 'Over by 2.25 in³');
  await hand.touch('Save 1 box');
  await hand.saved();
  expect(await boxesOf(id)).toMatchObject([{ name: 'Sink', room: 'Kitchen' }]);
  await finish(hand);
});

test('five hundred boxes at once are all kept and sent; a novel is refused', async () => {
  const id = await emptyJob();
  const hand = await world.page(PHONE);
  await hand.open(`/job/${id}`);
  await hand.touch('Many');
  await paste(hand, 'It was a dark and stormy night in the attic. '.repeat(10_000));
  await hand.sees('problem', 'at most 400000 are taken at once');
  await paste(
    hand,
    Array.from({ length: 500 }, (_, nth) => `Box no ${nth + 1}: 18 in3, 2x 12/2, duplex`).join('\n'),
  );
  await hand.touch('Save 500 boxes');
  // Two other test files run at the same time.
  await hand.saved(150_000);
  expect(await boxesOf(id)).toHaveLength(500);
  // Only those near the window are drawn.
  expect((await hand.all('box-card')).length).toBeLessThan(80);
  // Each of them is there: the search finds one from the end.
  await hand.type('Search boxes', 'no 487');
  await hand.sees('box-card', 'Box no 487');
  await hand.counts('box-card', '', 1);
  await finish(hand);
}, 120_000);

test('each address names its page; one of nothing says so, and leads back', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/');
  expect(await hand.page.title()).toBe('Dense Pack');
  const name = 'House on the hill (demo)';
  for (const [path, title] of [
    [`${JOB}/box/demo-study-sink`, `Bar sink · ${name} · Dense Pack`],
    [`${JOB}/sheet?box=demo-study-sink`, 'Sheet · Bar sink · Dense Pack'],
    [`${JOB}/panel`, `Panel · ${name} · Dense Pack`],
    ['/settings', 'Settings · Dense Pack'],
    ['/nothing/here', 'Nothing here · Dense Pack'],
  ] as const) {
    await hand.go(path);
    expect(await hand.page.title()).toBe(title);
  }
  await hand.touch('Back to all jobs');
  await hand.page.waitForFunction(() => document.title === 'Dense Pack');
  await hand.page.goBack();
  await hand.page.waitForFunction(() => document.title.startsWith('Nothing here'));
  const parts = [
    '',
    '/panel',
    '/run',
    '/tap',
    '/trip',
    '/row',
    '/outage',
    '/events',
    '/tags',
    '/sheet',
    '/labels',
  ];
  const titles = new Set<string>();
  for (const part of parts) {
    await hand.go(`/job/none${part}`);
    await hand.saysSomewhere('There is no such job');
    titles.add(await hand.page.title());
  }
  // Each said it itself: what the one before said does not stand for it.
  expect(titles.size).toBe(parts.length);
  for (const part of ['box/none', 'sheet?box=none', 'labels?box=none', 'tags?box=none', 'bench?box=none']) {
    await hand.go(`${JOB}/${part}`);
    await hand.saysSomewhere('There is no such box');
    await hand.touch(`Back to ${name}`);
    await hand.saysSomewhere('18 boxes');
  }
  // The browser tells of each answer of 404.
  expect(hand.complaints).toEqual([]);
  await hand.page.browserContext().close();
}, 240_000);
