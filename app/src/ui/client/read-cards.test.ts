/** The list of jobs on this phone stays what the server has, by pages and by changes, whatever happens between them. */
import type { JobCard } from '@dense-pack/core/box/record';
import fc from 'fast-check';
import type { JobList } from '@/sync/answers';
import { readCards, readMoreCards, againAfter } from './read-cards';
import { jobsKey, outbox, queryClient } from './sending';

afterAll(() => outbox.close());

/** A server by the words of its interface alone: all jobs, each with the write that changed it last. */
class Jobs {
  writes = 0;
  epoch = 'a'.repeat(12);
  readonly rows = new Map<string, { card: JobCard; at: number; gone: boolean }>();

  write(index: number, moves: boolean): void {
    this.writes += 1;
    const id = `job-${String(index).padStart(7, '0')}`;
    const before = this.rows.get(id);
    const at = new Date(Date.UTC(2026, 0, 1) + this.writes * 1000).toISOString();
    const updatedAt = before && !before.gone && !moves ? before.card.updatedAt : at;
    const card = { id, name: `Job ${index} ${this.writes}`, updatedAt, uncounted: 0 } as JobCard;
    this.rows.set(id, { card, at: this.writes, gone: false });
  }

  delete(index: number): void {
    const row = this.rows.get(`job-${String(index).padStart(7, '0')}`);
    if (!row || row.gone) return;
    this.writes += 1;
    Object.assign(row, { at: this.writes, gone: true });
  }

  get list(): JobCard[] {
    return [...this.rows.values()]
      .filter(({ gone }) => !gone)
      .map(({ card }) => card)
      .sort((a, b) => b.updatedAt.localeCompare(a.updatedAt) || a.id.localeCompare(b.id));
  }

  answer(address: string): unknown {
    const asked = new URL(address, 'http://here').searchParams;
    const most = Number(asked.get('most'));
    const state = `${this.epoch}.${this.writes.toString(36)}`;
    const count = this.list.length;
    const since = asked.get('since');
    if (since?.startsWith(this.epoch)) {
      const from = Number.parseInt(since.split('.')[1] ?? '', 36);
      const all = [...this.rows.values()].filter(({ at }) => at > from).sort((a, b) => a.at - b.at);
      const page = all.slice(0, most);
      const more = all.length > most;
      return {
        jobs: page.filter(({ gone }) => !gone).map(({ card }) => card),
        deleted: page.filter(({ gone }) => gone).map(({ card }) => card.id),
        state: more ? `${this.epoch}.${(page.at(-1)?.at ?? 0).toString(36)}` : state,
        since: true,
        count,
        more,
      };
    }
    const [updatedAt = '', id = ''] = asked.get('after')?.split(',') ?? [];
    const rest = this.list.filter(
      (card) =>
        updatedAt === '' || card.updatedAt < updatedAt || (card.updatedAt === updatedAt && card.id > id),
    );
    return { jobs: rest.slice(0, most), deleted: [], state, since: false, count, more: rest.length > most };
  }
}

let server: Jobs;
beforeEach(() => {
  server = new Jobs();
  queryClient.clear();
  globalThis.fetch = async (address) =>
    new Response(JSON.stringify(server.answer(String(address))), {
      headers: { 'content-type': 'application/json', 'dense-pack-core': 'unchecked' },
    });
});
jest.mock('@/sync/api', () => ({
  ...jest.requireActual<typeof import('@/sync/api')>('@/sync/api'),
  // The shape of the answers is held by the tests of the server.
  read: async (_schema: unknown, path: string) => (await globalThis.fetch(path)).json(),
}));

const known = () => queryClient.getQueryData<JobList>(jobsKey);
const readAgain = async () => queryClient.setQueryData<JobList>(jobsKey, await readCards(known()));

test('whatever is written between the readings, what is shown is the beginning of the list as it is', async () => {
  const deed = fc.oneof(
    fc.record({ is: fc.constant('write' as const), index: fc.nat(120), moves: fc.boolean() }),
    fc.record({ is: fc.constant('delete' as const), index: fc.nat(120) }),
    fc.record({ is: fc.constantFrom('read' as const, 'more' as const, 'restart' as const) }),
  );
  await fc.assert(
    fc.asyncProperty(fc.nat(100), fc.array(deed, { maxLength: 40 }), async (many, deeds) => {
      server = new Jobs();
      queryClient.clear();
      for (let index = 0; index < many; index += 1) server.write(index, true);
      await readAgain();
      for (const one of deeds) {
        if (one.is === 'write') server.write(one.index, one.moves);
        else if (one.is === 'delete') server.delete(one.index);
        else if (one.is === 'more') await readMoreCards();
        else if (one.is === 'restart')
          server.epoch = server.epoch === 'a'.repeat(12) ? 'b'.repeat(12) : 'a'.repeat(12);
        else await readAgain();
      }
      await readAgain();
      const { jobs, more, count } = known() ?? { jobs: [] };
      const all = server.list;
      expect(jobs).toEqual(all.slice(0, jobs.length));
      expect(count).toBe(all.length);
      if (more !== true) expect(jobs).toHaveLength(all.length);
      // The rest is read to its end.
      for (let page = 0; known()?.more === true && page < 9; page += 1) await readMoreCards();
      expect(known()?.jobs).toEqual(all);
    }),
    { numRuns: 150 },
  );
});

test('a list an older program kept is read from its beginning; one being counted is asked for again', async () => {
  server.write(1, true);
  const read = await readCards({ jobs: [] });
  expect([read.jobs.length, read.count, againAfter(read)]).toEqual([1, 1, false]);
  expect(againAfter({ jobs: [{ ...server.list[0], uncounted: 3 } as JobCard] })).toBeGreaterThan(0);
});
