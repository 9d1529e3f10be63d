/** What a first screen shows is read before it is drawn, so that it is drawn once: what was kept, or the server's answer. */
import { browserDisk } from '@/sync/browser-disk';
import { afterPaint } from './after-paint';
import { keepAnswers } from './keep-answers';
import { keptFor, readEarly } from './queries';
import { outboxRead, queryClient } from './sending';

/** After so long, in ms, it is drawn with what is there. */
const PATIENCE_MS = 500;

let keeping: Promise<unknown> | undefined;

/**
 * Lays the kept answers under the queries and keeps what the server says from now on; once, however often it is called.
 * @param build what tells this build from every other
 */
export function keepingAnswers(build?: string): Promise<unknown> {
  keeping ??= keepAnswers(queryClient, browserDisk, build);
  return keeping;
}

/** Resolves once what is about to be drawn is painted. */
const drawnOnce = () => new Promise<void>((done) => setTimeout(() => afterPaint(done)));

/**
 * Resolves once the screen of an address can be drawn; never rejects.
 * @param path the address the page was opened at
 * @param build what tells this build from every other
 */
export function firstLook(path: string, build?: string): Promise<void> {
  const there = keepingAnswers(build).then(() => {
    if (!keptFor(path)) return readEarly(path);
    // The screen is drawn first: an answer that is there already would be parsed in the middle of it.
    void readEarly(path, drawnOnce());
    return undefined;
  });
  const patience = new Promise<void>((done) => setTimeout(done, PATIENCE_MS));
  return Promise.race([Promise.all([there, outboxRead]).then(() => undefined), patience]);
}
