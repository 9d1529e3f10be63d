/** Told once, when the first of these has happened. */
const once = (where: EventTarget, ...names: readonly string[]) =>
  new Promise<void>((done) => {
    for (const name of names) where.addEventListener(name, () => done(), { once: true });
  });

/**
 * Resolves once the page has been read to its end and has its style sheet, or cannot have it: a screen is never drawn without. The
 * scripts of the app do not wait for it by themselves.
 */
export async function dressed(page: Document): Promise<void> {
  if (page.readyState === 'loading') await once(page, 'DOMContentLoaded');
  const link = page.querySelector<HTMLLinkElement>('link[rel="stylesheet"]');
  if (link && !link.sheet) await once(link, 'load', 'error');
}
