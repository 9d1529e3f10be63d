/**
 * Which roles the wiring that was found points to. The one cable on a marked line terminal is taken for the feed, the one on a marked
 * load terminal for what goes on from there. It is a guess and stays one: on a miswired device the two are exchanged, and that is what a
 * person wants to find. A switch whose two screws are alike says nothing.
 */
import type { BoxDocument } from '../box/document.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { kindOf } from '../device/index.ts';
import { readEnd, terminalEnd } from '../wiring/end.ts';
import { devicePieces, isGroundColour, isWhite } from '../physical/pieces.ts';

type FoundRole = 'feed' | 'out' | 'leg';

/** The ends that meet at one place: what lands there, and what is joined with it. */
function meetingAt(at: string, { joints, lands }: Pick<Wiring, 'joints' | 'lands'>): readonly string[] {
  const together = [...joints.map(({ ends }) => ends), ...lands.map(({ end, at: where }) => [end, where])];
  const met = new Set([at]);
  for (let before = 0; before < met.size;) {
    before = met.size;
    for (const ends of together) if (ends.some((end) => met.has(end))) ends.forEach((end) => met.add(end));
  }
  return [...met];
}

/** @returns a role for each cable that is alone on a marked terminal; cables that share one, or that have two, are left out */
export function foundRoles(box: BoxDocument): ReadonlyMap<string, FoundRole> {
  const found = box.work?.found;
  const roles = new Map<string, FoundRole>();
  if (!found) return roles;
  const contrary = new Set<string>();
  for (const { id, device, wired } of devicePieces(box)) {
    const { ports, meant } = kindOf(device);
    const wiredFor = { of: id, circuit: 'a', ...wired };
    const means = meant(wiredFor);
    for (const { name, metal, grip } of ports(wiredFor)) {
      const is = means[name]?.is;
      // Screws of a plain switch are alike; plates and leads are marked.
      const role = metal !== 'lead' && grip === undefined ? undefined : ROLE_AT[is ?? ''];
      if (role === undefined) continue;
      const hots = meetingAt(terminalEnd(id, name), found).flatMap((end) => {
        const read = readEnd(end);
        return read?.kind === 'wire' && !isWhite(read.colour) && !isGroundColour(read.colour)
          ? [read.of]
          : [];
      });
      const [only, ...more] = new Set(hots);
      if (only === undefined || more.length > 0) continue;
      if (roles.has(only) && roles.get(only) !== role) contrary.add(only);
      roles.set(only, role);
    }
  }
  for (const piece of contrary) roles.delete(piece);
  return roles;
}

const ROLE_AT: Readonly<Record<string, FoundRole | undefined>> = {
  hot: 'feed',
  guarded: 'out',
  given: 'leg',
};
