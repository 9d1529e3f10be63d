/** A change in plain words, with the sign it is listed under. */
import type { Change } from '../box/difference.ts';
import { DEVICES, FORMS } from '../box/words.ts';
import { type Edition, editionOf, standardBox } from '../edition/index.ts';
import { printItem, printShell } from './print.ts';
import type { BoxDocument, Item } from '../box/document.ts';

/** The box itself as a person says it: `18 in³ plastic, new-work device box`. */
function boxWords({ shell }: BoxDocument, edition: Edition): string {
  const listed = shell.box === undefined ? undefined : standardBox(edition, shell.box);
  // A table box says what it is of and how it looks in one; the rest goes by the words of the count line.
  const { form, box: _box, ...rest } = shell;
  const words = printShell(listed ? rest : { ...rest, box: _box }).join(', ');
  const said = [listed?.trade, words, form && FORMS[form]].filter(Boolean).join(' ');
  return said.replaceAll(/\bin3\b/g, 'in³').replaceAll(/\bml\b/g, 'mL') || 'no box recorded';
}

/** What an item is called, without its count. */
export function itemName(item: Item): string {
  if (item.kind === 'device') {
    return `${DEVICES[item.device]}${item.size === undefined ? '' : `, on ${item.size} AWG`}`;
  }
  return printItem('count' in item ? { ...item, count: 1 } : item);
}

export function changeWords(change: Change, edition: Edition): { sign: string; words: string } {
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
      return { sign: '□', words: shellWords(change, edition) };
  }
}

function shellWords({ field, before, after }: Extract<Change, { what: 'box' }>, edition: Edition): string {
  switch (field) {
    case 'shell':
      return `Box: ${boxWords(before, edition)} → ${boxWords(after, edition)}`;
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
