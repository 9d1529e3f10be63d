/**
 * A bored plate is fire-stopped (NEC 300.21 and the local building code, from memory).
 */
import { type Check, DOES_NOT_APPLY, finds } from './finding.ts';

export const fireStop: Check = ({ box, edition }) =>
  box.site?.bored === true
    ? finds(
        'fire-stop',
        {},
        { severity: 'look', section: edition.checks.sections['fire-stop'] ?? edition.name },
      )
    : DOES_NOT_APPLY;
