/** Going to another screen. The one that is left is hidden from those who hear the page: focus may not stay in it. */
import { router } from 'expo-router';

export function go(href: string): void {
  const { activeElement } = globalThis.document ?? {};
  if (typeof HTMLElement !== 'undefined' && activeElement instanceof HTMLElement) activeElement.blur();
  router.navigate(href as never);
}
