/**
 * A bored plate is fire-stopped (NEC 300.21 and the local building code, from memory).
 */
import { type Check, DOES_NOT_APPLY, finds } from './finding.ts';

export const fireStop: Check = ({ box, edition }) =>
  box.site?.bored === true
    ? finds({
        check: 'fire-stop',
        severity: 'look',
        section: edition.checks.sections['fire-stop'] ?? edition.name,
        words: 'A plate was bored: fire-stop the hole; the local building code says how.',
      })
    : DOES_NOT_APPLY;
