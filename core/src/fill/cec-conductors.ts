/**
 * CEC 12-3034: each insulated conductor counts once, whether it ends in the box, passes through or is
 * left in a loop. Bare bonding conductors, and 18 and 16 AWG wires of a luminaire on the box, do not.
 */
import { hasGroundWire } from '../box/ground-wire.ts';
import { BySize, plural, type Rule } from './claim.ts';
import { fixtureWiresLeftOut } from './fixture-wires.ts';

export const insulatedConductors: Rule = (census, edition, into) => {
  const entering = new BySize();
  const through = new BySize();
  const bonding = new BySize();
  const section = edition.sections['insulated-conductors'];
  const bareIds: string[] = [];
  let bare = 0;
  for (const item of census.wires) {
    if (item.kind === 'cable') {
      entering.add(item.size, item.id, item.conductors);
      if (!hasGroundWire(item, edition)) continue;
      if (item.make === 'mc') bonding.add(item.groundSize ?? item.size, item.id, 1);
      else {
        bare += 1;
        bareIds.push(item.id);
      }
    } else if (item.kind === 'conductors') {
      (item.run === 'enters' ? entering : through).add(item.size, item.id, item.count);
    } else if (item.kind === 'ground') {
      if (item.isolated) bonding.add(item.size, item.id, item.count);
      else {
        bare += item.count;
        bareIds.push(item.id);
      }
    } else if (item.kind === 'fixture') {
      const out = fixtureWiresLeftOut(item, edition, item.count);
      if (out > 0) {
        into.notCounted.push({
          what: `${plural(out, 'fixture wire')}, ${item.size} AWG, and their ground`,
          reason: 'Wires of 18 and 16 AWG from a luminaire mounted on the box are not counted.',
          section,
          ids: [item.id],
        });
      } else entering.add(item.size, item.id, item.count);
    }
  }
  entering.forEach((size, count, from) =>
    into.claims.push({
      topic: 'entering',
      rule: 'insulated-conductors',
      section,
      what: `${plural(count, 'insulated conductor')} ending here, ${size} AWG`,
      why: 'Each insulated conductor that enters and ends on a connector or terminal counts once.',
      count,
      size,
      from,
    }),
  );
  through.forEach((size, count, from) =>
    into.claims.push({
      topic: 'through',
      rule: 'insulated-conductors',
      section,
      what: `${plural(count, 'insulated conductor')} passing through, ${size} AWG`,
      why: 'An insulated conductor that runs through without a connection counts once; so does a loop.',
      count,
      size,
      from,
    }),
  );
  bonding.forEach((size, count, from) =>
    into.claims.push({
      topic: 'bonding',
      rule: 'insulated-conductors',
      section,
      what: `${plural(count, 'insulated bonding conductor')}, ${size} AWG`,
      why: 'Only bare bonding conductors are free: an insulated one counts like any insulated conductor.',
      count,
      size,
      from,
    }),
  );
  if (bare > 0) {
    into.notCounted.push({
      what: plural(bare, 'bare bonding conductor'),
      reason: 'The CEC counts insulated conductors only.',
      section,
      ids: bareIds,
    });
  }
};
