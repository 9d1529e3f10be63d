/** What a first screen shows is read before it is drawn, so that it is drawn once: what was kept, or the server's answer. */
import { browserDisk } from '@/sync/browser-disk';
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

/**
 * Resolves once the screen of an address can be drawn; never rejects.
 * @param path the address the page was opened at
 * @param build what tells this build from every other
 */
export function firstLook(path: string, build?: string): Promise<void> {
  // With what was kept the screen is drawn first and asks by itself: the answer is not parsed before it is there.
  const there = keepingAnswers(build).then(() => (keptFor(path) ? undefined : readEarly(path)));
  const patience = new Promise<void>((done) => setTimeout(done, PATIENCE_MS));
  return Promise.race([Promise.all([there, outboxRead]).then(() => undefined), patience]);
}
