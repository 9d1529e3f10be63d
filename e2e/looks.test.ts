/** How it looks: no accessibility violation on any screen in any theme (axe-core), and the pictures the docs keep. */
import { walk } from './views';
import { World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

test(
  'on a phone no screen has an accessibility violation in any theme',
  () => walk(world, 'phone', ['sun', 'dark']),
  360_000,
);
