/** Two phones at one box, one without signal: what each did is there in the end, and undo takes back one's own. */
import { PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const ID = 'demo-workshop-square';
const PATH = `/job/demo-house-on-the-hill/box/${ID}`;
const stored = async () =>
  (await (await fetch(`${world.address}/api/v1/boxes/${ID}`)).json()) as {
    readonly box: { readonly items: readonly { readonly kind: string; readonly size?: number }[] };
  };
const cables = async (size: number) =>
  (await stored()).box.items.filter((item) => item.kind === 'cable' && item.size === size).length;

test('both phones’ cables stay, nobody is asked, and undo leaves the other’s', async () => {
  const [near, far] = [await world.page(PHONE), await world.page(PHONE, { keepsApp: true })];
  for (const hand of [near, far]) {
    await hand.open(PATH);
    await hand.sees('fill', '26.00');
  }
  const [twelves, fourteens] = [await cables(12), await cables(14)];
  await far.worksOffline();
  await far.page.setOfflineMode(true);
  await far.touch('Cable');
  await far.touch('Add 14/2');
  await near.touch('Cable');
  await near.touch('Add 12/2');
  await near.saved();
  await far.page.setOfflineMode(false);
  await far.page.evaluate(() => window.dispatchEvent(new Event('online')));
  await far.saved();
  expect([await cables(12), await cables(14)]).toEqual([twelves + 1, fourteens + 1]);
  await far.touch('Undo');
  await far.saved();
  expect([await cables(12), await cables(14)]).toEqual([twelves + 1, fourteens]);
  // The other phone comes to the same by itself when it is looked at.
  await near.page.reload();
  await near.sees('fill', '30.50');
  expect(
    [...near.complaints, ...far.complaints].filter((one) => !/ERR_INTERNET_DISCONNECTED/.test(one)),
  ).toEqual([]);
});
