/** The one way to the server. Answers are parsed by the core's schemas before anyone sees them. */
import { Problem } from '@dense-pack/core/box/record';
import type { z } from 'zod';
import { JobPage, JobWithBoxes, PhotoArrived } from './answers';

/**
 * The server did not answer: it is away, or the network is. What another answers in its place (a gateway, the
 * login page of a guest network) is no answer either: whether ours took anything cannot be told.
 */
export class ServerAway extends Error {
  /** Something answered all the same: a failure, or another in place of the server. */
  readonly answered: boolean;

  constructor(words: string, { cause, answered = false }: { cause?: unknown; answered?: boolean } = {}) {
    super(words, cause === undefined ? undefined : { cause });
    this.answered = answered;
  }
}

/** The server answered with a problem. */
export class ProblemAnswer extends Error {
  constructor(readonly problem: Problem) {
    super(problem.title);
  }

  /** What was wrong, field by field, as one text. */
  get words(): string {
    const fields = this.problem.errors?.map(({ field, accepted }) => `${field}: ${accepted}`) ?? [];
    return [this.problem.title, this.problem.detail, ...fields].filter(Boolean).join('. ');
  }
}

const BASE = '/api/v1';
const PATIENCE_MS = 8000;

/** Bytes of a photo that are sent at once on a line nothing is known of, and the least and the most. */
export const PART_BYTES = 64_000;
const PART_LEAST = 4000;
const PART_MOST = 512_000;
/** How long a part may take, in ms: longer than an answer, for all of it goes up. */
const PART_PATIENCE_MS = 20_000;
/** A part that took less, in ms, is followed by one of twice the length. */
const QUICK_MS = 2000;
/** A photo whose server never goes on is given up after so many parts for nothing. */
const IDLE_MOST = 3;

/** What the line carries in the time there is: parts are longer after a quick one, shorter after one that did not arrive. */
let partBytes = PART_BYTES;

async function sendPart(path: string, photo: Blob, from: number): Promise<z.output<typeof PhotoArrived>> {
  const began = Date.now();
  try {
    const answer = await answerTo(`${path}&from=${from}&of=${photo.size}`, {
      method: 'PUT',
      headers: { 'content-type': photo.type },
      body: photo.slice(from, from + partBytes, photo.type),
      signal: AbortSignal.timeout(PART_PATIENCE_MS),
    });
    if (Date.now() - began < QUICK_MS) partBytes = Math.min(PART_MOST, partBytes * 2);
    return ours(PhotoArrived, answer);
  } catch (error) {
    if (error instanceof ServerAway && !error.answered) partBytes = Math.max(PART_LEAST, partBytes / 2);
    throw error;
  }
}

/**
 * Sends one photo, part by part from where the server has it. Where the line is cut it goes on there the next time, with shorter
 * parts. The server is told the hash of the whole, so that a photo damaged on its way starts over.
 * @throws ServerAway, ProblemAnswer
 */
export async function sendPhoto(boxId: string, photoId: string, photo: Blob): Promise<void> {
  const hash = await hashOf(photo);
  const said = hash === undefined ? '' : `sha256=${hash}`;
  const path = `/boxes/${boxId}/photos/${photoId}`;
  let arrived = ours(PhotoArrived, await answerTo(`${path}/arrived?${said}`, {}));
  for (let idle = 0; 'have' in arrived && idle < IDLE_MOST;) {
    const { have } = arrived;
    // More than there is of this photo: the server has parts of another. A part from its beginning ends that.
    const next = await sendPart(`${path}?${said}`, photo, have >= photo.size ? 0 : have);
    if ('have' in next && next.have <= have) idle += 1;
    arrived = next;
  }
  // Where the browser cannot tell the hash (no secure context) the length must do.
  const whole =
    'sha256' in arrived && arrived.bytes === photo.size && (hash === undefined || hash === arrived.sha256);
  if (arrived.id !== photoId || !whole)
    throw new ServerAway('The server did not say that it stored this photo.', { answered: true });
}

/** The SHA-256 of a photo in hexadecimal; undefined where the browser has none. */
async function hashOf(photo: Blob): Promise<string | undefined> {
  const { subtle } = globalThis.crypto ?? {};
  if (!subtle) return undefined;
  const digest = new Uint8Array(await subtle.digest('SHA-256', await photo.arrayBuffer()));
  return [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** Where a photo the server has is read. */
export const photoAddress = (photoId: string) => `${BASE}/photos/${photoId}`;

/** Where the sheet of a box, or those of a house, are read as PDF. */
export const sheetAddress = (jobId: string, boxId: string | undefined, work: string) =>
  `${BASE}${boxId === undefined ? `/jobs/${jobId}/sheets.pdf` : `/boxes/${boxId}/sheet.pdf`}?work=${work}`;

/** Where the template of the opening of a box is read, at full size. */
export const templateAddress = (boxId: string, kind: 'pdf' | 'svg' | 'dxf', paper: 'letter' | 'a4') =>
  `${BASE}/boxes/${boxId}/template.${kind}?paper=${paper}`;

/** Where the label of a box, or those of a house, are read as PDF. */
export const labelAddress = (jobId: string, boxId: string | undefined, work: string) =>
  `${BASE}${boxId === undefined ? `/jobs/${jobId}/labels.pdf` : `/boxes/${boxId}/label.pdf`}?work=${work}`;

/** Where a stored box is read as it lies there, whether this program can read it or not. */
export const storedAddress = (boxId: string) => `${BASE}/boxes/${boxId}/stored`;
/** Where the boxes of a job are read as CSV. */
export const csvAddress = (jobId: string) => `${BASE}/jobs/${jobId}/boxes.csv`;

/** Sends one request. @throws ServerAway, ProblemAnswer */
export async function request<S extends z.ZodType>(
  schema: S,
  path: string,
  method: 'GET' | 'POST' | 'PUT' | 'DELETE' = 'GET',
  body?: unknown,
): Promise<z.output<S>> {
  return ours(
    schema,
    await answerTo(path, {
      method,
      ...(body === undefined
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    }),
  );
}

/**
 * Reads an answer that the first screen waits for. A server that is made of the rules of this page has checked it by them: it is
 * not checked twice. Any other answer is.
 * @throws ServerAway, ProblemAnswer
 */
export async function read<S extends z.ZodType>(schema: () => S, path: string): Promise<z.output<S>> {
  const { answer, checked } = await answered(path, {});
  return checked ? (answer as z.output<S>) : ours(schema(), answer);
}

/** How long a file is sent and read before the server counts as away. */
const FILE_PATIENCE_MS = 300_000;

/** Sends a file as it is. @throws ServerAway, ProblemAnswer */
export const sendFile = async <S extends z.ZodType>(
  schema: S,
  path: string,
  file: Blob,
): Promise<z.output<S>> =>
  ours(
    schema,
    await answerTo(path, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: file,
      // A house with its photos takes its time.
      signal: AbortSignal.timeout(FILE_PATIENCE_MS),
    }),
  );

/** Where a job is read as an archive. */
export const archiveAddress = (jobId: string, work: string) =>
  `${BASE}/jobs/${jobId}/archive.zip?work=${work}`;

/** An answer of the shape ours has. @throws ServerAway where it has another */
function ours<S extends z.ZodType>(schema: S, answer: unknown): z.output<S> {
  const known = schema.safeParse(answer);
  if (known.success) return known.data;
  throw new ServerAway('Something else answered in place of the server.', {
    cause: known.error,
    answered: true,
  });
}

/** So many boxes are read at once. */
const PAGE = 200;
/** A house that is written all the time while it is read is read whole after so many tries. */
const TRIES_MOST = 3;

/** A job with its boxes, read in pages of one state. @throws ServerAway, ProblemAnswer */
export async function readJob(id: string): Promise<JobWithBoxes> {
  for (let tries = 0; tries < TRIES_MOST; tries += 1) {
    const whole = await readPages(id);
    if (whole) return whole;
  }
  return read(() => JobWithBoxes, `/jobs/${id}`);
}

/** Undefined where something was written between two pages. */
async function readPages(id: string): Promise<JobWithBoxes | undefined> {
  const { from: _from, count, state, ...first } = await read(() => JobPage, jobPage(id, 0));
  const [boxes, unreadable] = [[...first.boxes], [...first.unreadable]];
  while (boxes.length + unreadable.length < count) {
    const page = await read(() => JobPage, jobPage(id, boxes.length + unreadable.length));
    const nothing = page.boxes.length + page.unreadable.length === 0;
    if (page.state !== state || page.version !== first.version || nothing) return undefined;
    boxes.push(...page.boxes);
    unreadable.push(...page.unreadable);
  }
  return { ...first, boxes, unreadable };
}

const jobPage = (id: string, from: number) => `/jobs/${id}?from=${from}&most=${PAGE}`;

/** Statuses that say “not now”: nothing was refused, and the same request may be taken later. */
const notNow = (status: number) => status >= 500 || status === 408 || status === 429;

/** Whether an answer says that it is JSON, as every answer of ours does. */
function saysJson({ headers }: Response): boolean {
  const type = headers?.get('content-type');
  return type === null || type === undefined || /\bjson\b/.test(type);
}

/** What the page itself asked for before the app ran; each answer is taken once. */
function fetchedEarly(address: string, { method = 'GET' }: RequestInit): Promise<Response> | undefined {
  const { early } = globalThis as { early?: Record<string, Promise<Response>> };
  const answer = method === 'GET' ? early?.[address] : undefined;
  if (early) delete early[address];
  return answer;
}

/** What the page asked for has no patience of its own: it is waited for as long as any answer. */
function within<T>(answer: Promise<T>, signal: AbortSignal): Promise<T> {
  const late = new Promise<never>((_, refuse) => {
    const end = () => refuse(signal.reason as Error);
    if (signal.aborted) end();
    else signal.addEventListener('abort', end, { once: true });
  });
  return Promise.race([answer, late]);
}

/** The rules this page was made of; undefined where it was not exported. */
const ownRules = () => globalThis.document?.getElementById?.('app-files')?.dataset['core'];

let epoch: string | undefined;
/** The epoch of the database that answered last; undefined before an answer, and with an older server. */
export const epochSeen = (): string | undefined => epoch;

const answerTo = async (path: string, init: RequestInit): Promise<unknown> =>
  (await answered(path, init)).answer;

/** What the server answered, and whether it checked it by the very rules of this page. */
async function answered(path: string, init: RequestInit): Promise<{ answer: unknown; checked: boolean }> {
  let response: Response;
  try {
    const signal = AbortSignal.timeout(PATIENCE_MS);
    const early = fetchedEarly(`${BASE}${path}`, init);
    response = await (early ? within(early, signal) : fetch(`${BASE}${path}`, { signal, ...init }));
  } catch (error) {
    throw new ServerAway('The server does not answer.', { cause: error });
  }
  if (notNow(response.status))
    throw new ServerAway(`The server answered ${response.status}.`, { answered: true });
  if (!saysJson(response))
    throw new ServerAway('Something else answered in place of the server.', { answered: true });
  const answer: unknown = await response.json().catch(() => undefined);
  if (!response.ok) {
    epoch = response.headers?.get('dense-pack-epoch') ?? epoch;
    const problem = Problem.safeParse(answer);
    // A gateway in between answers without a problem document, or with one of another status.
    if (!problem.success || problem.data.status !== response.status)
      throw new ServerAway(`The server answered ${response.status}.`, { answered: true });
    throw new ProblemAnswer(problem.data);
  }
  epoch = response.headers?.get('dense-pack-epoch') ?? undefined;
  const rules = ownRules();
  return { answer, checked: rules !== undefined && response.headers?.get('dense-pack-core') === rules };
}
