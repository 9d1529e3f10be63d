/** What a first screen shows is read before it is drawn, so that it is drawn once: the server's answer, or what was kept of it. */
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
  const asked = readEarly(path);
  const there = new Promise<void>((done) => {
    void asked.then(done);
    void keepingAnswers(build).then(() => {
      if (keptFor(path)) done();
    });
  });
  const patience = new Promise<void>((done) => setTimeout(done, PATIENCE_MS));
  return Promise.race([Promise.all([there, outboxRead]).then(() => undefined), patience]);
}
