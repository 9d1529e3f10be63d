/**
 * Phones, some with two tabs, an old program and a server, for random histories: edits of every kind, undo and redo, boxes and jobs
 * made and deleted, photos; answers lost, doubled, cut off or not ours, failures, a full disk, a full phone, pages closed at
 * once; a server that goes back in time. The sync code is the real one; the server is a model of its contract. After a history
 * all agree, and every edit that was shown as taken is there, or was overwritten by someone who saw it, or was asked about by
 * name. Boxes are invented.
 */
import type { Item } from '@dense-pack/core/box/document';
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import {
  BoxFields,
  type BoxRecord,
  Epochs as EpochsAnswer,
  type Job,
  JobFields,
  PHOTOS_MOST,
} from '@dense-pack/core/box/record';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import fc from 'fast-check';
import { remember, snapshotOf, step } from '@/ui/client/history';
import type { JobWithBoxes } from '../answers';
import { request } from '../api';
import { broughtBack } from '../bring-back';
import { Epochs } from '../epochs';
import { mergedWithStored } from '../pending';
import type { BoxEntry } from '../entry';
import { fieldsOf, jobFieldsOf, type MadeFrom, textOf, textOfJob } from '../operation';
import { Outbox } from '../outbox';
import { Photos } from '../photos';
import { MemoryDisk } from './memory-disk';
import { type Fate, ModelServer } from './model-server';

const AT = '2026-01-01T00:00:00.000Z';
const JOB = 'job-0000001';
const FIRST = 'box-0000001';
const START = BoxFields.parse({ name: 'Den', box: EMPTY_BOX });

const first = (line: string): Item => {
  const read = readCountLine(line);
  const [item] = read.ok ? read.box.items : [];
  if (!item) throw new Error(line);
  return item;
};
const CABLE = first('12/2 leg');

/** What was seen of all edits by all phones. */
class Ledger {
  /** Values written into a field: every one names who wrote it and when, and is written once. */
  readonly values = new Map<string, Set<string>>();
  /** Values someone replaced who saw them. */
  readonly seenAndReplaced = new Set<string>();
  readonly asked = new Set<string>();
  readonly cables = new Map<string, Set<string>>();
  readonly out = new Set<string>();
  /** Boxes someone deleted at some time, and jobs. */
  readonly deleted = new Set<string>();
  readonly jobs = new Set<string>();
  /** The job of each box that was made. */
  readonly inJob = new Map<string, string>();
  readonly photos = new Map<string, string>();
  asks = 0;
  /** Records asked about as a whole. */
  whole = 0;
  /** Boxes that were brought back from the trash, and that nobody deleted since. */
  readonly back = new Set<string>();
  /** How many were. */
  broughtBack = 0;
  /** Photos a server lost with its file: a phone does not have them any more. */
  readonly lostPhotos = new Set<string>();

  /** A box or a job is deleted, or may be. */
  goes(id: string): void {
    for (const box of [...this.back]) if (box === id || this.inJob.get(box) === id) this.back.delete(box);
  }

  wrote(field: string, before: string, after: string): void {
    if (before === after) return;
    this.seenAndReplaced.add(before);
    this.seenAndReplaced.delete(after);
    const known = this.values.get(field) ?? new Set();
    this.values.set(field, known.add(after));
  }

  /** Writes down what one edit of a box did on the screen. */
  edited(id: string, before: BoxFields, after: BoxFields): void {
    this.wrote(`${id} note`, before.seen.note, after.seen.note);
    this.wrote(`${id} room`, before.room, after.room);
    // Cables by their labels, ticks by what they are of: each is there or not.
    const labels = ({ box, seen: { made } }: BoxFields) =>
      new Map([
        ...box.items.map((item) => [item.id, 'label' in item ? (item.label ?? '') : ''] as const),
        ...made.map(({ meets }) => [meets, ''] as const),
      ]);
    const [was, is] = [labels(before), labels(after)];
    const known = this.cables.get(id) ?? new Set();
    this.cables.set(id, known);
    for (const piece of is.keys())
      if (!was.has(piece)) {
        known.add(piece);
        this.out.delete(piece);
      }
    for (const piece of was.keys()) if (!is.has(piece)) this.out.add(piece);
    for (const [piece, label] of is)
      if (was.has(piece)) this.wrote(`${id} ${piece}`, was.get(piece) ?? '', label);
  }
}

class Tab {
  readonly boxes = new Map<string, BoxRecord>();
  readonly jobs = new Map<string, Job>();
  readonly outbox: Outbox;

  constructor(
    disk: MemoryDisk,
    private readonly tell: (record: string) => void,
    /** The tabs of the same browser: they tell each other what arrived. */
    siblings: () => readonly Tab[],
    private readonly epochs: Epochs,
  ) {
    this.outbox = new Outbox(
      disk,
      {
        box: (record) => siblings().forEach(({ boxes }) => boxes.set(record.id, record)),
        job: (job) => siblings().forEach(({ jobs }) => jobs.set(job.id, job)),
        deleted: (id) => siblings().forEach((tab) => tab.takeOff(id)),
        settled: () => void this.epochs.follow().catch(() => undefined),
      },
      {
        lie: 3_600_000,
        tell: (record) => this.tell(record),
        epochs: this.epochs,
        jobKnown: (id) => this.jobs.get(id),
      },
    );
  }

  /** A job and its boxes as the server last said them. */
  known(id: string): JobWithBoxes | undefined {
    const job = this.jobs.get(id);
    return (
      job && { ...job, boxes: [...this.boxes.values()].filter(({ jobId }) => jobId === id), unreadable: [] }
    );
  }

  takeOff(id: string): void {
    this.boxes.delete(id);
    this.jobs.delete(id);
    for (const box of [...this.boxes.values()]) if (box.jobId === id) this.boxes.delete(box.id);
  }

  shown(id: string): BoxFields | undefined {
    const entry = this.outbox.entryOf(id);
    if (entry?.what === 'delete') return undefined;
    if (entry?.what === 'box') return entry.fields;
    const known = this.boxes.get(id);
    return known && fieldsOf(known);
  }

  shownJob(id: string): JobFields | undefined {
    const entry = this.outbox.entryOf(id);
    if (entry?.what === 'delete') return undefined;
    if (entry?.what === 'job') return entry.fields;
    const known = this.jobs.get(id);
    return known && jobFieldsOf(known);
  }

  /** Every job but the first. */
  get otherJobs(): string[] {
    const made = this.outbox.snapshot().entries.flatMap((entry) => (entry.what === 'job' ? [entry.id] : []));
    const ids = [...new Set([...this.jobs.keys(), ...made])].filter((id) => id !== JOB);
    return ids.filter((id) => this.shownJob(id) !== undefined).sort();
  }

  /** Every box there is to be seen. */
  get all(): string[] {
    const made = this.outbox.snapshot().entries.flatMap((entry) => (entry.what === 'box' ? [entry.id] : []));
    const ids = [...new Set([...this.boxes.keys(), ...made])];
    return ids.filter((id) => this.shown(id) !== undefined && !this.deletes(id)).sort();
  }

  /** Its job is being deleted: it is not to be seen. */
  private deletes(id: string): boolean {
    const entry = this.outbox.entryOf(id);
    const job = this.boxes.get(id)?.jobId ?? (entry?.what === 'box' ? entry.jobId : '');
    return this.outbox.entryOf(job)?.what === 'delete';
  }

  /** What the person is asked of a record before they go on with it. */
  asks(id: string): boolean {
    const entry = this.outbox.entryOf(id);
    return entry !== undefined && (entry.conflict !== undefined || ('gone' in entry && entry.gone === true));
  }
}

type History = Parameters<typeof step>[0];

class Phone {
  readonly disk = new MemoryDisk();
  readonly ways = new Map<string, History>();
  tabs: Tab[] = [];
  photos: Photos;
  epochs: Epochs;
  #telling: Promise<unknown> = Promise.resolve();

  constructor(
    readonly name: string,
    readonly server: ModelServer,
  ) {
    this.photos = this.#photos();
    this.epochs = new Epochs(this.disk);
  }

  #photos(): Photos {
    return new Photos(this.disk, { boxWaits: (id) => this.tabs.some((tab) => tab.outbox.entryOf(id)) });
  }

  /** Opens so many tabs; what was not sent lies in the store. */
  async open(many: number): Promise<void> {
    await this.told();
    this.close();
    const known = this.tabs[0];
    this.epochs = new Epochs(this.disk);
    this.tabs = Array.from({ length: many }, (_, index): Tab => {
      const tab: Tab = new Tab(
        this.disk,
        (record) => {
          const others = this.tabs.filter((_other, at) => at !== index);
          this.#telling = Promise.all([this.#telling, ...others.map(({ outbox }) => outbox.refresh(record))]);
        },
        () => this.tabs,
        this.epochs,
      );
      for (const [id, box] of known?.boxes ?? []) tab.boxes.set(id, box);
      for (const [id, job] of known?.jobs ?? []) tab.jobs.set(id, job);
      return tab;
    });
    this.photos = this.#photos();
    await Promise.all(this.tabs.map(({ outbox }) => outbox.read()));
  }

  close(): void {
    this.tabs.forEach(({ outbox }) => outbox.close());
  }

  /** Waits until each tab has heard of the other. */
  async told(): Promise<void> {
    for (const { outbox } of this.tabs) await outbox.written();
    let before: unknown;
    while (before !== this.#telling) {
      before = this.#telling;
      await before;
    }
  }

  async flush(tab: Tab, fates: readonly Fate[]): Promise<void> {
    this.server.serve().fates = [...fates];
    await tab.outbox.flush();
    await this.photos.flush();
    this.server.fates = [];
    await this.told();
  }

  /** Everything is read again. What the server has lost is brought back. */
  async read(): Promise<void> {
    this.server.serve().fates = [];
    await request(EpochsAnswer, '/epochs');
    const [tab] = this.tabs;
    const waits = (record: string) => this.tabs.some(({ outbox }) => outbox.entryOf(record) !== undefined);
    for (const id of tab?.jobs.keys() ?? []) {
      const known = tab?.known(id);
      if (!known) continue;
      for (const change of await broughtBack(known, this.server.whole(id), this.epochs, { waits, at: AT }))
        tab?.outbox.take(change);
    }
    await this.told();
    await this.epochs.follow();
    this.look();
  }

  /** The screen shows what the server has, with pending changes applied. */
  look(): void {
    for (const tab of this.tabs) {
      tab.boxes.clear();
      tab.jobs.clear();
      for (const box of this.server.boxes.values()) tab.boxes.set(box.id, box as unknown as BoxRecord);
      for (const job of this.server.jobs.values()) tab.jobs.set(job.id, job as unknown as Job);
    }
  }
}

const FATES: readonly Fate[] = [
  ...(['good', 'good', 'good', 'lost', 'away', 'login page', 'gateway'] as const),
  ...(['500', 'twice', 'half', 'disk full', 'killed'] as const),
];
const DEEDS = [
  ...([
    'add',
    'add',
    'add',
    'out',
    'label',
    'note',
    'room',
    'tick',
    'photo',
    'undo',
    'undo',
    'redo',
  ] as const),
  ...(['make', 'remove', 'make job', 'remove job', 'rename job', 'circuit', 'old program'] as const),
  ...(['send', 'send', 'send', 'read', 'reopen', 'two tabs', 'full', 'room again'] as const),
  ...(['deleted elsewhere', 'bring back', 'bring back', 'slow line', 'quick line'] as const),
] as const;
type Deed = (typeof DEEDS)[number];
/** What becomes of the server. */
const TRAVELS = ['restart', 'backup', 'put back', 'empty', 'read archive', 'other server'] as const;
type Travel = (typeof TRAVELS)[number];
const deedOf = <D extends Deed | Travel>(...is: readonly D[]) =>
  fc.record({
    who: fc.nat(2),
    tab: fc.nat(1),
    is: fc.constantFrom(...is),
    index: fc.nat(20),
    fates: fc.array(fc.constantFrom(...FATES), { maxLength: 3 }),
  });
/** One step of a history. */
export const deed = deedOf(...DEEDS);
/** One step of a history in which the server may go back in time; an old program knows nothing of that. */
export const travellingDeed = deedOf(
  ...DEEDS.filter((one) => one !== 'old program'),
  ...TRAVELS,
  ...(['read', 'read', 'send', 'send'] as const),
);

type DeedOf = typeof deed extends fc.Arbitrary<infer One> ? One : never;
type TravellingDeedOf = typeof travellingDeed extends fc.Arbitrary<infer One> ? One : never;

const without = (fields: BoxFields, id: string | undefined): BoxFields => ({
  ...fields,
  box: { ...fields.box, items: fields.box.items.filter((item) => item.id !== id) },
});

/** One edit of a box by hand. */
function changedBy(
  is: Deed,
  now: BoxFields,
  text: string,
  index: number,
  piece: string,
): BoxFields | undefined {
  const chosen = now.box.items[index % Math.max(1, now.box.items.length)]?.id;
  switch (is) {
    case 'add':
      return { ...now, box: { ...now.box, items: [...now.box.items, { ...CABLE, id: piece } as Item] } };
    case 'out':
      return chosen === undefined ? undefined : without(now, chosen);
    case 'label':
      return {
        ...now,
        box: {
          ...now.box,
          items: now.box.items.map((item) =>
            item.id === chosen ? ({ ...item, label: text } as Item) : item,
          ),
        },
      };
    case 'note':
      return { ...now, seen: { ...now.seen, note: text } };
    case 'room':
      return { ...now, room: text };
    case 'tick':
      return {
        ...now,
        seen: { ...now.seen, made: [...now.seen.made, { tick: 'joint', meets: `tick of ${text}` }] },
      };
    default:
      return undefined;
  }
}

const jobId = (phone: Phone, at: number) => `job-${phone.name}-${String(at).padStart(5, '0')}`;

interface Stage {
  readonly phones: readonly Phone[];
  readonly server: ModelServer;
  readonly ledger: Ledger;
  /** A copy of the file of the server, as someone made it. */
  backup: ReturnType<ModelServer['backup']> | undefined;
}

function save(tab: Tab, id: string, before: BoxFields, after: BoxFields): void {
  const record = tab.boxes.get(id);
  const entry = tab.outbox.entryOf(id);
  const job = record?.jobId ?? (entry?.what === 'box' ? entry.jobId : JOB);
  const from = entry?.what === 'box' ? madeFromIn(entry) : (record ?? null);
  const refused = tab.outbox.saveBox(id, job, after, from, AT, before);
  if (refused.length > 0) throw new Error(`refused: ${JSON.stringify(refused)}`);
}

const madeFromIn = ({ from, operation: { write, copyOf } }: BoxEntry): MadeFrom | null =>
  from === null ? null : { version: from, write, copyOf };

/** More than one part of what a slow line carries. */
const PHOTO_BYTES = 6000;

async function photo(phone: Phone, tab: Tab, id: string, at: number, ledger: Ledger): Promise<void> {
  const now = tab.shown(id);
  if (!now || ledger.photos.size >= PHOTOS_MOST || phone.disk.full) return;
  const name = `photo-${phone.name}-${at}`;
  await phone.photos.keep(
    id,
    name,
    new Blob([`picture ${name}`.padEnd(PHOTO_BYTES)], { type: 'image/jpeg' }),
  );
  save(tab, id, now, { ...now, seen: { ...now.seen, photos: [...now.seen.photos, name] } });
  ledger.photos.set(name, id);
}

function edit(phone: Phone, tab: Tab, is: Deed, id: string, index: number, at: number, ledger: Ledger): void {
  const now = tab.shown(id);
  if (!now) return;
  const history = phone.ways.get(id) ?? { past: [], future: [] };
  if (is === 'undo' || is === 'redo') {
    const done = step(history, snapshotOf(now), is === 'undo' ? 'back' : 'ahead');
    if (!done) return;
    phone.ways.set(id, done.history);
    const after = { ...now, ...done.there };
    save(tab, id, now, after);
    ledger.edited(id, now, after);
    return;
  }
  const after = changedBy(is, now, `${phone.name} ${at}`, index, `${phone.name}${at}.0`);
  if (!after) return;
  save(tab, id, now, after);
  ledger.edited(id, now, after);
  if (is !== 'room') phone.ways.set(id, remember(history, snapshotOf(now), snapshotOf(after)));
}

function editJob(tab: Tab, is: Deed, text: string, at: number, ledger: Ledger): void {
  const now = tab.shownJob(JOB);
  if (!now || tab.asks(JOB)) return;
  const spaces = new Set(now.panel.circuits.map(({ space }) => space));
  const circuits = [...now.panel.circuits, { id: `c${at}`, space: (at % 40) + 1, label: text }];
  if (is === 'circuit' && spaces.has((at % 40) + 1)) return;
  const after = is === 'circuit' ? JobFields.parse({ ...now, panel: { circuits } }) : { ...now, name: text };
  const from = tab.jobs.get(JOB) ?? null;
  expect(tab.outbox.saveJob(JOB, after, from, AT, now)).toEqual([]);
  if (is === 'circuit') ledger.values.set(`circuit ${text}`, new Set());
  else ledger.wrote('job name', now.name, text);
}

/** A program of before: it knows no operations, and writes over what it just read. */
function oldProgram({ server, ledger }: Stage, at: number): void {
  const there = server.boxes.get(FIRST);
  if (!there) return;
  const before = fieldsOf(there as unknown as BoxFields);
  const after = { ...before, seen: { ...before.seen, note: `old ${at}` } };
  server.handle('PUT', `/boxes/${FIRST}`, { ...after, version: there.version });
  ledger.edited(FIRST, before, after);
}

const isTravel = (is: Deed | Travel): is is Travel => (TRAVELS as readonly string[]).includes(is);

/** The server goes on from another file, or from its own. */
function travel(stage: Stage, is: Travel): void {
  const { server, ledger } = stage;
  const before = [...server.photos.keys()];
  if (is === 'backup') stage.backup = server.backup();
  if (is === 'restart') server.restart(server.backup());
  if (is === 'put back' && stage.backup) server.restart(stage.backup);
  if (is === 'empty') server.restart(undefined);
  if (is === 'read archive' && stage.backup) server.readIn(stage.backup);
  if (is === 'other server') server.change();
  // What was brought back there is not known of here.
  if (is !== 'backup') ledger.back.clear();
  for (const photo of before) if (!server.photos.has(photo)) ledger.lostPhotos.add(photo);
}

export async function act(stage: Stage, one: DeedOf | TravellingDeedOf, at: number): Promise<void> {
  const { is } = one;
  if (isTravel(is)) return travel(stage, is);
  const { phones, ledger, server } = stage;
  const phone = phones[one.who];
  const tab = phone?.tabs[one.tab % phone.tabs.length];
  if (!phone || !tab) return;
  const text = `${phone.name} ${at}`;
  const ids = tab.all;
  const id = ids[one.index % Math.max(1, ids.length)] ?? FIRST;
  switch (is) {
    case 'send':
      return phone.flush(tab, one.fates);
    case 'read':
      return phone.read();
    case 'reopen':
    case 'two tabs':
      // What does not fit is said to be held only while the page is open.
      if (phone.tabs.some(({ outbox }) => outbox.snapshot().full)) return;
      return phone.open(is === 'reopen' || phone.disk.full ? 1 : 2);
    case 'full':
      // Two tabs of a phone that keeps nothing more cannot know of each other until there is room.
      phone.disk.full = phone.tabs.length === 1;
      return;
    case 'room again':
      phone.disk.full = false;
      return;
    case 'old program':
      return oldProgram(stage, at);
    case 'slow line':
    case 'quick line':
      server.slow = is === 'slow line';
      return;
    case 'deleted elsewhere': {
      const boxes = [...server.boxes.values()];
      const box = boxes[one.index % Math.max(1, boxes.length)];
      if (!box) return;
      server.handle('DELETE', `/boxes/${box.id}?version=${box.version}`, {});
      ledger.deleted.add(box.id);
      ledger.goes(box.id);
      return;
    }
    case 'bring back': {
      const { trash } = server;
      const back = server.bringBack(trash[one.index % Math.max(1, trash.length)] ?? '');
      for (const box of back) ledger.back.add(box);
      ledger.broughtBack += back.length;
      return;
    }
    case 'rename job':
    case 'circuit':
      editJob(tab, is, text, at, ledger);
      return phone.told();
    case 'make job':
      tab.outbox.saveJob(jobId(phone, at), JobFields.parse({ name: text }), null, AT);
      return phone.told();
    case 'remove job': {
      const job = tab.otherJobs[one.index % Math.max(1, tab.otherJobs.length)];
      if (job === undefined || tab.asks(job)) return;
      const inside = [...tab.boxes.values()].filter((box) => box.jobId === job);
      const boxes = Object.fromEntries(inside.map((box) => [box.id, box.version]));
      const version = tab.jobs.get(job)?.version ?? 1;
      tab.outbox.remove('jobs', job, 'Other', { version, boxes, at: AT });
      ledger.jobs.add(job);
      ledger.goes(job);
      return phone.told();
    }
    case 'make': {
      const job =
        one.index % 3 > 0 ? (tab.otherJobs[one.index % Math.max(1, tab.otherJobs.length)] ?? JOB) : JOB;
      const made = `box-${phone.name}-${String(at).padStart(5, '0')}`;
      ledger.inJob.set(made, job);
      tab.outbox.saveBox(made, job, START, null, AT);
      return phone.told();
    }
    default:
      if (tab.asks(id)) return;
      if (is === 'remove') {
        if (!tab.shown(id)) return;
        tab.outbox.remove('boxes', id, 'Den', { version: tab.boxes.get(id)?.version ?? 1, at: AT });
        ledger.deleted.add(id);
        ledger.goes(id);
      } else if (is === 'photo') await photo(phone, tab, id, at, ledger);
      else edit(phone, tab, is, id, one.index, at, ledger);
      return phone.told();
  }
}

/** What the person answers, and what was asked, by name. */
async function answer(tab: Tab, id: string, ledger: Ledger, way: number): Promise<void> {
  const entry = tab.outbox.entryOf(id);
  if (!entry) return;
  ledger.asks += 1;
  if (entry.what !== 'delete' && entry.gone) {
    ledger.deleted.add(id);
    const job = entry.what === 'box' ? tab.jobs.get(entry.jobId) : undefined;
    if (way % 2 === 0)
      await tab.outbox.revive(id, job ? jobFieldsOf(job) : JobFields.parse({ name: 'Again' }));
    else await tab.outbox.giveUp(id);
    return;
  }
  if (entry.what === 'delete') {
    // It may have been kept: nothing of it is gone for that.
    ledger.goes(id);
    await tab.outbox.settle(id, way % 2 === 0 ? 'mine' : 'theirs');
    return;
  }
  if (entry.conflict && !entry.operation.before) {
    // The server went back, and was changed since: both are asked about as wholes.
    ledger.whole += 1;
    ledger.deleted.add(id);
    for (const name of [entry.fields.name, entry.conflict.name]) ledger.asked.add(name);
    await tab.outbox.settle(id, way % 2 === 0 ? 'mine' : 'theirs');
    return;
  }
  const merged =
    entry.what === 'box'
      ? entry.conflict && mergedWithStored(entry.operation, entry.conflict)
      : entry.conflict && mergedWithStored(entry.operation, entry.conflict);
  expect(merged?.clashes.length ?? 0).toBeGreaterThan(0);
  for (const { path, mine, theirs } of merged?.clashes ?? []) {
    for (const value of [mine, theirs]) if (typeof value === 'string') ledger.asked.add(value);
    if (path[1] === 'items' && path[2] !== undefined) ledger.asked.add(path[2]);
    // A whole record, or all its pieces, is asked about as one.
    if (path.length < 2 && entry.what === 'box') ledger.deleted.add(id);
  }
  await tab.outbox.settle(id, way % 2 === 0 ? 'mine' : 'theirs');
}

/** Everything is sent, and each person answers what is asked. */
export async function settle({ phones, ledger }: Stage): Promise<void> {
  for (const phone of phones) phone.disk.full = false;
  for (let round = 0; round < 30; round += 1) {
    for (const [index, phone] of phones.entries()) {
      for (const tab of phone.tabs) {
        await phone.flush(tab, []);
        await phone.read();
        for (const { id } of tab.outbox.snapshot().entries)
          if (tab.asks(id)) await answer(tab, id, ledger, round + index);
        await phone.told();
      }
    }
    const waits = phones.flatMap(({ tabs, photos }) => [
      ...tabs.flatMap(({ outbox }) => outbox.snapshot().entries.map(({ id }) => id)),
      ...photos.snapshot().flatMap(({ refused, id }) => (refused === undefined ? [id] : [])),
    ]);
    if (waits.length === 0) return;
  }
  throw new Error(
    `something never comes to rest: ${JSON.stringify(phones.map(({ tabs }) => tabs.map(({ outbox }) => outbox.snapshot().entries)))}`,
  );
}

/** As `expect` would, some hundred thousand times, and without its ceremony. */
function insist(what: readonly string[], holds: boolean): void {
  if (!holds) throw new Error(`lost, or another thing: ${what.join(', ')}`);
}

/** All agree, and nothing that was shown as taken is gone. */
export function check({ phones, server, ledger }: Stage): void {
  const all = [...server.boxes.values()] as unknown as BoxRecord[];
  for (const phone of phones) {
    phone.look();
    for (const tab of phone.tabs) {
      expect(tab.all).toEqual(all.map(({ id }) => id).sort());
      for (const box of all) insist([box.id], textOf(tab.shown(box.id) ?? START) === textOf(box));
      const job = tab.shownJob(JOB);
      expect(job && textOfJob(job)).toBe(textOfJob(server.jobs.get(JOB) as unknown as Job));
    }
  }
  const there = new Map(all.map((box) => [box.id, box]));
  for (const [id, pieces] of ledger.cables) {
    const box = there.get(id);
    if (!box) {
      const gone = ledger.deleted.has(id) || ledger.jobs.has(ledger.inJob.get(id) ?? '');
      insist([id, 'is gone, and nobody deleted it'], gone);
    }
    if (!box || ledger.deleted.has(id)) continue;
    const kept = new Set([
      ...box.box.items.map((item) => item.id),
      ...box.seen.made.map(({ meets }) => meets),
    ]);
    for (const piece of pieces)
      if (!ledger.out.has(piece) && !ledger.asked.has(piece)) insist([id, piece], kept.has(piece));
    for (const photoId of box.seen.photos)
      insist([photoId], server.photos.has(photoId) || ledger.lostPhotos.has(photoId));
    for (const [name, of] of ledger.photos) if (of === id) insist([name], box.seen.photos.includes(name));
  }
  for (const id of ledger.back) insist([id, 'was brought back'], there.has(id));
  const now = new Set(
    [
      ...all.flatMap((box) => [
        box.seen.note,
        box.room,
        ...box.box.items.map((item) => ('label' in item ? (item.label ?? '') : '')),
      ]),
      (server.jobs.get(JOB) as unknown as Job).name,
    ].filter((text) => text !== ''),
  );
  for (const [field, values] of ledger.values) {
    const [id = '', piece = ''] = field.split(' ');
    if (ledger.deleted.has(id) || ledger.out.has(piece) || ledger.asked.has(piece)) continue;
    if (field !== 'job name' && !there.has(id)) continue;
    for (const value of values)
      if (value !== '' && !ledger.seenAndReplaced.has(value) && !ledger.asked.has(value))
        insist([field, value], now.has(value));
  }
  const labels = (server.jobs.get(JOB) as unknown as Job).panel.circuits.map(({ label }) => label);
  for (const field of ledger.values.keys()) {
    const label = field.startsWith('circuit ') ? field.slice('circuit '.length) : undefined;
    if (label !== undefined && ledger.asks === 0) insist(['circuit', label], labels.includes(label));
  }
}

export async function begin(names: readonly string[]): Promise<Stage> {
  const server = new ModelServer();
  server.handle('POST', '/jobs', { id: JOB, ...JobFields.parse({ name: 'House' }) });
  server.handle('POST', `/jobs/${JOB}/boxes`, { id: FIRST, ...START });
  const phones = names.map((name) => new Phone(name, server));
  for (const phone of phones) {
    await phone.open(1);
    await phone.read();
  }
  return { phones, server, ledger: new Ledger(), backup: undefined };
}
