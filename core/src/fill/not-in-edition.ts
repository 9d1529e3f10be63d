/** Things in the box for which an edition has no allowance: listed, so that nobody wonders. */
import { plural, type Rule } from './claim.ts';

export const notInEdition: Rule = (census, edition, into) => {
  for (const item of census.hardware) {
    if (item.kind === 'connectors' && edition.connectors.value === 'none') {
      into.notCounted.push({
        what: plural(item.count, 'splicing connector'),
        reason: `Small fittings such as splicing connectors take no allowance in the ${edition.code}.`,
        section: edition.connectors.section,
        ids: [item.id],
      });
    } else if (item.kind === 'terminal' && edition.terminalBlocks.value !== 'counted') {
      into.notCounted.push({
        what: plural(item.count, 'terminal block'),
        reason: `${edition.name} has no allowance for terminal blocks; NEC 2023 counts each.`,
        section: edition.terminalBlocks.section,
        ids: [item.id],
      });
    } else if (item.kind === 'clamps' && edition.clamps.value === 'none') {
      into.notCounted.push({
        what: 'internal clamps',
        reason: `The ${edition.code} makes no deduction for clamps, locknuts or bushings.`,
        section: edition.clamps.section,
        ids: [item.id],
      });
    }
  }
};
