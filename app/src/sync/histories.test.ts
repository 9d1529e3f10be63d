/** Random histories of phones and a server: nothing is lost, nothing is stuck, all agree. A failing history prints its seed and replays. */
import { runs } from '@dense-pack/core/tests/runs';
import fc from 'fast-check';
import { act, begin, check, deed, settle, travellingDeed } from './testing/history';

/** How much there was to lose. */
const seen = { lost: 0, asked: 0, deleted: 0, undone: 0, photos: 0, back: 0, slow: 0 };

test(`three phones and a server over ${runs(1000)} histories: nothing is lost, nothing is stuck, all agree`, async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { minLength: 6, maxLength: 40 }), async (deeds) => {
      const stage = await begin(['a', 'b', 'c']);
      try {
        for (const [at, one] of deeds.entries()) {
          await act(stage, one, at);
          seen.lost += one.is === 'send' ? one.fates.filter((fate) => fate !== 'good').length : 0;
          seen.undone += one.is === 'undo' ? 1 : 0;
        }
        await settle(stage);
        check(stage);
        seen.asked += stage.ledger.asks;
        seen.deleted += stage.ledger.deleted.size;
        seen.photos += stage.ledger.photos.size;
        seen.back += stage.ledger.broughtBack;
        seen.slow += stage.server.slowPhotos;
      } finally {
        stage.phones.forEach((phone) => phone.close());
      }
    }),
    { numRuns: runs(1000), seed: 2026 },
  );
  // There was something to lose, and something to ask.
  expect(Math.min(seen.lost, seen.undone)).toBeGreaterThan(runs(500));
  expect(Math.min(seen.asked, seen.deleted, seen.photos)).toBeGreaterThan(runs(100));
  expect(Math.min(seen.back, seen.slow)).toBeGreaterThan(runs(30));
}, 180_000);

/** What another person does: nobody else is there for a phone alone. */
const OF_OTHERS: readonly string[] = ['old program', 'deleted elsewhere', 'bring back'];

test('one phone alone is never asked, whatever becomes of its answers', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { minLength: 6, maxLength: 40 }), async (deeds) => {
      const stage = await begin(['a']);
      const [phone] = stage.phones;
      try {
        for (const [at, one] of deeds.entries()) {
          if (!OF_OTHERS.includes(one.is)) await act(stage, { ...one, who: 0 }, at);
          for (const tab of phone?.tabs ?? [])
            for (const { id } of tab.outbox.snapshot().entries)
              if (tab.asks(id)) throw new Error(`asked about ${id}`);
        }
        await settle(stage);
        check(stage);
        expect(stage.ledger.asks).toBe(0);
      } finally {
        phone?.close();
      }
    }),
    { numRuns: runs(500), seed: 2027 },
  );
}, 180_000);

/** How often the server went back, and how often a record was asked about as a whole. */
const back = { travels: 0, whole: 0 };

test(`a server that goes back in time over ${runs(1000)} histories: what phones know comes back, or is asked about`, async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(travellingDeed, { minLength: 6, maxLength: 40 }), async (deeds) => {
      const stage = await begin(['a', 'b', 'c']);
      try {
        for (const [at, one] of deeds.entries()) {
          await act(stage, one, at);
          back.travels += ['put back', 'empty', 'other server'].includes(one.is) ? 1 : 0;
        }
        await settle(stage);
        check(stage);
        back.whole += stage.ledger.whole;
      } finally {
        stage.phones.forEach((phone) => phone.close());
      }
    }),
    { numRuns: runs(1000), seed: 2028 },
  );
  expect(back.travels).toBeGreaterThan(runs(500));
  // Where two phones changed a record since, one of the two is asked. That is seldom.
  expect(back.whole).toBeGreaterThan(0);
}, 180_000);

test('one phone alone is never asked either where the server goes back in time', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(travellingDeed, { minLength: 6, maxLength: 40 }), async (deeds) => {
      const stage = await begin(['a']);
      const [phone] = stage.phones;
      try {
        for (const [at, one] of deeds.entries()) {
          if (!OF_OTHERS.includes(one.is)) await act(stage, { ...one, who: 0 }, at);
          for (const tab of phone?.tabs ?? [])
            for (const { id } of tab.outbox.snapshot().entries)
              if (tab.asks(id)) throw new Error(`asked about ${id}`);
        }
        await settle(stage);
        check(stage);
      } finally {
        phone?.close();
      }
    }),
    { numRuns: runs(500), seed: 2029 },
  );
}, 180_000);
