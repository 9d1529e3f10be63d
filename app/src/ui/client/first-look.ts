/** What a first screen shows is read before it is drawn, so that it is drawn once: what was kept, or the server's answer. */
import { useEffect, useLayoutEffect, useState } from 'react';
import { browserDisk } from '@/sync/browser-disk';
import { afterPaint } from './after-paint';
import { keepAnswers } from './keep-answers';
import { keptFor, readEarly } from './queries';
import { outboxRead, queryClient } from './sending';

/** After so long, in ms, it is drawn with what is there. */
const PATIENCE_MS = 500;

/** Resolves once what is about to be drawn is painted. */
const drawnOnce = () => new Promise<void>((done) => setTimeout(() => afterPaint(done)));

/**
 * Lays the kept answers under the queries and resolves once the screen of an address can be drawn; never rejects.
 * @param path the address the page was opened at
 * @param build tells this build of the app from every other
 */
export function firstLook(path: string, build?: string): Promise<void> {
  const there = keepAnswers(queryClient, browserDisk, build).then(() => {
    if (!keptFor(path)) return readEarly(path);
    // The screen is drawn first: an answer that is there already would be parsed in the middle of it.
    void readEarly(path, drawnOnce());
    return undefined;
  });
  const patience = new Promise<void>((done) => setTimeout(done, PATIENCE_MS));
  return Promise.race([Promise.all([there, outboxRead]).then(() => undefined), patience]);
}

/** After so long, in ms, the screen is drawn without its style sheet: plain words are better than none. */
export const STYLE_PATIENCE_MS = 8000;

/** Resolves when the first of these events arrives. */
const once = (where: EventTarget, ...names: readonly string[]) =>
  new Promise<void>((done) => {
    for (const name of names) where.addEventListener(name, () => done(), { once: true });
  });

/**
 * Resolves once the page has been read to its end and has its style sheet, cannot have it, or has waited long enough. The
 * scripts of the app do not wait for it by themselves.
 */
export async function styled(page: Document): Promise<void> {
  if (page.readyState === 'loading') await once(page, 'DOMContentLoaded');
  const link = page.querySelector<HTMLLinkElement>('link[rel="stylesheet"]');
  if (!link || link.sheet) return;
  const patience = new Promise<void>((done) => setTimeout(done, STYLE_PATIENCE_MS));
  await Promise.race([once(link, 'load', 'error'), patience]);
}

/** What a page is opened with: its address, its style sheet, and which build of the app it is. */
const opened = globalThis.document && {
  look: firstLook(globalThis.location.pathname, document.getElementById('app-files')?.dataset['build']),
  styled: styled(document),
};

/** Whether the first screen can be drawn; then the frame of the page is taken away. */
export function useFirstLook(): boolean {
  const [ready, setReady] = useState(false);
  useEffect(() => {
    void Promise.all([opened?.look, opened?.styled]).then(() => setReady(true));
  }, []);
  useLayoutEffect(() => {
    if (!ready) return;
    for (const part of globalThis.document?.querySelectorAll('.shell, .not-started') ?? []) part.remove();
  }, [ready]);
  return ready;
}
