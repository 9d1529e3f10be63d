/**
 * In place of NativeWind's: the dark theme is a class of the page. Its own asks the page at start which class that is, and the
 * page works out its styles for the answer before anything is drawn.
 */
export const colorScheme = {
  set: (scheme: 'light' | 'dark') => document.documentElement.classList.toggle('dark', scheme === 'dark'),
};
