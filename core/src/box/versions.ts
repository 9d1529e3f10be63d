/**
 * Brings a stored document of an earlier version up to the one this code reads. Every border goes through
 * {@link StoredBox}: the database, what waits in a browser, kept answers, pasted and imported boxes.
 *
 * From version 1 to 2, by these rules, so that nothing is lost:
 * - an item of N cables or devices becomes N pieces, called what wirings and ticks called them (`i3.0` …);
 * - what a piece does stands with it; said twice and differently, what was set up for its joints stands and the
 *   other words go into the note;
 * - the counts are never touched: of a raceway of which more conductors were told than it has, the later runs
 *   get what is left;
 * - what was told of pieces that are no longer in the box falls away with them; wirings stay as they are.
 *
 * From version 2 to 3: the plan is left out, for it follows from what is told; what was made up of it stands beside the
 * box (`ticks-beside.ts`).
 */
import { z } from 'zod';
import { BoxDocument, DOCUMENT_VERSION, type Item, LIMITS } from './document.ts';
import { lineId } from './piece-id.ts';
import { nextOf, type Over, withWork } from './set-up.ts';
import { DocumentOne, type ItemOne } from './version-1.ts';
import { type WorkPlan } from './work.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

/** A document this code cannot read: it was written by a newer one, is none, or contradicts itself. */
export class DocumentRefused extends Error {
  constructor(
    readonly problems: readonly { readonly path: readonly PropertyKey[]; readonly message: string }[],
  ) {
    super(
      problems
        .map(({ path, message }) => (path.length === 0 ? message : `${path.join('.')}: ${message}`))
        .join('; '),
    );
  }
}

const refused = (message: string) => new DocumentRefused([{ path: ['version'], message }]);

/** Step N turns a document of version N into one of version N + 1. */
const STEPS: readonly ((document: unknown) => unknown)[] = [fromOne, fromTwo];

/**
 * Brings a document up to date before it is parsed; one of the newest version comes back untouched.
 * @throws DocumentRefused for a document without a version, of a newer one, or that its own version refuses
 */
export function bringUpToDate(document: unknown): unknown {
  if (typeof document !== 'object' || document === null || !('version' in document))
    throw refused('a box document is an object with a version');
  const { version } = document;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    throw refused(`the version of a box document is a whole number from 1, not ${String(version)}`);
  if (version > DOCUMENT_VERSION)
    throw refused(
      `this box document has version ${version}; this program reads versions up to ${DOCUMENT_VERSION}`,
    );
  return STEPS.slice(version - 1).reduce((older, step) => step(older), document as unknown);
}

/** A box document of any version, as it comes in at a border. */
export const StoredBox = onFirstUse(() =>
  z.preprocess((document, context) => {
    try {
      return bringUpToDate(document);
    } catch (error) {
      if (!(error instanceof DocumentRefused)) throw error;
      for (const { path, message } of error.problems)
        context.addIssue({ code: 'custom', path: [...path], message });
      return z.NEVER;
    }
  }, BoxDocument),
);

/** An id of version 1 that could be taken for one made anew is set apart from those. */
const MADE_ANEW = /^[0-9a-hjkmnp-tv-z]{26}$/;

function fromOne(document: unknown): unknown {
  const read = DocumentOne.safeParse(setApart(document));
  if (!read.success) throw new DocumentRefused(read.error.issues);
  const { items, work, note, ...rest } = read.data;
  // Its work is laid down as today’s: the next step finds nothing more to leave out.
  const bare = { ...rest, version: 2, items: items.flatMap(piecesOf) } as unknown as BoxDocument;
  if (work === undefined) return { ...bare, ...(note === undefined ? {} : { note }) };
  const plan: WorkPlan = work;
  const { box, over } = withWork(bare, plan, nextOf(bare, plan));
  const said = [note, ...over.map((one) => `Before: ${inWords(one)}.`)].filter((one) => one !== undefined);
  return said.length === 0 ? box : { ...box, note: said.join('\n').slice(0, LIMITS.note) };
}

function fromTwo(document: unknown): unknown {
  const { work, ...rest } = document as { readonly work?: unknown };
  const next = { ...rest, version: DOCUMENT_VERSION };
  if (typeof work !== 'object' || work === null) return work === undefined ? next : { ...next, work };
  const { plan: _plan, made: _made, ...kept } = work as { readonly plan?: unknown; readonly made?: unknown };
  return { ...next, work: kept };
}

/** What was said twice and differently, for the note. */
function inWords(over: Over): string {
  switch (over.code) {
    case 'raceway':
      return `${over.of}: ${over.told} conductors are told of where ${over.left} of the raceway are left`;
    case 'duty':
      return `${over.of} was recorded as “${over.before}”`;
    case 'label':
      return `${over.of} was called “${over.before}”`;
  }
}

/** Renames ids that look made anew, wherever they stand. */
function setApart(document: unknown): unknown {
  const items: unknown = (document as { items?: unknown }).items;
  const ids = Array.isArray(items)
    ? items.flatMap((item: unknown) =>
        typeof item === 'object' && item !== null && 'id' in item && typeof item.id === 'string'
          ? [item.id]
          : [],
      )
    : [];
  const odd = ids.filter((id) => MADE_ANEW.test(id));
  if (odd.length === 0) return document;
  return JSON.parse(
    odd.reduce((text, id) => text.replaceAll(id, `v${id}`), JSON.stringify(document)),
  ) as unknown;
}

function piecesOf(item: ItemOne): Item[] {
  switch (item.kind) {
    case 'cable': {
      const { count, role, ...cable } = item;
      const duty = role === undefined ? {} : { duty: { does: role } };
      return Array.from({ length: count }, (_, nth) => ({ ...cable, ...duty, id: lineId(item.id, nth) }));
    }
    case 'device': {
      const { count, ...device } = item;
      return Array.from({ length: count }, (_, nth) => ({ ...device, id: lineId(item.id, nth) }));
    }
    case 'conductors':
    case 'fixture':
      return [{ ...item, id: lineId(item.id, 0) }];
    default:
      return [item];
  }
}
