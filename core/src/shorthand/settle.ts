/**
 * Items that settle what the rest of a line leaves open: `no clamps`, `domed`, `flat`, `old-cable grounded`, `width range 2`,
 * `depth usb 1.5`, `stamp 34 in3`. They may come before what they are about, so they are applied when the whole line has been read.
 */
import type { Absent } from '../box/document.ts';
import { DEVICES, keysOf } from '../box/words.ts';
import { printLength, readLength } from '../quantity/length.ts';
import { NUMBER } from '../quantity/number.ts';
import { atEnd, type LineItem, type Problem, type Reading } from './reading.ts';
import type { Scanner } from './scanner.ts';
import { VOLUME, VOLUME_EXPECTED, volumeText } from './volume-text.ts';
import { DEVICE_ALIASES } from './words.ts';

const ABSENT_WORDS: Readonly<Record<string, Absent>> = {
  clamps: 'clamps',
  clamp: 'clamps',
  studs: 'stud',
  stud: 'stud',
  hickeys: 'hickey',
  hickey: 'hickey',
  connectors: 'connectors',
  connector: 'connectors',
};
const FIRST = ['no', 'domed', 'flat', 'old-cable', 'width', 'depth', 'stamp'] as const;

/** Settles something about a line that has been read; tells what is missing where there is nothing to settle. */
export type Settle = (reading: Reading) => Problem | undefined;

/** Changes the items that a settling item is about. */
function settleItems(
  about: (item: LineItem) => boolean,
  change: Readonly<Record<string, unknown>>,
  expected: string,
): Settle {
  return (reading) => {
    if (!reading.items.some(about)) return { expected };
    reading.items = reading.items.map((item) => (about(item) ? changed(item, change) : item));
    return undefined;
  };
}

/** An item with some fields changed; one that is set to undefined is taken away. */
const changed = (item: LineItem, change: Readonly<Record<string, unknown>>): LineItem =>
  Object.fromEntries(
    Object.entries({ ...item, ...change }).filter(([, value]) => value !== undefined),
  ) as unknown as LineItem;

/** Reads an item that settles something; undefined when it is about something else. */
export function readSettlingItem(scan: Scanner, reading: Reading): Problem | 'read' | undefined {
  const word = scan.takeWord(FIRST);
  if (word === undefined) return undefined;
  const settle = settleOf(word, scan, reading);
  if ('expected' in settle) return settle;
  reading.settles.push(settle);
  return atEnd(scan, 'nothing more after it') ?? 'read';
}

function settleOf(word: (typeof FIRST)[number], scan: Scanner, reading: Reading): Settle | Problem {
  switch (word) {
    case 'no': {
      const said = scan.takeWord(Object.keys(ABSENT_WORDS));
      const absent = said === undefined ? undefined : ABSENT_WORDS[said];
      if (absent === undefined)
        return { expected: 'what is not there: “no clamps”, “no stud”, “no hickey” or “no connectors”' };
      if (reading.absent.includes(absent)) return { expected: `“no ${absent}” once in a line` };
      reading.absent.push(absent);
      return () => undefined;
    }
    case 'domed':
    case 'flat':
      return settleItems(
        (item) => item.kind === 'fixture' && item['domed'] !== true && item['flat'] !== true,
        { [word]: true },
        `fixture wires for “${word}” to be about, such as “fixture 2x18”, without “domed” or “flat” of their own`,
      );
    case 'old-cable': {
      const found = scan.takeWord(['grounded', 'no-ground']);
      if (found === undefined) return { expected: '“old-cable grounded” or “old-cable no-ground”' };
      return settleItems(
        (item) => item.kind === 'cable' && item['old'] === true,
        { old: undefined, ...(found === 'no-ground' ? { ground: false } : {}) },
        'an old cable in the line, such as “14/2 old”',
      );
    }
    case 'width': {
      const device = readDeviceName(scan);
      const gangs = scan.take(/([1-6])(?!\d)/)?.[1];
      if (device === undefined || gangs === undefined)
        return { expected: 'a device and its gangs, such as “width range 2”' };
      return settleItems(
        (item) => item.kind === 'device' && item['device'] === device && item['wideAssumed'] === true,
        { wide: Number(gangs), wideAssumed: undefined },
        `a ${device} in the line without “wide” of its own`,
      );
    }
    case 'depth': {
      const device = readDeviceName(scan);
      const depth = readLength(scan.take(LENGTH)?.[1] ?? '');
      if (device === undefined || depth === undefined)
        return { expected: 'a device and its inches behind the strap, such as “depth usb 1.5”' };
      return settleItems(
        (item) => item.kind === 'device' && item['device'] === device && item['depth'] === undefined,
        { depth: printLength(depth) },
        `a ${device} in the line without “depth” of its own`,
      );
    }
    case 'stamp': {
      const volume = volumeText(scan.take(VOLUME)?.[1]);
      if (volume === undefined) return { expected: VOLUME_EXPECTED };
      return ({ shell, boxFrom }) => {
        if (shell.volume !== undefined && shell.catalog !== true)
          return { expected: `one marked volume in a line (“${boxFrom ?? shell.volume}” is already given)` };
        shell.volume = volume;
        delete shell.catalog;
        delete shell.measured;
        return undefined;
      };
    }
  }
}

const LENGTH = new RegExp(`(${NUMBER}\\s*(?:inches|inch|in|mm|cm|["”])?)(?![a-z0-9])`);
const DEVICE_WORDS = [...keysOf(DEVICES), ...Object.keys(DEVICE_ALIASES)];

function readDeviceName(scan: Scanner): string | undefined {
  const word = scan.takeWord(DEVICE_WORDS);
  return word === undefined ? undefined : (DEVICE_ALIASES[word] ?? word);
}
