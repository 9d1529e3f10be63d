/** The panel of a house, its run and the day’s outage, as a person uses them; kept by the server. */
import { PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const JOB = '/job/demo-house-on-the-hill';
interface StoredJob {
  readonly panel: { readonly circuits: readonly { readonly space: number; readonly label: string }[] };
  readonly links: readonly { readonly to: unknown }[];
  readonly boxes: readonly { readonly id: string; readonly seen: { readonly minutes?: number } }[];
}
const stored = async () =>
  (await (await fetch(`${world.address}/api/v1/jobs/demo-house-on-the-hill`)).json()) as StoredJob;

test('a breaker is put into the panel, a box finds it in Safe, and it stays', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/panel`);
  await hand.touch('11 free');
  await hand.type('Label as it was found', 'Attic');
  await hand.touch('Done with it');
  await hand.sees('breaker', 'Attic');
  await hand.open(`${JOB}/box/demo-den-outlet?open=safe`);
  await hand.touch('Another circuit, from the panel');
  await hand.touch('11 Attic');
  await hand.sees('breaker-words', 'space 11');
  await hand.saved();
  const { panel } = await stored();
  expect(panel.circuits.find(({ space }) => space === 11)?.label).toBe('Attic');
  expect(hand.complaints).toEqual([]);
});

test('the run of six hangs on the panel; a cable is linked in two touches and is there after a reload', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/run`);
  await hand.counts('run-box', '', 9);
  await hand.sees('run-box', 'behind the GFCI receptacle of Bar sink');
  await hand.touch('7 Den, study, balcony');
  await hand.sees('dead', 'With circuit 7 off 6 of 18 boxes are dead');
  await hand.touch('12/2 feed in Counter left of sink');
  await hand.touch('The panel');
  await hand.saved();
  expect((await stored()).links).toHaveLength(9);
  await hand.touch('Undo');
  await hand.saved();
  expect((await stored()).links).toHaveLength(8);
  await hand.open(`${JOB}/run`);
  await hand.counts('run-box', '', 9);
  expect(hand.complaints).toEqual([]);
});

test('the day is planned in a worker; a box more in it is kept with the box', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/outage`);
  await hand.sees('day', '8 throws of a breaker, 4 boxes');
  await hand.touch('Work on it: Outlet behind the desk');
  await hand.sees('day', '10 throws of a breaker, 5 boxes');
  await hand.saysSomewhere('Live readings first, in one short block');
  await hand.saved();
  const { boxes } = await stored();
  expect(boxes.find(({ id }) => id === 'demo-study-desk')?.seen.minutes).toBe(40);
  expect(hand.complaints).toEqual([]);
});

test('the tags of a house are printed as labels and nothing else, on pages of their own', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/tags`);
  await hand.sees('tag-sheet', 'hot on to Outlet by the door, circuit 7');
  await hand.page.emulateMediaType('print');
  const shown = await hand.page.evaluate(() => ({
    screen: getComputedStyle(document.querySelector('#root') as Element).display,
    labels: [...document.querySelectorAll('.print-label')].filter(
      (one) => (one as HTMLElement).offsetHeight > 20,
    ).length,
  }));
  expect(shown.screen).toBe('none');
  expect(shown.labels).toBeGreaterThan(30);
  // More labels than one page holds go on to the next: none is lost under the edge.
  const pdf = Buffer.from(await hand.page.pdf({ format: 'letter' })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page\b/g)?.length).toBeGreaterThan(1);
  expect(hand.complaints).toEqual([]);
});

test('two phones change the panel at once, one of them without a server: neither loses a word', async () => {
  const one = await world.page(PHONE, { keepsApp: true });
  const two = await world.page(PHONE);
  await one.open(`${JOB}/panel`);
  await two.open(`${JOB}/panel`);
  await one.worksOffline();
  await one.page.setOfflineMode(true);
  await one.touch('12 free');
  await one.type('Label as it was found', 'Garage');
  await one.touch('Done with it');
  await one.sees('breaker', 'Garage');
  await two.touch('5 Bedroom 15 A');
  await two.type('Label as it ought to be, where it is wrong', 'Nursery');
  await two.touch('Done with it');
  await two.saved();
  await one.page.setOfflineMode(false);
  await one.saved();
  const labels = (await stored()).panel.circuits.map(({ label, ...rest }) =>
    'corrected' in rest ? String(rest.corrected) : label,
  );
  expect(labels).toEqual(expect.arrayContaining(['Garage', 'Nursery', 'Living room']));
  expect([one.complaints, two.complaints]).toEqual([[], []]);
});

test('a worn receptacle is replaced like for like in four touches from its open box', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/box/demo-den-outlet`);
  hand.touches = 0;
  await hand.touch('Join');
  await hand.touch('In the drawing: duplex receptacle');
  await hand.touch('Worn: replace it like for like');
  await hand.touch('Through the screws of the device');
  expect(hand.touches).toBe(4);
  await hand.saved();
  await hand.sees('proof', 'A replacement receptacle has duties of its own (406.4(D), from memory)');
  await hand.touch('What changes');
  await hand.sees('step', 'Take out the duplex receptacle');
  await hand.saved();
  const answer = await fetch(`${world.address}/api/v1/boxes/demo-den-outlet`);
  const { box } = (await answer.json()) as { box: { work: { renewed: string[] } } };
  expect(box.work.renewed).toHaveLength(1);
  expect(hand.complaints).toEqual([]);
});
