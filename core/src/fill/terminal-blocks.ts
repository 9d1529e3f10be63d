/** NEC 314.16(B)(6), from 2023: each terminal block assembly counts once, at the largest conductor on it. */
import { plural, type Rule } from './claim.ts';

export const terminalBlocks: Rule = (census, edition, into) => {
  for (const item of census.hardware) {
    if (item.kind !== 'terminal') continue;
    into.claims.push({
      topic: 'terminal blocks',
      rule: 'terminal-blocks',
      section: edition.sections['terminal-blocks'],
      what: plural(item.count, 'terminal block'),
      why: `Each terminal block assembly counts once, at the largest conductor landed on it (${item.size} AWG).`,
      count: item.count,
      size: item.size,
      from: [{ id: item.id, count: item.count }],
    });
  }
};
