/** Close: everything that must be tested, its answers, and what is wrong where one is not as it should be. */
import { outcomeOf } from '@dense-pack/core/box/closing';
import { checkBox } from '@dense-pack/core/check/check-box';
import { violatedIn } from '@dense-pack/core/check/finding';
import { editionOf } from '@dense-pack/core/edition/index';
import ClipboardCheck from 'lucide-react-native/icons/clipboard-check';
import type { StationPart } from '../station';

export const close: StationPart = {
  label: 'Close',
  icon: ClipboardCheck,
  shortcut: '0',
  band: true,
  adds: false,
  // What was recorded since may be a violation: nothing is closed over one.
  isDone: ({ box, counted, certain }) =>
    outcomeOf(box.box, box.seen.closing) === 'passed' &&
    counted.verdict === 'legal' &&
    certain &&
    violatedIn(checkBox(box.box, editionOf(counted.edition), counted).findings).length === 0,
};
