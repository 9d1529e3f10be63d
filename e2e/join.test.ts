/** Joining and landing as a person does it at the box, kept by the server. */
import { PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const JOB = '/job/demo-house-on-the-hill';
const stored = async (id: string) => {
  const answer = await fetch(`${world.address}/api/v1/jobs/demo-house-on-the-hill`);
  const { boxes } = (await answer.json()) as {
    boxes: { id: string; box: { work?: { found?: object } }; seen: { made: { tick: string }[] } }[];
  };
  return boxes.find((one) => one.id === id);
};

test('a box of three smart switches is planned at once, stepped through and ticked; the tick outlives a reload', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/box/demo-entry-smart`);
  await hand.touch('Join');
  await hand.sees('proof', 'The plan works');
  await hand.sees('proof', 'Simulated in 8 positions');
  await hand.touch('Step through the joints');
  await hand.sees('joint', 'Joint 1: the grounds');
  await hand.touch('It is made up');
  await hand.saved();
  expect((await stored('demo-entry-smart'))?.seen.made).toMatchObject([{ tick: 'joint' }]);
  await hand.open(`${JOB}/box/demo-entry-smart?open=join`);
  await hand.touch('Joint 1: the grounds, made up');
  await hand.sees('joint', 'take the tick back');
  // A cable more comes into that joint: what was made up is to be made up anew; undone, it stands as it was.
  await hand.touch('Count, done');
  await hand.touch('Cable');
  await hand.touch('Add 14/2');
  await hand.touch('Join');
  await hand.touch('Joint 1: the grounds');
  await hand.sees('joint', 'It is made up');
  await hand.touch('Undo');
  await hand.touch('Joint 1: the grounds, made up');
  expect(hand.complaints).toEqual([]);
});

test('a switch is flipped and its lights come on; the breaker opened, all go out', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/box/demo-hall-switches?open=join`);
  await hand.touch('Try it');
  await hand.sees('point', 'hall, nearoff');
  await hand.touch('switch 1 down');
  await hand.sees('point', 'hall, nearon');
  await hand.sees('point', 'stair lightoff');
  await hand.touch('circuit 2 breaker on');
  await hand.sees('point', 'hall, nearoff');
  expect(hand.complaints).toEqual([]);
});

test('an existing wiring is entered by hand, told wrong, put right, and kept', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/box/demo-bedroom-loop?open=join`);
  await hand.touch('As found');
  await hand.touch('Joints with a tail to each device');
  await hand.sees('proof', 'This wiring works');
  await hand.touch('Broken tabs and marked whites');
  await hand.touch('white of 14/2 loop marked as a hot');
  await hand.sees('proof', 'mark it with tape');
  await hand.touch('white of 14/2 loop marked as a hot');
  await hand.sees('proof', 'This wiring works');
  await hand.saved();
  expect((await stored('demo-bedroom-loop'))?.box.work?.found).toBeDefined();
  expect(hand.complaints).toEqual([]);
});

test('the half-switched outlet says which tab to break and what lands where; the house has one parts list', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/box/demo-living-split`);
  await hand.touch('Land');
  await hand.sees('face', 'Break the hot tab');
  await hand.sees('face', 'brass top: the red of “from the switch”');
  await hand.open(JOB);
  await hand.touch('One trip');
  await hand.saysSomewhere('twist-on M');
  expect(hand.complaints).toEqual([]);
});
