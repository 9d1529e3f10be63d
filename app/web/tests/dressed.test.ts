/** A screen waits for the page's style sheet, wherever the page is in being read. */
import { dressed } from '../dressed';

class Link extends EventTarget {
  sheet: object | null = null;
}
class Page extends EventTarget {
  constructor(
    public readyState: DocumentReadyState,
    public link: Link | null,
  ) {
    super();
  }
  querySelector = () => this.link;
}

function waits(page: Page) {
  let done = false;
  void dressed(page as unknown as Document).then(() => (done = true));
  return async () => {
    await new Promise((resolve) => setTimeout(resolve));
    return done;
  };
}

test('a page that is read and has its styles is drawn', async () => {
  const link = new Link();
  link.sheet = {};
  expect(await waits(new Page('complete', link))()).toBe(true);
});

test.each(['load', 'error'])('styles on their way are waited for until %s', async (name) => {
  const link = new Link();
  const done = waits(new Page('interactive', link));
  expect(await done()).toBe(false);
  link.dispatchEvent(new Event(name));
  expect(await done()).toBe(true);
});

test('a page that is still being read may name its styles yet', async () => {
  const page = new Page('loading', null);
  const done = waits(page);
  expect(await done()).toBe(false);
  page.link = new Link();
  page.dispatchEvent(new Event('DOMContentLoaded'));
  expect(await done()).toBe(false);
  page.link.dispatchEvent(new Event('load'));
  expect(await done()).toBe(true);
});

test('a page without a style sheet has none to wait for', async () => {
  expect(await waits(new Page('complete', null))()).toBe(true);
});
