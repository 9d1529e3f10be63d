/**
 * NEC 314.16(B)(4): each yoke or strap counts twice, at the largest conductor connected to that device;
 * a device wider than one gang counts twice for each gang it needs.
 */
import { warning } from '../finding/finding.ts';
import { DEVICES } from '../box/words.ts';
import { type Rule } from './claim.ts';
import { gathered } from '../box/rows.ts';

export const devices: Rule = (census, edition, into) => {
  for (const { item, items, count: pieces } of gathered(census.devices)) {
    const name = DEVICES[item.device];
    const size = item.size ?? census.largestInsulated;
    if (size === undefined) {
      into.warnings.push(
        warning(
          'device-unsized',
          { device: name },
          edition.sections.devices,
          items.map(({ id }) => id),
        ),
      );
      continue;
    }
    const gangs = edition.yokePerGang ? item.wide : 1;
    const count = pieces * edition.yoke.value * gangs;
    into.claims.push({
      topic: item.id,
      rule: 'devices',
      section: edition.sections.devices,
      what: `${pieces === 1 ? name : `${pieces} × ${name}`}${gangs > 1 ? `, ${gangs} gangs wide` : ''}`,
      why:
        gangs > 1
          ? `A device wider than one gang counts twice for each of its ${gangs} gangs, at the largest conductor landed on it (${size} AWG).`
          : `Each yoke counts twice, at the largest conductor landed on it (${size} AWG).`,
      count,
      size,
      from: items.map(({ id }) => ({ id, count: count / pieces })),
    });
  }
};
