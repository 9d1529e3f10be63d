/** The wide screen by keyboard alone: keys, their sheet, focus that is visible and in order. */
import { type Hand, WIDE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const focusName = (hand: Hand) =>
  hand.page.evaluate(() => {
    const at = document.activeElement;
    return at?.getAttribute('aria-label') ?? at?.textContent ?? '';
  });
/** Presses Tab until the focus stands on this; refuses a focus that cannot be seen. */
async function tabTo(hand: Hand, name: string) {
  for (let tries = 0; tries < 80; tries += 1) {
    await hand.page.keyboard.press('Tab');
    if ((await focusName(hand)) === name) {
      const outline = await hand.page.evaluate(() =>
        document.activeElement ? getComputedStyle(document.activeElement).outlineStyle : 'none',
      );
      expect([name, outline]).not.toEqual([name, 'none']);
      return;
    }
  }
  throw new Error(`Tab never came to “${name}”`);
}
/** The words of the card of the pasted box. */
const expectCard = 'Attic light Legal, 7.50 in³ left';
const press = async (hand: Hand, name: string) => {
  await tabTo(hand, name);
  await hand.page.keyboard.press('Enter');
};

test('the first case without a mouse, from the list of jobs to the verdict and back', async () => {
  const hand = await world.page(WIDE);
  await hand.open('/');
  await press(hand, 'New box');
  await hand.saysSomewhere('Which box is it?');
  await press(hand, '18.0 in³');
  await hand.page.keyboard.press('c');
  await press(hand, 'Add 12/2');
  await hand.page.keyboard.press('Enter');
  await hand.page.keyboard.press('d');
  await press(hand, 'Add duplex');
  await hand.sees('verdict', 'Legal, 2.25 in³ left');
  await hand.page.keyboard.press('4');
  await hand.saysSomewhere('Nothing is planned yet');
  await hand.page.keyboard.press('c');
  await press(hand, 'Add 12/2');
  await hand.sees('verdict', 'Over by 2.25 in³');
  await hand.page.keyboard.press('u');
  await hand.sees('verdict', 'Legal, 2.25 in³ left');
  await hand.page.keyboard.down('Control');
  await hand.page.keyboard.press('y');
  await hand.page.keyboard.up('Control');
  await hand.sees('verdict', 'Over by 2.25 in³');
  await hand.saved();
  expect(hand.complaints).toEqual([]);
});

test('? lists the keys and Escape closes it; letters typed into a field are letters', async () => {
  const hand = await world.page(WIDE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-den-outlet');
  await hand.page.keyboard.down('Shift');
  await hand.page.keyboard.press('?');
  await hand.page.keyboard.up('Shift');
  await hand.find('Close Keys');
  expect(await hand.page.$eval('[role="dialog"]', (one) => one.textContent)).toMatch(/CCable.*DDevice/);
  await hand.page.keyboard.press('Escape');
  await hand.page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
  await hand.page.keyboard.press('t');
  await hand.type('Count line', 'bcd 123');
  await hand.sees('problem', '“bcd 123” at character 1 cannot be read');
  const typed = await hand.page.$eval('textarea', (one) => (one as HTMLTextAreaElement).value);
  expect(typed).toBe('bcd 123');
  expect(hand.complaints).toEqual([]);
});

test('a tile is chosen by keyboard, says why it counts, and its item is removed', async () => {
  const hand = await world.page(WIDE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-porch-ceiling');
  await press(hand, 'stud: stud, 2.00 in³, of stud');
  await hand.sees('item-card', 'luminaire studs together count once');
  await hand.page.keyboard.press('Escape');
  await hand.page.waitForFunction(() => !document.querySelector('[data-testid="item-card"]'));
  await press(hand, 'hickey: hickey, 2.00 in³, of hickey');
  await press(hand, 'Remove hickey');
  await hand.sees('fill', '10.00');
  expect(hand.complaints).toEqual([]);
});

test('a house by keyboard: many boxes pasted, the list filtered, a box opened', async () => {
  const hand = await world.page(WIDE);
  await hand.page.evaluateOnNewDocument(() =>
    localStorage.setItem('dense-pack/preferences', JSON.stringify({ table: false })),
  );
  await hand.open('/job/demo-house-on-the-hill');
  await press(hand, 'Many');
  await tabTo(hand, 'One box a line, a name before a colon where you want one');
  await hand.page.keyboard.type('Attic light: box oct-1.5, 14/2, stud');
  await hand.sees('preview-row', 'Attic light');
  await press(hand, 'Save 1 box');
  await tabTo(hand, 'Search boxes');
  await hand.page.keyboard.type('attic');
  await hand.shows('box-card', [expectCard]);
  await tabTo(hand, expectCard);
  await hand.page.keyboard.press('Enter');
  await hand.sees('verdict', 'Legal, 7.50 in³ left');
  expect(hand.complaints).toEqual([]);
});
