/**
 * A server for tests by its contract alone, written apart from ours: jobs and boxes with versions, operations taken once,
 * 409 on a stale write, photos in parts. A network stands before it that loses, doubles, delays and forges answers.
 */
import { createHash } from 'node:crypto';
import type { JobWithBoxes } from '../answers';

type Body = Record<string, unknown>;
interface Stored extends Body {
  id: string;
  version: number;
  write?: string;
  copyOf?: { write: string; changed: boolean };
  jobId?: string;
}

/** What a backup holds. */
interface Rows {
  jobs: Map<string, Stored>;
  boxes: Map<string, Stored>;
  operations: Map<string, { record: string; version: number | null; write?: string }>;
  photos: Map<string, Buffer>;
  lastVersions: Map<string, number>;
  /** What was deleted and can be brought back: a job with the boxes that went with it, or a box. */
  trash: Map<string, { job?: Stored; boxes: Stored[] }>;
  epochs: { id: string; after: number }[];
  writes: number;
}

let databases = 0;
/** An epoch that no other database and no other start has. */
const newEpoch = () => (databases += 1).toString(16).padStart(12, '0');
const copyOfRows = (rows: Rows): Rows => structuredClone(rows);
const noRows = (): Rows => ({
  jobs: new Map(),
  boxes: new Map(),
  operations: new Map(),
  photos: new Map(),
  lastVersions: new Map(),
  trash: new Map(),
  epochs: [{ id: newEpoch(), after: 0 }],
  writes: 0,
});
/** Bytes of a part that a slow line carries in the time there is. */
const SLOW_BYTES = 4000;
export interface Answer {
  readonly status: number;
  readonly body: unknown;
}
const AT = '2026-01-01T00:00:00.000Z';

/** What becomes of a request: it arrives and is answered, or something else happens to it. */
export type Fate =
  'good' | 'lost' | 'away' | 'login page' | '500' | 'gateway' | 'twice' | 'half' | 'disk full' | 'killed';

export class ModelServer {
  #rows: Rows = noRows();
  /** The database of another server, that a phone may reach at the same address. */
  #other: Rows = noRows();
  get jobs() {
    return this.#rows.jobs;
  }
  get boxes() {
    return this.#rows.boxes;
  }
  get operations() {
    return this.#rows.operations;
  }
  get photos() {
    return this.#rows.photos;
  }
  readonly #parts = new Map<string, Buffer>();
  /** Whether it is the database of the demo house. */
  demo = false;
  /** Every request in words: `PUT /boxes/a`. */
  readonly asked: string[] = [];
  /** Bodies of the writes, in order. */
  readonly written: Body[] = [];
  /** What becomes of the next requests; good when there is none. */
  fates: Fate[] = [];
  /** Every request without a fate of its own has this one. */
  otherwise: Fate = 'good';
  /** Whether the line is so slow that a long part of a photo never arrives. */
  slow = false;
  /** Photos that arrived over such a line. */
  slowPhotos = 0;

  /** What a copy of its file would hold. */
  backup(): Rows {
    return copyOfRows(this.#rows);
  }

  /** Starts on another file, or once more on its own; a start begins an epoch. @param rows undefined for an empty file */
  restart(rows: Rows | undefined): void {
    this.#rows = rows ? copyOfRows(rows) : { ...noRows(), epochs: [] };
    this.#parts.clear();
    this.#rows.epochs.push({ id: newEpoch(), after: this.#rows.writes });
  }

  /** Another server answers at this address from now on, with its own database; then the first again. */
  change(): void {
    [this.#rows, this.#other] = [this.#other, this.#rows];
    this.#parts.clear();
  }

  /** What can be brought back. */
  get trash(): readonly string[] {
    return [...this.#rows.trash.keys()];
  }

  /** Brings something back from the trash, as new versions. @returns the boxes that are there again */
  bringBack(id: string): readonly string[] {
    const { trash } = this.#rows;
    const { job, boxes } = trash.get(id) ?? { boxes: [] };
    trash.delete(id);
    const again = ({ copyOf: _copyOf, ...one }: Stored): Stored => ({
      ...one,
      version: one.version + 1,
      write: this.#count(),
    });
    if (job && !this.jobs.has(job.id)) this.jobs.set(job.id, again(job));
    const back = boxes.filter((box) => this.jobs.has(box.jobId ?? '') && !this.boxes.has(box.id));
    for (const box of back) this.boxes.set(box.id, again(box));
    return back.map((box) => box.id);
  }

  /** Reads jobs and boxes of an archive in: what is there stays. */
  readIn({ jobs, boxes }: Pick<Rows, 'jobs' | 'boxes'>): void {
    const take = (from: Map<string, Stored>, into: Map<string, Stored>) => {
      for (const [id, { write, copyOf, ...one }] of structuredClone(from)) {
        if (into.has(id)) continue;
        const of = write ? { write, changed: false } : copyOf;
        into.set(id, { ...one, write: this.#count(), ...(of ? { copyOf: of } : {}) });
      }
    };
    take(jobs, this.jobs);
    for (const [id, box] of boxes) if (this.jobs.has(box.jobId ?? '')) take(new Map([[id, box]]), this.boxes);
  }

  /** A job with its boxes, as an answer has them. */
  whole(id: string): JobWithBoxes | undefined {
    const job = this.jobs.get(id);
    const boxes = [...this.boxes.values()].filter(({ jobId }) => jobId === id);
    return job && ({ ...job, boxes, unreadable: [] } as unknown as JobWithBoxes);
  }

  #count(): string {
    this.#rows.writes += 1;
    return `${this.#rows.epochs.at(-1)?.id ?? ''}.${this.#rows.writes.toString(36)}`;
  }

  /** Makes this the server of the page: `fetch` reaches it through the network. */
  serve(): this {
    globalThis.fetch = ((path: string, init: RequestInit = {}) => this.#through(path, init)) as typeof fetch;
    return this;
  }

  async #through(path: string, init: RequestInit): Promise<Response> {
    const fate = this.fates.shift() ?? this.otherwise;
    if (fate === 'away') throw new TypeError('no network');
    if (fate === 'login page') return page(200, '<!doctype html><title>Sign in</title>');
    if (fate === 'gateway') return page(502, '<html>Bad gateway</html>');
    if (fate === '500' || fate === 'disk full')
      return this.#json(
        fate === '500' ? 500 : 507,
        problem(fate === '500' ? 500 : 507, 'Nothing was changed'),
      );
    const body = await bodyOf(init.body);
    if (this.slow && Buffer.isBuffer(body) && body.length > SLOW_BYTES) throw new TypeError('timed out');
    const method = init.method ?? 'GET';
    const first = this.handle(method, path, body);
    // Killed with the write in the database: the answer is never given.
    if (fate === 'lost' || fate === 'killed') throw new TypeError('cut off');
    const last = fate === 'twice' ? this.handle(method, path, body) : first;
    if (fate === 'half') return page(last.status, JSON.stringify(last.body).slice(0, 20));
    return this.#json(last.status, last.body);
  }

  #json(status: number, body: unknown): Response {
    const epoch = this.#rows.epochs.at(-1)?.id ?? null;
    const headers = { get: (name: string) => (name === 'dense-pack-epoch' ? epoch : null) };
    return { ...page(status, JSON.stringify(body)), headers } as unknown as Response;
  }

  /** Answers one request. Bodies are JSON, or bytes of a photo. */
  handle(method: string, address: string, body: Body | Buffer): Answer {
    const [path = '', query = ''] = address.replace('/api/v1', '').split('?');
    const asked = new URLSearchParams(query);
    this.asked.push(`${method} ${path}`);
    const [, list, id = '', below, photo = ''] = path.split('/');
    if (below === 'photos') return this.#photo(id, photo, asked, body);
    if (Buffer.isBuffer(body)) return refused(415);
    if (method !== 'GET') this.written.push(body);
    const operation = (body['operation'] ?? asked.get('operation') ?? undefined) as string | undefined;
    if (list === 'epochs') return { status: 200, body: { epochs: this.#rows.epochs, demo: this.demo } };
    if (list === 'jobs' && below === 'boxes') {
      const { job, ...box } = body;
      const there = this.jobs.has(id) || this.operations.has(operation ?? '');
      if (!there && !job) return refused(404);
      if (!there) this.#write(this.jobs, id, job as Body, undefined, true);
      return this.#write(this.boxes, String(body['id']), { ...box, jobId: id }, operation, true);
    }
    const map = list === 'jobs' ? this.jobs : this.boxes;
    if (method === 'POST') return this.#write(map, String(body['id']), body, operation, true);
    if (method === 'PUT') return this.#write(map, id, body, operation, false);
    if (method === 'DELETE') {
      const from = { version: Number(asked.get('version')), write: asked.get('write') ?? undefined };
      return this.#delete(map, id, from, operation, body);
    }
    const there = map.get(id);
    return there ? { status: 200, body: there } : refused(404);
  }

  #write(
    map: Map<string, Stored>,
    id: string,
    { version, write, known: brought, operation: _operation, ...fields }: Body,
    operation: string | undefined,
    isNew: boolean,
  ): Answer {
    const before = operation === undefined ? undefined : this.operations.get(operation);
    const there = map.get(id);
    if (before)
      return there
        ? { status: 200, body: { ...there, taken: before.version, takenWrite: before.write } }
        : refused(410);
    if (isNew ? there : there && !isOf(there, { version, write }))
      return { status: 409, body: { ...problem(409, 'Stale'), stored: there } };
    if (!isNew && !there) return refused(404);
    const known = brought as { version: number; write?: string; changed?: boolean } | undefined;
    const last = there?.version ?? this.#rows.lastVersions.get(id) ?? 0;
    const next = Math.max(last, known?.version ?? 0) + 1;
    const copyOf = known?.write
      ? { write: known.write, changed: known.changed === true }
      : there?.copyOf && { ...there.copyOf, changed: true };
    const base = { demo: false, createdAt: AT, updatedAt: AT };
    const stored: Stored = {
      ...(map === this.jobs ? base : { createdAt: AT, updatedAt: AT }),
      ...there,
      ...fields,
      id,
      version: next,
      write: this.#count(),
      ...(copyOf ? { copyOf } : {}),
    };
    map.set(id, stored);
    const made = { version: next, ...(stored.write === undefined ? {} : { write: stored.write }) };
    if (operation !== undefined) this.operations.set(operation, { record: id, ...made });
    return {
      status: isNew ? 201 : 200,
      body: operation === undefined ? stored : { ...stored, taken: next, takenWrite: stored.write },
    };
  }

  #delete(
    map: Map<string, Stored>,
    id: string,
    from: { version: number; write: string | undefined },
    operation: string | undefined,
    { boxes: seen }: Body,
  ): Answer {
    if (operation !== undefined && this.operations.has(operation))
      return { status: 200, body: { id, deleted: true } };
    const there = map.get(id);
    if (!there) return refused(404);
    const inside = [...this.boxes.values()].filter(({ jobId }) => jobId === id);
    const unseen =
      map === this.jobs &&
      seen !== undefined &&
      inside.some((box) => (seen as Record<string, number>)[box.id] !== box.version);
    if (!isOf(there, from) || unseen)
      return {
        status: 409,
        body: {
          ...problem(409, 'Stale'),
          stored: there,
          ...(map === this.jobs
            ? { boxes: inside.map((box) => ({ id: box.id, name: box['name'], version: box.version })) }
            : {}),
        },
      };
    map.delete(id);
    this.#rows.lastVersions.set(id, there.version);
    this.#rows.trash.set(id, map === this.jobs ? { job: there, boxes: inside } : { boxes: [there] });
    if (map === this.jobs)
      for (const box of inside) {
        this.boxes.delete(box.id);
        this.#rows.lastVersions.set(box.id, box.version);
      }
    if (operation !== undefined) this.operations.set(operation, { record: id, version: null });
    return { status: 200, body: { id, deleted: true } };
  }

  #photo(box: string, id: string, asked: URLSearchParams, body: Body | Buffer): Answer {
    if (!this.boxes.has(box)) return refused(404);
    const stored = this.photos.get(id);
    const told = (bytes: Buffer) => ({
      status: 200,
      body: { id, bytes: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex') },
    });
    const hash = asked.get('sha256');
    const isRight = (bytes: Buffer) => hash === null || told(bytes).body.sha256 === hash;
    if (stored && isRight(stored)) return told(stored);
    const have = this.#parts.get(id) ?? Buffer.alloc(0);
    if (!Buffer.isBuffer(body) || Number(asked.get('from')) !== have.length)
      return { status: 200, body: { id, have: have.length } };
    const now = Buffer.concat([have, body]);
    if (now.length < Number(asked.get('of'))) {
      this.#parts.set(id, now);
      return { status: 200, body: { id, have: now.length } };
    }
    this.#parts.delete(id);
    if (!isRight(now)) return { status: 200, body: { id, have: 0 } };
    this.photos.set(id, now);
    this.slowPhotos += this.slow ? 1 : 0;
    return told(now);
  }
}

/** Whether a write is made from what is there. */
const isOf = (there: Stored, { version, write }: { version?: unknown; write?: unknown }): boolean =>
  there.version === version && (write === undefined || write === there.write);

const problem = (status: number, title: string) => ({ type: 'about:blank', title, status });
const refused = (status: number): Answer => ({ status, body: problem(status, `No ${status}`) });

/** As fetch gives it; what is no JSON cannot be read as such. */
const page = (status: number, text: string): Response =>
  ({
    ok: status < 400,
    status,
    json: async () => JSON.parse(text) as unknown,
  }) as Response;

async function bodyOf(body: RequestInit['body']): Promise<Body | Buffer> {
  if (body === undefined || body === null) return {};
  if (typeof body === 'string') return JSON.parse(body) as Body;
  return Buffer.from(await (body as Blob).arrayBuffer());
}
