/** Prints a box as the count line that reads back to the same box. */
import { printSite } from './site.ts';
import { type BoxDocument, type Item, LIMITS } from '../box/document.ts';
import { joinRaceways, type Row, rowsOf } from '../box/rows.ts';
import { roleOf } from '../box/work.ts';
import { kindOf } from '../device/index.ts';

const quoted = (label: string) => `"${label.replace(/["\\]/g, '\\$&')}"`;

function times(count: number): string {
  return count === 1 ? '' : `${count}x `;
}

/** The words for one item, without its count of 1. @param pieces how many like it stand together */
export function printItem(item: Item, pieces = 1): string {
  const words: string[] = [];
  const add = (condition: unknown, word: string) => {
    if (condition !== undefined && condition !== false) words.push(word);
  };
  switch (item.kind) {
    case 'cable':
      words.push(`${times(pieces)}${item.size}/${item.conductors}`);
      add(item.make !== 'nm', item.make);
      add(!item.ground, 'no-ground');
      add(item.old, 'old');
      add(item.groundSize, `egc ${item.groundSize}`);
      add(item.duty, roleOf(item.duty) ?? '');
      add(item.enters, item.enters ?? '');
      break;
    case 'conductors':
      words.push(`${item.count}x ${item.size}`);
      add(item.run === 'through', 'through');
      add(item.loop, `loop ${item.loop}`);
      break;
    case 'ground':
      words.push(`${times(item.count)}${item.isolated ? 'ig' : 'ground'} ${item.size}`);
      break;
    case 'device':
      words.push(`${times(pieces)}${item.device}`);
      add(item.size, `@${item.size}`);
      add(!item.wideAssumed && (item.wide > 1 || kindOf(item.device).gangs > 1), `wide ${item.wide}`);
      add(item.depth, `depth ${item.depth}`);
      add(item.amps, `${item.amps}a`);
      break;
    case 'clamps':
      words.push(`${times(item.count)}${item.hold === 'flap' ? 'flaps' : 'clamps'}`);
      break;
    case 'fitting':
      words.push(`${times(item.count)}${item.fitting}`);
      break;
    case 'terminal':
      words.push(`${times(item.count)}terminal ${item.size}`);
      break;
    case 'fixture':
      words.push(`fixture ${item.count}x${item.size}`);
      add(item.domed, 'domed');
      add(item.flat, 'flat');
      break;
    case 'connectors':
      words.push(`connectors ${item.count}`);
      add(item.size, `@${item.size}`);
      break;
    case 'pigtails':
      words.push(`pigtails ${item.count}x${item.size}`);
      break;
    case 'added':
      words.push(`${times(item.count)}${item.part} ${item.box ?? item.volume ?? 'unmarked'}`);
      break;
    case 'barrier':
      words.push(`barrier ${item.material}`);
      if (item.spaces) {
        const [a = '', unit = ''] = item.spaces[0].split(' ');
        const [b = '', other = ''] = item.spaces[1].split(' ');
        words.push(unit === other ? `spaces ${a} + ${b} ${unit}` : `spaces ${a} ${unit} + ${b} ${other}`);
      }
      break;
  }
  if ('label' in item && item.label !== undefined) words.push(quoted(item.label));
  if ('side' in item && item.side !== undefined) words.push(`side ${item.side}`);
  return words.join(' ');
}

/** The words for the box itself. */
export function printShell(shell: BoxDocument['shell']): string[] {
  const words: string[] = [];
  const parts: string[] = [];
  if (shell.box !== undefined) {
    words.push(`box ${shell.box}`);
    if (shell.volume !== undefined) words.push(`marked ${shell.volume}`);
  } else if (shell.volume !== undefined) words.push(shell.volume);
  else if (shell.measured) words.push(`measured ${shell.measured.join(' x ')}`);
  if (shell.catalog) words.push('catalog');
  if (shell.gangs !== 1) words.push(`${shell.gangs}-gang`);
  if (shell.material !== undefined) words.push(shell.material);
  if (shell.mount !== undefined) words.push(shell.mount);
  if (shell.form !== undefined) words.push(shell.form);
  if (words.length > 0) parts.push(words.join(' '));
  if (shell.marks) parts.push(`marks ${shell.marks.map((mark) => `${mark.count}/${mark.size}`).join(' ')}`);
  if (shell.conduitBody) {
    const { section, conduit } = shell.conduitBody;
    parts.push(
      ['body', section && `section ${section}`, conduit && `conduit ${conduit}`].filter(Boolean).join(' '),
    );
  }
  return parts;
}

/** A row as items of a count line: one item says at most so many. */
function lineRows({ item, items, count }: Row): { item: Item; count: number }[] {
  if (items.length <= LIMITS.count) return [{ item, count }];
  const whole = Math.floor(items.length / LIMITS.count);
  const rest = items.length % LIMITS.count;
  return [...Array.from({ length: whole }, () => LIMITS.count), ...(rest > 0 ? [rest] : [])].map((times) => ({
    item,
    count: times,
  }));
}

/**
 * Prints any box as a count line. Reading it back gives the same box; ids are numbered anew.
 * A note of several lines makes a line of several lines.
 */
export function printCountLine(box: BoxDocument): string {
  let flapsSaid = false;
  const items = rowsOf(joinRaceways(box.items))
    .flatMap((row) => lineRows(row))
    .map(({ item, count }) => {
      const words = printItem(item, count);
      if (item.kind !== 'clamps' || item.hold !== 'flap' || box.flaps !== 'count' || flapsSaid) return words;
      flapsSaid = true;
      return words.replace('flaps', 'flaps counted');
    });
  const said = [
    ...(box.edition ? [box.edition] : []),
    ...printShell(box.shell),
    ...items,
    // Flaps that count where none is yet: the school of the box.
    ...(box.flaps === 'count' && !flapsSaid ? ['count-flaps'] : []),
    ...(box.absent ?? []).map((absent) => `no ${absent}`),
    ...printSite(box.site),
  ];
  const line = said.length === 0 ? 'empty' : said.join(', ');
  const notes =
    box.note === undefined
      ? ''
      : box.note
          .split('\n')
          .map((note) => `# ${note}`)
          .join('\n');
  return notes === '' ? line : `${line} ${notes}`;
}
