/**
 * Photos that wait to be sent. They are kept in the browser's database the moment they are taken, sent in parts that go on
 * where they ended, and dropped when the server says that it has them whole; the record of the box names them by id.
 */
import { ProblemAnswer, sendPhoto, ServerAway } from './api';
import type { Shelves } from './disk';
import { Waiting } from './photo-entry';

/** A photo that waits, for the list of what does. */
export interface WaitingPhoto {
  readonly id: string;
  readonly boxId: string;
  readonly refused?: string | undefined;
}

const SHELF = 'photos';
const GONE = 'The box it belongs to was deleted.';

export interface PhotosSettings {
  readonly send?: typeof sendPhoto;
  /** What waits of the box of a photo: a photo goes after the change that names it. */
  readonly boxWaits?: (boxId: string) => boolean;
  /** Whether it tries again by itself. */
  readonly triesAgain?: boolean;
}

/** How long is waited after each failure in a row, in ms. */
const PAUSE_MS = [2000, 5000, 15_000, 30_000, 60_000];

export class Photos {
  #sending: Promise<void> | undefined;
  #failures = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #listeners = new Set<() => void>();
  #list: readonly WaitingPhoto[] = [];
  readonly #send: typeof sendPhoto;
  readonly #boxWaits: (boxId: string) => boolean;
  readonly #tries: boolean;

  constructor(
    private readonly shelves: Shelves,
    { send = sendPhoto, boxWaits = () => false, triesAgain = false }: PhotosSettings = {},
  ) {
    this.#send = send;
    this.#boxWaits = boxWaits;
    this.#tries = triesAgain;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** What waits, as it was last read. */
  readonly snapshot = (): readonly WaitingPhoto[] => this.#list;

  /** Keeps a photo of a box; it is sent after the change that names it. @throws where the browser cannot keep it */
  async keep(boxId: string, id: string, photo: Blob): Promise<void> {
    await this.shelves.put(SHELF, id, { boxId, photo });
    await this.#read();
  }

  /** The photo itself while it waits here. */
  async waiting(id: string): Promise<Blob | undefined> {
    return Waiting.safeParse(await this.shelves.get(SHELF, id)).data?.photo;
  }

  /** Photos the server does not take, by id, with its reason. */
  async refused(): Promise<ReadonlyMap<string, string>> {
    const all = await this.#all().catch(() => []);
    return new Map(all.flatMap(([id, { refused }]) => (refused === undefined ? [] : [[id, refused]])));
  }

  /** Drops a photo that was taken back before it was sent. */
  async forget(id: string): Promise<void> {
    await this.shelves.drop(SHELF, id);
    await this.#read();
  }

  /** Drops the photos of a box the person deleted. */
  async forgetBox(boxId: string): Promise<void> {
    for (const [id, waiting] of await this.#all().catch(() => []))
      if (waiting.boxId === boxId) await this.shelves.drop(SHELF, id);
    await this.#read();
  }

  /** Sends once more what was refused. */
  async again(id: string): Promise<void> {
    const waiting = Waiting.safeParse(await this.shelves.get(SHELF, id)).data;
    if (waiting) await this.shelves.put(SHELF, id, { boxId: waiting.boxId, photo: waiting.photo });
    await this.flush();
  }

  /** Sends what waits. A box the server has not got yet is tried again when it has. */
  flush(): Promise<void> {
    clearTimeout(this.#timer);
    this.#sending ??= this.#sendAll().finally(() => {
      this.#sending = undefined;
    });
    return this.#sending;
  }

  async #sendAll(): Promise<void> {
    try {
      await this.#read();
      for (const [id, { boxId, photo, refused }] of await this.#all()) {
        if (refused !== undefined || this.#boxWaits(boxId)) continue;
        try {
          await this.#send(boxId, id, photo);
          await this.shelves.drop(SHELF, id);
        } catch (error) {
          if (error instanceof ServerAway) return this.#later();
          if (!(error instanceof ProblemAnswer)) throw error;
          // Whatever the server says of a picture is told, and it is kept.
          const words = error.problem.status === 404 ? GONE : error.words;
          await this.shelves.put(SHELF, id, { boxId, photo, refused: words });
        }
      }
      this.#failures = 0;
      await this.#read();
    } catch {
      // A browser without a database (private mode) keeps no photos over a reload.
    }
  }

  /** Tries again by itself: nothing else may happen that would send what waits. */
  async #later(): Promise<void> {
    const wait = PAUSE_MS[Math.min(this.#failures, PAUSE_MS.length - 1)];
    this.#failures += 1;
    if (this.#tries) this.#timer = setTimeout(() => void this.flush(), wait);
    await this.#read();
  }

  async #all(): Promise<readonly (readonly [string, Waiting])[]> {
    const all = await this.shelves.all(SHELF);
    return all.flatMap(([id, value]) => {
      const read = Waiting.safeParse(value);
      return read.success ? [[id, read.data] as const] : [];
    });
  }

  async #read(): Promise<void> {
    const all = await this.#all().catch(() => []);
    const list = all.map(([id, { boxId, refused }]) => ({ id, boxId, refused }));
    if (JSON.stringify(list) === JSON.stringify(this.#list)) return;
    this.#list = list;
    for (const listener of this.#listeners) listener();
  }
}
