/** What a guess of a box's wiring starts from: its pieces, what is recorded of each, and what follows for the whole box. */
import type { BoxDocument } from '../box/document.ts';
import { type DutyItem, runOf } from '../box/set-up.ts';
import { roleOf } from '../box/work.ts';
import { type DeviceName, kindOf, takesBothHots } from '../device/index.ts';
import { devicePieces, piecesOf } from '../physical/pieces.ts';
import { foundRoles } from './found-roles.ts';
import { type PlainRole, possibleRoles } from './possible-roles.ts';

/** Whether it can take two hots and bring a neutral. */
export const isWide = (item: DutyItem) => item.kind === 'cable' && item.conductors >= 3;
/** A cable says its word; what a luminaire or a raceway does is told in full or not at all. */
export const saidOf = (item: DutyItem) => (item.kind === 'cable' ? roleOf(item.duty) : undefined);

/** Whether a kind of device switches one hot or two by itself; three-ways do so only in a chain. */
const givesHot = (name: DeviceName) =>
  Object.values(kindOf(name).meant({ circuit: 'a' })).some(({ is }) => is === 'given');

/** What a guess starts from: the pieces of a box, what is recorded of each, and what follows for the whole box. */
export interface Known {
  readonly box: BoxDocument;
  readonly pieces: readonly DutyItem[];
  readonly travelers: readonly DutyItem[];
  /** A loop that brings the supply of this box. */
  readonly loopIn: boolean;
  /** The cable taken for the feed where none is recorded. */
  readonly feed: DutyItem | undefined;
  /** At a light without a feed or a switch the cable from the switch is what feeds it. */
  readonly fedBySwitch: boolean;
  /** A range or dryer receptacle takes both hots of a two-pole breaker. */
  readonly bothHots: boolean;
  /** The one cable that brings power brings both circuits the record names, on its black and its red. */
  readonly multiwire: boolean;
  /** The circuit each cable that brings one is taken to bring. */
  readonly circuitOf: ReadonlyMap<string, string>;
}

const withRolesOf = (box: BoxDocument, roles: ReadonlyMap<string, PlainRole>): BoxDocument =>
  roles.size === 0
    ? box
    : {
        ...box,
        items: box.items.map((item) => {
          const does = item.kind === 'cable' ? roles.get(item.id) : undefined;
          return does === undefined ? item : { ...item, duty: { does } };
        }),
      };

/** A box in which each cable that can have one role only has it recorded. */
function withForced(box: BoxDocument): BoxDocument {
  const forced = [...possibleRoles(box)].flatMap(([piece, [only, ...more]]) =>
    only === undefined || more.length > 0 ? [] : [[piece, only] as const],
  );
  return withRolesOf(box, new Map(forced));
}

/** The box a guess is made of: with the roles that the wiring found in it points to, as far as they fit, and those that then follow. */
export function withLikely(box: BoxDocument): BoxDocument {
  const pointed = foundRoles(box);
  if (pointed.size === 0) return withForced(box);
  const possible = possibleRoles(box);
  const fits = new Map([...pointed].filter(([piece, role]) => possible.get(piece)?.includes(role)));
  return withForced(withRolesOf(box, fits));
}

export function knownOf(box: BoxDocument, names: readonly string[]): Known {
  const pieces = piecesOf(box);
  const saying = (does: string) => pieces.filter((piece) => saidOf(piece) === does);
  const [feeds, loops, travelers] = [saying('feed'), saying('loop'), saying('travelers')];
  const switches = devicePieces(box).filter(({ device }) => givesHot(device));
  const unsaid = pieces.filter((piece) => saidOf(piece) === undefined && piece.kind !== 'fixture');
  const bothHots = devicePieces(box).some(({ device }) => takesBothHots(device));
  // A loop that comes to a switch with no feed brings its supply, as does one with nothing beside it that
  // could be the feed or the light; one beside a feed goes to a switch elsewhere.
  const alone = unsaid.length === 0 && !pieces.some(({ kind }) => kind === 'fixture');
  const loopIn = loops.length > 0 && feeds.length === 0 && (switches.length > 0 || alone);
  // Two switches and one cable of three conductors: it takes both switched hots, to a fan with a light as a rule.
  const toBoth = switches.length >= 2 && unsaid.filter(isWide).length === 1;
  const first = unsaid.find((piece) => piece.kind === 'cable' && !(toBoth && isWide(piece)));
  const feed = feeds.length > 0 || loopIn ? undefined : (first ?? unsaid[0]);
  const fedBySwitch =
    feed === undefined &&
    feeds.length === 0 &&
    switches.length === 0 &&
    loops.length + travelers.length === 0;
  const bringing = [...feeds, ...(feed ? [feed] : [])];
  const second = otherCircuit(box, unsaid, feeds[0], switches.length);
  const [only, ...more] = [...bringing, ...second];
  const multiwire =
    !bothHots && names.length === 2 && only?.kind === 'cable' && more.length === 0 && only.conductors === 3;
  return {
    box,
    pieces,
    travelers,
    loopIn,
    feed,
    fedBySwitch,
    bothHots,
    multiwire,
    circuitOf: bothHots ? new Map() : circuitsOf([...bringing, ...second]),
  };
}

/**
 * Cables whose labels name another circuit than the feed’s does, where no switch is there to send them anything: each is taken to
 * bring a circuit of its own. Two hots are never joined on a guess.
 */
function otherCircuit(
  box: BoxDocument,
  unsaid: readonly DutyItem[],
  feed: DutyItem | undefined,
  switches: number,
): readonly DutyItem[] {
  const named = feed?.label;
  if (named === undefined || switches > 0 || !devicePieces(box).some(({ device }) => isSplit(device)))
    return [];
  return unsaid.filter((piece) => piece !== feed && piece.label !== undefined && piece.label !== named);
}

/** Whether the halves of a kind of receptacle can be fed apart. */
export const isSplit = (name: DeviceName) =>
  kindOf(name).group === 'receptacle' && kindOf(name).asks.includes('halves');

/** A circuit for each cable that brings one. A second feed is another circuit until somebody says otherwise. */
function circuitsOf(feeds: readonly DutyItem[]): Map<string, string> {
  const told = new Map(
    feeds.flatMap((piece) => {
      const [circuit] = runOf(piece)?.circuits ?? [];
      return circuit === undefined ? [] : [[piece.id, circuit] as const];
    }),
  );
  const free = CIRCUITS.filter((id) => ![...told.values()].includes(id));
  return new Map(feeds.map(({ id }) => [id, told.get(id) ?? free.shift() ?? 'a']));
}

/** The letters circuits go by. */
const CIRCUITS = ['a', 'b', 'c', 'd', 'e', 'f'] as const;
