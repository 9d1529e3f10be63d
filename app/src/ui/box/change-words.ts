/** A change in plain words, with the sign it is listed under. */
import type { Change } from '@dense-pack/core/box/difference';
import { editionOf } from '@dense-pack/core/edition/index';
import { printItem, printShell } from '@dense-pack/core/shorthand/print';
import type { BoxDocument } from '@dense-pack/core/box/document';
import { itemName } from './ItemRow';

const boxWords = (box: BoxDocument) => printShell(box.shell).join(', ') || 'no box recorded';

export function changeWords(change: Change): { sign: string; words: string } {
  switch (change.what) {
    case 'added':
      return { sign: '+', words: `${change.count > 1 ? `${change.count} × ` : ''}${itemName(change.item)}` };
    case 'removed':
      return { sign: '−', words: `${change.count > 1 ? `${change.count} × ` : ''}${itemName(change.item)}` };
    case 'swapped':
      return {
        sign: '⇄',
        words: `${printItem(change.before, change.count)} → ${printItem(change.after, change.count)}`,
      };
    case 'box':
      return { sign: '□', words: shellWords(change) };
  }
}

function shellWords({ field, before, after }: Extract<Change, { what: 'box' }>): string {
  switch (field) {
    case 'volume':
    case 'kind':
      return `Box: ${boxWords(before)} → ${boxWords(after)}`;
    case 'edition': {
      const name = (box: BoxDocument) => (box.edition ? editionOf(box.edition).name : 'the job’s edition');
      return `Counted by ${name(before)} → ${name(after)}`;
    }
    case 'flaps':
      return `Push-in flaps: ${before.flaps === 'count' ? 'counted' : 'left out'} → ${after.flaps === 'count' ? 'counted' : 'left out'}`;
    case 'note':
      return 'Note changed';
  }
}
