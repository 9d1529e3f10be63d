/**
 * NEC 314.16(B)(4): each yoke or strap counts twice, at the largest conductor connected to that device;
 * a device wider than one gang counts twice for each gang it needs.
 */
import { warning } from '../finding/finding.ts';
import { DEVICES } from '../box/words.ts';
import type { Size } from '../edition/index.ts';
import { type Rule } from './claim.ts';
import { gathered } from '../box/rows.ts';

/** The size on a device; one that was not given is the largest insulated conductor of the box, assumed. */
export const sizeWords = ({ size }: { readonly size?: Size | undefined }, taken: Size): string =>
  size === undefined ? `${taken} AWG, assumed: the largest insulated conductor in the box` : `${taken} AWG`;

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
          ? `A device wider than one gang counts twice for each of its ${gangs} gangs${item.wideAssumed ? ' (the usual width of its kind, assumed)' : ''}, at the largest conductor landed on it (${sizeWords(item, size)}).`
          : `Each yoke counts twice, at the largest conductor landed on it (${sizeWords(item, size)}).`,
      count,
      size,
      from: items.map(({ id }) => ({ id, count: count / pieces })),
    });
  }
};
