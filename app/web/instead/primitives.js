/* The router's screens and groups of screens, as its own file of this name makes them; so written the bundler can read it. */
import { createNavigatorFactory } from 'expo-router/react-navigation';

export const { Screen, Group } = createNavigatorFactory({})();
