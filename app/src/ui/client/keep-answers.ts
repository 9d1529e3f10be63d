/** Keeps the server's last answers in the browser's database, so that the app starts without a server. */
import { newId } from '@dense-pack/core/box/new-id';
import { NO_PANEL } from '@dense-pack/core/box/panel';
import { ticksBeside } from '@dense-pack/core/box/ticks-beside';
import { StoredBox } from '@dense-pack/core/box/versions';
import {
  dehydrate,
  type DehydratedState,
  hydrate,
  type QueryClient,
  type QueryState,
} from '@tanstack/react-query';
import { ProblemAnswer } from '@/sync/api';
import type { Shelves } from '@/sync/disk';

type Dehydrated = DehydratedState['queries'][number];

const KEY = 'queries';
/** Which tab kept them last: only what another kept is read again. */
const WRITER = 'kept by';
const WAIT_MS = 500;

/** Answers kept by an older version: each box document is brought up; a query that cannot be is asked anew. */
export function broughtUp(kept: unknown): unknown {
  if (typeof kept !== 'object' || kept === null || !('queries' in kept) || !Array.isArray(kept.queries))
    return kept;
  const queries = kept.queries.flatMap((query: unknown) => {
    try {
      return [within(query)];
    } catch {
      return [];
    }
  });
  return { ...kept, queries };
}

function within(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(within);
  if (typeof value !== 'object' || value === null) return value;
  if ('version' in value && 'shell' in value && 'items' in value) return StoredBox.parse(value);
  // A card of before vessels were pictures shows none until the server is asked.
  if ('preview' in value && Array.isArray(value.preview)) {
    const { preview: _boxes, ...card } = value;
    return { ...card, vessels: [], uncounted: 0 };
  }
  // A job of a version that knew no panel and no cables between boxes has none.
  const brought = ticksBeside(value) as object;
  const more = 'demo' in value && 'edition' in value ? { panel: NO_PANEL, links: [] } : {};
  return {
    ...more,
    ...Object.fromEntries(Object.entries(brought).map(([key, inner]) => [key, within(inner)])),
  };
}

/** What this very build kept was parsed by it when it came: it is shown as it is. What another kept is brought up. */
const asNow = (kept: object, build: string | undefined) =>
  build !== undefined && 'build' in kept && kept.build === build ? kept : broughtUp(kept);

/** What is asked for is not there any more, or never was: the server said so itself. */
const isGone = ({ error }: QueryState): boolean =>
  error instanceof ProblemAnswer && [404, 410].includes(error.problem.status);

/**
 * The last answer to each question. One that was asked anew and not answered keeps the answer before: a phone that is started
 * twice without the server knows the second time what it knew the first.
 */
function answersOf(client: QueryClient): Dehydrated[] {
  const { queries } = dehydrate(client, {
    shouldDehydrateQuery: ({ state, meta }) =>
      state.data !== undefined && !isGone(state) && meta?.['passing'] !== true,
  });
  return queries.map((query) => ({
    ...query,
    state: {
      ...query.state,
      status: 'success',
      fetchStatus: 'idle',
      error: null,
      fetchFailureCount: 0,
      fetchFailureReason: null,
    },
  }));
}

/** Answers another tab has kept that this one never had, or has older; none where what lies there cannot be read. */
function newerIn(kept: unknown, build: string | undefined, client: QueryClient): Dehydrated[] {
  try {
    const { queries } = asNow(kept as object, build) as { readonly queries: readonly Dehydrated[] };
    return queries.filter(({ queryHash, state }) => {
      const here = client.getQueryCache().get(queryHash)?.state;
      return here === undefined || (!isGone(here) && state.dataUpdatedAt > here.dataUpdatedAt);
    });
  } catch {
    return [];
  }
}

/**
 * Lays the kept answers under the queries, then keeps what the server says from now on, beside what another tab was told.
 * @param build what tells this build from every other; without it, what was kept is taken to be another's
 */
export async function keepAnswers(
  client: QueryClient,
  shelves: Pick<Shelves, 'get' | 'put'>,
  build?: string,
): Promise<() => void> {
  try {
    const kept: unknown = await shelves.get('answers', KEY);
    if (typeof kept === 'object' && kept !== null) {
      hydrate(client, asNow(kept, build) as Parameters<typeof hydrate>[1]);
      // What was kept is shown at once and asked for anew: the server may know better.
      void client.invalidateQueries();
    }
  } catch {
    return () => undefined;
  }
  const me = newId();
  const keep = async () => {
    const another = (await shelves.get('answers', WRITER)) !== me;
    const theirs = another ? newerIn(await shelves.get('answers', KEY), build, client) : [];
    const known = new Set(theirs.map(({ queryHash }) => queryHash));
    const mine = answersOf(client).filter(({ queryHash }) => !known.has(queryHash));
    await shelves.put('answers', KEY, { mutations: [], queries: [...mine, ...theirs], build });
    await shelves.put('answers', WRITER, me);
  };
  let timer: ReturnType<typeof setTimeout> | undefined;
  return client.getQueryCache().subscribe(({ type }) => {
    if (type !== 'updated') return;
    clearTimeout(timer);
    timer = setTimeout(() => void keep().catch(() => undefined), WAIT_MS);
  });
}
