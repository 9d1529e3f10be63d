/** Nothing is lost: every change can be undone, also after a reload, and a box can be spoken. */
import { PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

test('a change is undone and redone, also after a reload', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-den-outlet');
  await hand.sees('fill', '15.75');
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  await hand.touch('Add 14/2');
  await hand.sees('fill', '24.25');
  await hand.saved();
  await hand.reload();
  await hand.touch('Undo');
  await hand.sees('fill', '20.25');
  await hand.touch('Undo');
  await hand.sees('fill', '15.75');
  await hand.touch('Redo');
  await hand.sees('fill', '20.25');
  await hand.saved();
  const stored = await (await fetch(`${world.address}/api/v1/boxes/demo-den-outlet`)).json();
  expect(stored.box.items.filter((item: { kind: string }) => item.kind === 'cable')).toHaveLength(3);
  expect(hand.complaints).toEqual([]);
});

test('a spoken box is shown as the line it was heard as, then added', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill');
  await hand.touch('Type a box');
  await hand.type('Count line', 'three twelve two and a duplex in an eighteen');
  await hand.sees('heard', 'Heard as: 3x 12/2, duplex, 18 in3');
  await hand.touch('Add this box');
  await hand.sees('verdict', 'Over by 2.25 in³');
  await hand.saved();
  expect(hand.complaints).toEqual([]);
});
