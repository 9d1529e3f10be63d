/**
 * Roles of cables that follow from where they are linked in the run: a person said where the other end is, and what it does there or
 * that it is the panel or a lamp. They are derived, never recorded: without the link they are open again.
 */
import type { BoxDocument } from '../box/document.ts';
import type { Link } from '../box/links.ts';
import type { CableRole } from '../box/words.ts';
import { endIn, type HouseBox, type RunEnd } from './house.ts';

/** The role of a cable, by its piece. */
export type Roles = Readonly<Record<string, CableRole>>;

export const NO_ROLES: Roles = {};

/** What a cable does here if its other end does this; undefined where that leaves several. */
function roleFrom({ told, does }: RunEnd): CableRole | undefined {
  if (!told) return undefined;
  switch (does) {
    case 'out':
      return 'feed';
    case 'leg':
      // At the light the leg is what brings its switched hot.
      return 'leg';
    case 'loop-in':
    case 'loop-out':
      return 'loop';
    case 'travelers':
      return 'travelers';
    default:
      return undefined;
  }
}

/** Roles of the cables of a box of which it does not record one itself, as far as its links tell them. */
export function linkedRoles(house: readonly HouseBox[], links: readonly Link[], box: string): Roles {
  const roles: Record<string, CableRole> = {};
  for (const { from, to } of links) {
    const [here, there] = from.box === box ? [from, to] : [to, from];
    if (typeof here === 'string' || here.box !== box) continue;
    const own = endIn(house, here);
    if (!own || own.told) continue;
    if (typeof there === 'string') {
      if (there === 'panel') roles[here.piece] = 'feed';
      if (there === 'lamp') roles[here.piece] = 'leg';
      continue;
    }
    const other = endIn(house, there);
    const role = other && roleFrom(other);
    if (role !== undefined) roles[here.piece] = role;
  }
  return roles;
}

/** The cables of which a link tells the role and the record does not. */
export const openRoles = ({ items }: BoxDocument, roles: Roles = NO_ROLES): ReadonlySet<string> =>
  new Set(
    items.flatMap((item) =>
      item.kind === 'cable' && item.duty === undefined && Object.hasOwn(roles, item.id) ? [item.id] : [],
    ),
  );

const known = new WeakMap<BoxDocument, { readonly by: string; readonly box: BoxDocument }>();

/** The box with the roles its links tell; the same document for the same roles, so that what was worked out of it holds. */
export function withRoles(box: BoxDocument, roles: Roles = NO_ROLES): BoxDocument {
  const pieces = openRoles(box, roles);
  const open = Object.entries(roles).filter(([piece]) => pieces.has(piece));
  if (open.length === 0) return box;
  const by = JSON.stringify(open);
  const before = known.get(box);
  if (before?.by === by) return before.box;
  const told = new Map(open);
  const items = box.items.map((item) => {
    const does = item.kind === 'cable' ? told.get(item.id) : undefined;
    return does === undefined ? item : { ...item, duty: { does } };
  });
  const after = { ...box, items };
  known.set(box, { by, box: after });
  return after;
}
