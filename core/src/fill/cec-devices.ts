/**
 * CEC 12-3034: each flush device on a single strap counts as two conductors; one deeper than 1 in
 * (2.54 cm) behind its strap takes 32 mL for each cm of that depth instead. With mixed sizes we read
 * the two conductors as being of the largest size on the device.
 */
import { warning } from '../finding/finding.ts';
import { deviceDepth } from '../box/depth.ts';
import { DEVICES } from '../box/words.ts';
import { showInches } from '../quantity/length.ts';
import type { Volume } from '../quantity/volume.ts';
import { type Rule } from './claim.ts';
import { sizeWords } from './devices.ts';
import { gathered } from '../box/rows.ts';

export const strapDevices: Rule = (census, edition, into) => {
  const section = edition.sections['strap-devices'];
  for (const { item, items, count: pieces } of gathered(census.devices)) {
    const name = DEVICES[item.device];
    const what = pieces === 1 ? name : `${pieces} × ${name}`;
    const depth = deviceDepth(item);
    const deep = edition.deepDevice?.value;
    if (deep && depth > deep.beyond) {
      into.claims.push({
        topic: item.id,
        rule: 'strap-devices',
        section,
        what: `${what}, ${showInches(depth)} in deep${item.depth === undefined ? ' (typical, assumed)' : ''}`,
        why: `A flush device deeper than 1 in behind its strap takes 32 mL for each centimeter of that depth.${item.depth === undefined ? ' Its depth was not measured: the typical depth of its kind is assumed.' : ''}`,
        count: pieces,
        size: null,
        each: (depth * deep.atomsPerNm) as Volume,
        from: items.map(({ id }) => ({ id, count: 1 })),
      });
      continue;
    }
    const size = item.size ?? census.largestInsulated;
    if (size === undefined) {
      into.warnings.push(
        warning(
          'device-unsized',
          { device: name },
          edition.sections['strap-devices'],
          items.map(({ id }) => id),
        ),
      );
      continue;
    }
    const count = pieces * edition.yoke.value;
    into.claims.push({
      topic: item.id,
      rule: 'strap-devices',
      section,
      what,
      why: `Each flush device on a single strap counts as two conductors; of mixed sizes we take the largest on the device (${sizeWords(item, size)}), our reading.`,
      count,
      size,
      from: items.map(({ id }) => ({ id, count: count / pieces })),
    });
  }
};
