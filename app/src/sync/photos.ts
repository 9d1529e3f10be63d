/**
 * Photos that wait to be sent. They are kept in the browser's database the moment they are taken and
 * dropped when the server has them; the record of the box names them by id.
 */
import { createStore, del, entries, get, set, type UseStore } from 'idb-keyval';
import { ProblemAnswer, sendPhoto, ServerAway } from './api';

export interface Waiting {
  readonly boxId: string;
  readonly photo: Blob;
  /** Why the server does not take it. It stays until the person removes it. */
  readonly refused?: string;
}

/** What keeps photos until they are sent. */
export interface PhotoStore {
  put(id: string, waiting: Waiting): Promise<void>;
  get(id: string): Promise<Waiting | undefined>;
  drop(id: string): Promise<void>;
  all(): Promise<readonly (readonly [string, Waiting])[]>;
}

function browserStore(): PhotoStore {
  let opened: UseStore | undefined;
  const store = () => (opened ??= createStore('dense-pack-photos', 'waiting'));
  return {
    put: (id, waiting) => set(id, waiting, store()),
    get: (id) => get<Waiting>(id, store()),
    drop: (id) => del(id, store()),
    all: () => entries<string, Waiting>(store()),
  };
}

export class Photos {
  #sending = false;

  constructor(
    private readonly store: PhotoStore,
    private readonly send = sendPhoto,
  ) {}

  /** Keeps a photo of a box; it is sent when the server answers. */
  async keep(boxId: string, id: string, photo: Blob): Promise<void> {
    await this.store.put(id, { boxId, photo });
    void this.flush();
  }

  /** The photo itself while it waits here. */
  async waiting(id: string): Promise<Blob | undefined> {
    return (await this.store.get(id))?.photo;
  }

  /** Photos the server does not take, by id, with its reason. */
  async refused(): Promise<ReadonlyMap<string, string>> {
    const all = await this.store.all().catch(() => []);
    return new Map(all.flatMap(([id, { refused }]) => (refused === undefined ? [] : [[id, refused]])));
  }

  /** Drops a photo that was taken back before it was sent. */
  async forget(id: string): Promise<void> {
    await this.store.drop(id);
  }

  /** Sends what waits. A box the server has not got yet is tried again when it has. */
  async flush(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    try {
      for (const [id, { boxId, photo, refused }] of await this.store.all()) {
        if (refused !== undefined) continue;
        try {
          await this.send(boxId, id, photo);
          await this.store.drop(id);
        } catch (error) {
          if (error instanceof ServerAway) return;
          // No such box yet: it waits. Anything else the server says of a picture is told, and it is kept.
          if (error instanceof ProblemAnswer && error.problem.status !== 404)
            await this.store.put(id, { boxId, photo, refused: error.words });
        }
      }
    } catch {
      // A browser without a database (private mode) keeps no photos over a reload.
    } finally {
      this.#sending = false;
    }
  }
}

export const photos = new Photos(browserStore());
