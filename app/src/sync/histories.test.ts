/**
 * Random histories of phones and a server: edits of every kind, answers that are lost, doubled or not ours. The outbox is
 * the real one; the server keeps versions as ours does. After each history all agree, and nothing that was shown as taken
 * is gone. A failing history prints its seed. Boxes are invented.
 */
import type { Item } from '@dense-pack/core/box/document';
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields, type BoxRecord } from '@dense-pack/core/box/record';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import fc from 'fast-check';
import { laidTogether } from './after-answer';
import { fieldsOf, textOf } from './entry';
import { Outbox } from './outbox';
import { memoryStore } from './testing/memory-store';

const ID = 'box-0000001';
const JOB = 'job-0000001';
const AT = '2026-01-01T00:00:00.000Z';
const START = BoxFields.parse({ name: 'Den', box: EMPTY_BOX });

/** The server’s contract: one record, its version, 409 on a stale write. */
class Server {
  record: BoxRecord = { ...START, id: ID, jobId: JOB, version: 1, createdAt: AT, updatedAt: AT };
  put(body: Record<string, unknown>): { status: number; body: unknown } {
    const { version, ...rest } = body;
    if (version !== this.record.version)
      return {
        status: 409,
        body: { type: 'about:blank', title: 'Stale', status: 409, yours: body, stored: this.record },
      };
    this.record = { ...this.record, ...BoxFields.parse(rest), version: this.record.version + 1 };
    return { status: 200, body: this.record };
  }
}

/** What becomes of a request: it arrives and is answered, its answer is lost, it does not arrive, or another answers. */
type Fate = 'good' | 'lost' | 'away' | 'login page' | '500' | 'twice';

class Phone {
  known: BoxRecord;
  readonly store = memoryStore();
  outbox: Outbox;

  constructor(
    readonly name: string,
    private readonly server: Server,
  ) {
    this.known = server.record;
    this.outbox = this.open();
  }

  private open(): Outbox {
    return new Outbox(
      this.store,
      {
        box: (record) => {
          this.known = record;
        },
        job: () => undefined,
        deleted: () => undefined,
        settled: () => undefined,
      },
      (work) => work(),
      3_600_000,
    );
  }

  /** The page is closed at once and opened again: what was not sent lies in the store. */
  reopen(): void {
    this.outbox.close();
    this.outbox = this.open();
  }

  /** The record as it stands on the screen. */
  get shown(): BoxFields {
    const entry = this.outbox.entryOf(ID);
    return entry?.what === 'box' ? entry.fields : fieldsOf(this.known);
  }

  edit(change: (now: BoxFields) => BoxFields): boolean {
    const waits = this.outbox.entryOf(ID) !== undefined;
    const base = waits ? undefined : fieldsOf(this.known);
    return this.outbox.saveBox(ID, JOB, change(this.shown), this.known.version, AT, base).length === 0;
  }

  async flush(fates: Fate[]): Promise<void> {
    globalThis.fetch = ((_path: string, init: RequestInit) => {
      const fate = fates.shift() ?? 'good';
      if (fate === 'away') return Promise.reject(new TypeError('away'));
      const page = { ok: true, status: 200, json: () => Promise.reject(new SyntaxError('<html>')) };
      if (fate === 'login page') return Promise.resolve(page);
      if (fate === '500') return Promise.resolve({ ...page, ok: false, status: 500 });
      const body = JSON.parse(String(init.body)) as Record<string, unknown>;
      const answer = this.server.put(body);
      if (fate === 'lost') return Promise.reject(new TypeError('lost'));
      const last = fate === 'twice' ? this.server.put(body) : answer;
      return Promise.resolve({
        ok: last.status < 400,
        status: last.status,
        json: () => Promise.resolve(last.body),
      });
    }) as unknown as typeof fetch;
    await this.outbox.flush();
  }

  get conflict(): BoxRecord | undefined {
    const entry = this.outbox.entryOf(ID);
    return entry?.what === 'box' ? entry.conflict : undefined;
  }
}

const first = (line: string): Item => {
  const read = readCountLine(line);
  const [item] = read.ok ? read.box.items : [];
  if (!item) throw new Error(line);
  return item;
};
const CABLE = first('12/2 leg');
const without = (fields: BoxFields, id: string | undefined): BoxFields => ({
  ...fields,
  box: { ...fields.box, items: fields.box.items.filter((item) => item.id !== id) },
});

const fate = fc.constantFrom<Fate>('good', 'good', 'good', 'lost', 'away', 'login page', '500', 'twice');
const deed = fc.record({
  who: fc.nat(2),
  is: fc.constantFrom('add', 'add', 'out', 'label', 'note', 'room', 'tick', 'send', 'send', 'read', 'reopen'),
  nth: fc.nat(20),
  fates: fc.array(fate, { maxLength: 3 }),
});

interface Ledger {
  readonly added: Set<string>;
  readonly out: Set<string>;
  readonly ticked: Set<string>;
  /** Who wrote which field. */
  readonly wrote: Map<string, Set<string>>;
}

const note = (ledger: Ledger, field: string, who: string) =>
  ledger.wrote.set(field, new Set([...(ledger.wrote.get(field) ?? []), who]));

function edit(phone: Phone, is: string, nth: number, at: number, ledger: Ledger): void {
  const items = phone.shown.box.items;
  const chosen = items[nth % Math.max(1, items.length)]?.id;
  const taken = phone.edit((now) => {
    switch (is) {
      case 'add':
        return {
          ...now,
          box: { ...now.box, items: [...now.box.items, { ...CABLE, id: `${phone.name}${at}.0` } as Item] },
        };
      case 'out':
        return without(now, chosen);
      case 'label':
        return {
          ...now,
          box: {
            ...now.box,
            items: now.box.items.map((item) =>
              item.id === chosen ? ({ ...item, label: `${phone.name} ${at}` } as Item) : item,
            ),
          },
        };
      case 'note':
        return { ...now, seen: { ...now.seen, note: `${phone.name} ${at}` } };
      case 'room':
        return { ...now, room: `${phone.name} ${at}` };
      default:
        return {
          ...now,
          seen: { ...now.seen, photos: [...now.seen.photos, `photo-${phone.name}-${at}`].slice(-12) },
        };
    }
  });
  expect(taken).toBe(true);
  if (is === 'add') ledger.added.add(`${phone.name}${at}.0`);
  if (is === 'out' && chosen !== undefined) {
    ledger.out.add(chosen);
    note(ledger, `box.items.${chosen}`, phone.name);
  }
  if (is === 'label' && chosen !== undefined) note(ledger, `box.items.${chosen}`, phone.name);
  if (is === 'note') note(ledger, 'seen.note', phone.name);
  if (is === 'room') note(ledger, 'room', phone.name);
}

/** Everything is sent, and whoever is asked keeps their own. */
async function settle(phones: readonly Phone[], ledger: Ledger): Promise<number> {
  let asked = 0;
  for (let round = 0; round < 12; round += 1) {
    for (const phone of phones) {
      await phone.flush([]);
      const { conflict } = phone;
      if (!conflict) continue;
      asked += 1;
      const entry = phone.outbox.entryOf(ID);
      const merged = entry?.what === 'box' ? laidTogether(entry, conflict) : undefined;
      // No one is asked about what only they wrote: each clash is of a field that two people wrote.
      for (const { path, theirs } of merged?.clashes ?? []) {
        // Every text names who wrote it: what is asked about is another’s word, never one’s own earlier one.
        if (typeof theirs === 'string')
          expect([theirs, theirs.startsWith(`${phone.name} `)]).toEqual([theirs, false]);
        const field = path.join('.');
        const who = [...ledger.wrote].find(([known]) => field.startsWith(known))?.[1] ?? new Set();
        expect([field, who.size > 1]).toEqual([field, true]);
      }
      expect(merged?.clashes.length ?? 0).toBeGreaterThan(0);
      phone.outbox.settle(ID, 'mine');
    }
    if (phones.every(({ outbox }) => outbox.snapshot().entries.length === 0)) return asked;
  }
  throw new Error('something never comes to rest');
}

test('three phones and a server over 1,000 histories: nothing is lost, nobody is asked about their own, nothing is stuck', async () => {
  let asked = 0;
  let lost = 0;
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { minLength: 4, maxLength: 30 }), async (deeds) => {
      const server = new Server();
      const phones = ['a', 'b', 'c'].map((name) => new Phone(name, server));
      const ledger: Ledger = { added: new Set(), out: new Set(), ticked: new Set(), wrote: new Map() };
      try {
        for (const [at, { who, is, nth, fates }] of deeds.entries()) {
          const phone = phones[who];
          if (!phone) continue;
          lost += fates.filter((one) => one === 'lost').length;
          if (is === 'send') await phone.flush([...fates]);
          else if (is === 'read') {
            // A list is read anew: what waits is laid over it.
            if (!phone.outbox.entryOf(ID)) phone.known = server.record;
          } else if (is === 'reopen') phone.reopen();
          // A conflict is shown: the person answers before they go on.
          else if (phone.conflict) continue;
          else edit(phone, is, nth, at, ledger);
        }
        asked += await settle(phones, ledger);
        const there = new Set(server.record.box.items.map(({ id }) => id));
        for (const id of ledger.added)
          if (!ledger.out.has(id)) expect([id, there.has(id)]).toEqual([id, true]);
        for (const phone of phones) {
          phone.known = server.record;
          expect(textOf(phone.shown)).toBe(textOf(server.record));
        }
      } finally {
        phones.forEach(({ outbox }) => outbox.close());
      }
    }),
    { numRuns: 1000, seed: 2026 },
  );
  // There was something to lose, and something to ask.
  expect(lost).toBeGreaterThan(500);
  expect(asked).toBeGreaterThan(50);
}, 120_000);

test('one phone alone is never asked, whatever becomes of its answers', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { minLength: 4, maxLength: 40 }), async (deeds) => {
      const server = new Server();
      const phone = new Phone('a', server);
      const ledger: Ledger = { added: new Set(), out: new Set(), ticked: new Set(), wrote: new Map() };
      try {
        for (const [at, { is, nth, fates }] of deeds.entries()) {
          if (is === 'send') await phone.flush([...fates]);
          else if (is === 'reopen') phone.reopen();
          else if (is !== 'read') edit(phone, is, nth, at, ledger);
          expect(phone.conflict).toBeUndefined();
        }
        const wanted = textOf(phone.shown);
        await settle([phone], ledger);
        expect(textOf(server.record)).toBe(wanted);
      } finally {
        phone.outbox.close();
      }
    }),
    { numRuns: 500, seed: 2027 },
  );
}, 120_000);

test('a lost answer, another’s change on top of it and a new word of one’s own: nobody is asked', async () => {
  const server = new Server();
  const [mine, other] = [new Phone('a', server), new Phone('b', server)];
  mine.edit((now) => ({ ...now, room: 'a 1' }));
  await mine.flush(['lost']);
  other.known = server.record;
  other.edit((now) => ({ ...now, circuit: '7' }));
  await other.flush([]);
  mine.edit((now) => ({ ...now, room: 'a 2' }));
  await mine.flush([]);
  expect(mine.conflict).toBeUndefined();
  expect(server.record).toMatchObject({ room: 'a 2', circuit: '7' });
  [mine, other].forEach(({ outbox }) => outbox.close());
});
