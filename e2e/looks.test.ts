/** How it looks: no accessibility violation on any screen in any theme (axe-core), and the pictures the docs keep. */
import { walk } from './views';
import { World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

test.each([
  ['phone', 'light'],
  ['phone', 'sun'],
] as const)(
  'on a %s screen in the %s theme no screen has an accessibility violation',
  (size, theme) => walk(world, size, theme),
  360_000,
);
