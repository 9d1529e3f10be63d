/**
 * A bored plate is fire-stopped (NEC 300.21 and the local building code, from memory).
 */
import { type Check, finds, PASS } from './finding.ts';

export const fireStop: Check = ({ box }) =>
  box.site?.bored === true
    ? finds({
        check: 'fire-stop',
        severity: 'look',
        section: '300.21',
        words: 'A plate was bored: fire-stop the hole; the local building code says how.',
      })
    : PASS;
