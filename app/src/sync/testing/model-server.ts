/**
 * A server for tests by its contract alone, written apart from ours: jobs and boxes with versions, operations taken once,
 * 409 on a stale write, photos in parts. A network stands before it that loses, doubles, delays and forges answers.
 */
import { createHash } from 'node:crypto';

type Body = Record<string, unknown>;
interface Stored extends Body {
  id: string;
  version: number;
  jobId?: string;
}
export interface Answer {
  readonly status: number;
  readonly body: unknown;
}
const AT = '2026-01-01T00:00:00.000Z';

/** What becomes of a request: it arrives and is answered, or something else happens to it. */
export type Fate =
  'good' | 'lost' | 'away' | 'login page' | '500' | 'gateway' | 'twice' | 'half' | 'disk full' | 'killed';

export class ModelServer {
  readonly jobs = new Map<string, Stored>();
  readonly boxes = new Map<string, Stored>();
  readonly operations = new Map<string, { record: string; version: number | null }>();
  readonly photos = new Map<string, Buffer>();
  readonly #parts = new Map<string, Buffer>();
  /** Every request in words: `PUT /boxes/a`. */
  readonly asked: string[] = [];
  /** Bodies of the writes, in order. */
  readonly written: Body[] = [];
  /** What becomes of the next requests; good when there is none. */
  fates: Fate[] = [];
  /** Every request without a fate of its own has this one. */
  otherwise: Fate = 'good';

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
      return json(fate === '500' ? 500 : 507, problem(fate === '500' ? 500 : 507, 'Nothing was changed'));
    const body = await bodyOf(init.body);
    const method = init.method ?? 'GET';
    const first = this.handle(method, path, body);
    // Killed with the write in the database: the answer is never given.
    if (fate === 'lost' || fate === 'killed') throw new TypeError('cut off');
    const last = fate === 'twice' ? this.handle(method, path, body) : first;
    if (fate === 'half') return page(last.status, JSON.stringify(last.body).slice(0, 20));
    return json(last.status, last.body);
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
    if (list === 'jobs' && below === 'boxes')
      return this.jobs.has(id) || this.operations.has(operation ?? '')
        ? this.#write(this.boxes, String(body['id']), { ...body, jobId: id }, operation, true)
        : refused(404);
    const map = list === 'jobs' ? this.jobs : this.boxes;
    if (method === 'POST') return this.#write(map, String(body['id']), body, operation, true);
    if (method === 'PUT') return this.#write(map, id, body, operation, false);
    if (method === 'DELETE') return this.#delete(map, id, Number(asked.get('version')), operation, body);
    const there = map.get(id);
    return there ? { status: 200, body: there } : refused(404);
  }

  #write(
    map: Map<string, Stored>,
    id: string,
    { version, operation: _operation, ...fields }: Body,
    operation: string | undefined,
    isNew: boolean,
  ): Answer {
    const before = operation === undefined ? undefined : this.operations.get(operation);
    const there = map.get(id);
    if (before) return there ? { status: 200, body: { ...there, taken: before.version } } : refused(410);
    if (isNew ? there : there && there.version !== version)
      return { status: 409, body: { ...problem(409, 'Stale'), stored: there } };
    if (!isNew && !there) return refused(404);
    const next = (there?.version ?? 0) + 1;
    const base = { demo: false, createdAt: AT, updatedAt: AT };
    const stored: Stored = {
      ...(map === this.jobs ? base : { createdAt: AT, updatedAt: AT }),
      ...there,
      ...fields,
      id,
      version: next,
    };
    map.set(id, stored);
    if (operation !== undefined) this.operations.set(operation, { record: id, version: next });
    return {
      status: isNew ? 201 : 200,
      body: operation === undefined ? stored : { ...stored, taken: next },
    };
  }

  #delete(
    map: Map<string, Stored>,
    id: string,
    version: number,
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
    if (there.version !== version || unseen)
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
    if (map === this.jobs) for (const box of inside) this.boxes.delete(box.id);
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
    if (stored) return told(stored);
    const have = this.#parts.get(id) ?? Buffer.alloc(0);
    if (!Buffer.isBuffer(body) || Number(asked.get('from')) !== have.length)
      return { status: 200, body: { id, have: have.length } };
    const now = Buffer.concat([have, body]);
    if (now.length < Number(asked.get('of'))) {
      this.#parts.set(id, now);
      return { status: 200, body: { id, have: now.length } };
    }
    this.photos.set(id, now);
    return told(now);
  }
}

const problem = (status: number, title: string) => ({ type: 'about:blank', title, status });
const refused = (status: number): Answer => ({ status, body: problem(status, `No ${status}`) });

const json = (status: number, body: unknown): Response => page(status, JSON.stringify(body));
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
