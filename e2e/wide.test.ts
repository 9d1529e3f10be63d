/** A wide screen: the job as a table, many boxes changed at once; a thousand boxes scrolled. */
import { violations } from './axe';
import { PHONE, WIDE, World } from './world';

const JOB = '/job/demo-house-on-the-hill';
const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

test('the table sorts by a heading, many are chosen, their room is set and taken back', async () => {
  const hand = await world.page(WIDE);
  await hand.open(JOB);
  await hand.sees('table-row', 'Counter left of sink');
  // Every cell stands under its heading.
  const edges = await hand.page.evaluate(() => {
    const of = (role: string, within: ParentNode) =>
      [...within.querySelectorAll(`[role="${role}"]`)].map((one) =>
        Math.round(one.getBoundingClientRect().x),
      );
    const row = document.querySelector('[data-testid="table-row"]') ?? document;
    return { heads: of('columnheader', document), cells: of('cell', row) };
  });
  expect(edges.heads.length).toBeGreaterThan(9);
  expect(edges.cells).toEqual(edges.heads);
  expect(await violations(hand.page)).toEqual([]);
  await hand.saysSomewhere('18 boxes');
  // By keyboard as by touch: the heading's button, not the cell it stands in, which has its name too.
  await (await hand.find('Box[role="button"]')).focus();
  await hand.page.keyboard.press('Enter');
  await hand.leads('table-row', 'Balcony, left');
  await hand.touch('Verdict');
  // Fullest first: the pan holds 10.00 of 6.00 in³.
  await hand.leads('table-row', 'Pendant over');
  await hand.touch('Choose Pendant over the table');
  await hand.touch('Choose Counter left of sink');
  await hand.sees('chosen', '2 boxes chosen');
  await hand.type('Room of all chosen', 'Veranda');
  await hand.touch('Set the room');
  await hand.saysSomewhere('Room “Veranda” set: 2 boxes');
  await hand.saved();
  await hand.counts('table-row', 'Veranda', 2);
  await hand.touch('Take it back');
  await hand.saved();
  await hand.counts('table-row', 'Veranda', 0);
  await hand.touch('NEC 2017');
  await hand.saysSomewhere('Counted by NEC 2017: 2 boxes');
  await hand.touch('Cards');
  await hand.sees('box-card', 'Pendant over the table');
  expect(hand.complaints).toEqual([]);
});

test('no card of a last row is wider than those above, at any width', async () => {
  for (const width of [390, 760, 1280, 1440, 1920]) {
    const hand = await world.page({ ...PHONE, width, isMobile: width < 900, hasTouch: width < 900 });
    await hand.page.evaluateOnNewDocument(() =>
      localStorage.setItem('dense-pack/preferences', JSON.stringify({ table: false })),
    );
    await hand.open(JOB);
    const widths = await hand.page.$$eval('[data-testid="box-card"]', (cards) =>
      cards.map((card) => Math.round(card.getBoundingClientRect().width)),
    );
    expect([width, Math.max(...widths) - Math.min(...widths) <= 1]).toEqual([width, true]);
    // The columns use the width.
    const right = await hand.page.$$eval('[data-testid="box-card"]', (cards) =>
      Math.max(...cards.map((card) => card.getBoundingClientRect().right)),
    );
    expect([width, right > Math.min(width, 1880) - Math.max(220, width * 0.12)]).toEqual([width, true]);
    await hand.page.browserContext().close();
  }
});

test('of a thousand boxes only those near the window are drawn, and each is reached by scrolling', async () => {
  const post = (path: string, body: object) =>
    fetch(`${world.address}/api/v1${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }).then((answer) => expect(answer.status).toBe(201));
  await post('/jobs', { id: 'thousand-boxes', name: 'A thousand', edition: 'nec2023', note: '' });
  const box = {
    version: 2,
    shell: { gangs: 1, volume: '18 in3' },
    flaps: 'leave-out',
    items: [{ id: 'i1.0', kind: 'cable', size: 12, conductors: 2, make: 'nm', ground: true }],
  };
  for (let from = 0; from < 1000; from += 50)
    await Promise.all(
      Array.from({ length: 50 }, (_, nth) =>
        post('/jobs/thousand-boxes/boxes', {
          id: `thousand-box-${from + nth}`,
          name: `Box ${from + nth}`,
          box,
        }),
      ),
    );
  const { boxes } = (await (await fetch(`${world.address}/api/v1/jobs/thousand-boxes`)).json()) as {
    boxes: { name: string }[];
  };
  const [first, last] = [boxes[0]?.name ?? '', boxes[999]?.name ?? ''];
  for (const viewport of [PHONE, WIDE]) {
    const hand = await world.page(viewport);
    await hand.open('/job/thousand-boxes');
    const shown = viewport === PHONE ? 'box-card' : 'table-row';
    await hand.sees(shown, first);
    expect((await hand.all(shown)).length).toBeLessThan(80);
    await hand.page.evaluate((id) => {
      const list = document.querySelector(`[data-testid="${id}"]`);
      for (let at = list?.parentElement; at; at = at.parentElement)
        if (/auto|scroll/.test(getComputedStyle(at).overflowY)) {
          at.scrollTop = at.scrollHeight;
          return;
        }
    }, shown);
    await hand.sees(shown, last);
    // It stays there when the rows turn out lower or higher than estimated.
    await new Promise((resolve) => setTimeout(resolve, 1200));
    expect((await hand.all(shown)).at(-1)).toMatch(last);
    expect((await hand.all(shown)).length).toBeLessThan(80);
    expect(hand.complaints).toEqual([]);
    await hand.page.browserContext().close();
  }
});
