/** Identify on a phone: readings touched in are kept, told anew after a reload, and what is certain is written down. */
import { PHONE, World } from './world';
import { note } from '../core/src/tests/note';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const post = async (path: string, body: object) => {
  const answer = await fetch(`${world.address}/api/v1${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  expect(answer.status).toBe(201);
};
const cable = (id: string, label: string) => ({
  id,
  kind: 'cable',
  size: 12,
  conductors: 2,
  make: 'nm',
  ground: true,
  label,
});

test('a switch box with two cables is told apart by touch, and stays so', async () => {
  await post('/jobs', { id: 'identify-job-1', name: 'Told apart', edition: 'nec2023', note: '' });
  await post('/jobs/identify-job-1/boxes', {
    id: 'identify-box-1',
    name: 'Two cables',
    circuit: '7',
    box: {
      version: 2,
      shell: { gangs: 1, volume: '20 in3' },
      flaps: 'leave-out',
      items: [cable('i1.0', 'left'), cable('i2.0', 'right')],
    },
  });
  const hand = await world.page(PHONE);
  await hand.open('/job/identify-job-1/box/identify-box-1?open=identify');
  await hand.saysSomewhere('Which cable is what?');
  const begun = hand.touches;
  await hand.touch(
    'Tester proved on a known live source, before and after Until then its readings are hints and rule nothing out.',
  );
  await hand.touch('right black');
  await hand.touch('right white');
  await hand.touch('120 V');
  await hand.sees('hanging-cable', 'It is: feed');
  await hand.sees('tags', 'black: line, circuit 7');
  // The other cable hangs dead: the next tests are asked for, a dead one first.
  await hand.sees('next-test', 'left');
  await hand.touch('Write down what is certain: 1 cable');
  await hand.touch('left black');
  await hand.touch('A light');
  await hand.touch('to a load');
  note(`Two cables identified and written down in ${hand.touches - begun} touches.`);
  await hand.saved();
  const { boxes } = (await (await fetch(`${world.address}/api/v1/jobs/identify-job-1`)).json()) as {
    boxes: { box: { items: { label: string; duty?: { does: string } }[] }; seen: { readings: object[] } }[];
  };
  expect(boxes[0]?.box.items.map(({ label, duty }) => [label, duty?.does])).toEqual([
    ['left', 'leg'],
    ['right', 'feed'],
  ]);
  expect(boxes[0]?.seen.readings).toHaveLength(2);
  await hand.reload();
  await hand.sees('reading', 'right black to white: 120 V');
  await hand.sees('hanging-cable', 'It is: feed');
  expect(hand.complaints).toEqual([]);
});
