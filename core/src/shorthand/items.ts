/** Reads one item of a count line into what has been read so far. */
import type { Item } from '../box/document.ts';
import { CABLE_MAKES, CABLE_ROLES, DEVICES, ENTRIES, SIDES } from '../box/words.ts';
import { type DeviceName, kindOf } from '../device/index.ts';
import { EDITION_IDS } from '../edition/index.ts';
import { printLength, readLength } from '../quantity/length.ts';
import { NUMBER } from '../quantity/number.ts';
import { nearestWord } from './errors.ts';
import { atEnd, type Problem, type Reading } from './reading.ts';
import type { Scanner } from './scanner.ts';
import { readSettlingItem } from './settle.ts';
import { readShellItem } from './shell.ts';
import { readSiteItem } from './site.ts';
import { readSize, SIZE_EXPECTED } from './size.ts';
import { DEVICE_ALIASES, LATER_WORDS } from './words.ts';

type Draft = { kind: Item['kind'] } & Record<string, unknown>;

/** Reads an item; undefined when all of it was understood. */
export function readItem(scan: Scanner, reading: Reading): Problem | undefined {
  // A box of which nothing is known yet, and the school that counts flaps where there are none yet.
  const word = scan.takeWord(['empty', 'count-flaps']);
  if (word !== undefined) {
    if (word === 'count-flaps') reading.flaps = 'count';
    return scan.done ? undefined : { expected: `nothing after “${word}”` };
  }
  const edition = scan.take(/(nec|cec)\s*-?(\d+)(?![\d.])/);
  if (edition) {
    const id = `${edition[1]}${edition[2]}`.toLowerCase();
    const known = EDITION_IDS.find((one) => one === id);
    if (!known) {
      const near = nearestWord(id, EDITION_IDS);
      return { expected: `one of ${EDITION_IDS.join(', ')}`, ...(near ? { nearest: near } : {}) };
    }
    if (reading.edition !== undefined && reading.edition !== known) {
      return { expected: `one edition in a line (“${reading.edition}” is already given)` };
    }
    reading.edition = known;
    return atEnd(scan, 'nothing more after the edition');
  }
  const settling = readSettlingItem(scan, reading);
  if (settling !== undefined) return settling === 'read' ? undefined : settling;
  const fact = readSiteItem(scan, reading);
  if (fact !== undefined) return fact === 'read' ? undefined : fact;
  const shell = readShellItem(scan, reading);
  if (shell !== undefined) return shell === 'read' ? undefined : shell;
  return readCounted(scan, reading);
}

function readCounted(scan: Scanner, reading: Reading): Problem | undefined {
  let draft: Draft | Problem | undefined = readDevice(scan);
  let times = 1;
  if (!draft) {
    const prefix = scan.take(/(\d+)\s*[x×](?=\s*[\da-z])|(\d+)\s+(?=\d|(?!through|loop|side)[a-z])/);
    if (prefix) times = Number(prefix[1] ?? prefix[2]);
    if (times < 1) return { expected: 'a count of at least 1' };
    draft = readDevice(scan) ?? readCable(scan) ?? readHardware(scan, reading) ?? readConductors(scan);
  }
  if (!draft) return { expected: '' };
  if (isProblem(draft)) return draft;
  const { count, ...rest } = draft as Draft;
  const total = times * (typeof count === 'number' ? count : 1);
  const problem = readOptions(scan, rest);
  if (problem) return problem;
  reading.items.push({ ...withUsualWidth(rest), count: total });
  return undefined;
}

/** A device that is wider than one gang as a rule, and was not given its width, has the width of its kind. */
function withUsualWidth<T extends { readonly kind: Item['kind']; readonly [field: string]: unknown }>(
  draft: T,
): T {
  if (draft.kind !== 'device' || 'wide' in draft) return draft;
  const { gangs } = kindOf(draft['device'] as DeviceName);
  return gangs === 1 ? draft : { ...draft, wide: gangs, wideAssumed: true };
}

function isProblem(read: Draft | Problem): read is Problem {
  return !('kind' in read);
}

const ROLE_WORDS = Object.keys(CABLE_ROLES);
const DEVICE_WORDS = [...Object.keys(DEVICES), ...Object.keys(DEVICE_ALIASES)];

function readDevice(scan: Scanner): Draft | undefined {
  const word = scan.takeWord(DEVICE_WORDS);
  return word === undefined ? undefined : { kind: 'device', device: DEVICE_ALIASES[word] ?? word };
}

function readCable(scan: Scanner): Draft | Problem | undefined {
  const found = scan.take(/(\d+)\s*[/-]\s*(\d+)(?:\s*[/-]\s*(\d+))?(?![\d./])/);
  if (!found) return undefined;
  const size = readSize(found[1] ?? '');
  if (size === undefined || found[2] === '0') return { expected: SIZE_EXPECTED };
  const conductors = Number(found[2]) + Number(found[3] ?? 0);
  if (conductors < 1 || conductors > 8) {
    return { expected: 'a cable of 1 to 8 insulated conductors, such as 12/2, 14/3 or 12/2/2' };
  }
  return { kind: 'cable', size, conductors };
}

function readConductors(scan: Scanner): Draft | Problem | undefined {
  const found = scan.take(/(\d+)(?![\d./-]|\s*(?:in|ml|cm|cc|cu))/);
  if (!found) return undefined;
  const size = readSize(found[1] ?? '');
  return size === undefined ? { expected: SIZE_EXPECTED } : { kind: 'conductors', size, run: 'enters' };
}

const HARDWARE = [
  'grounds',
  'ground',
  'ig',
  'clamps',
  'clamp',
  'flaps',
  'flap',
  'studs',
  'stud',
  'hickeys',
  'hickey',
  'terminals',
  'terminal',
  'fixtures',
  'fixture',
  'connectors',
  'connector',
  'pigtails',
  'pigtail',
] as const;

function readHardware(scan: Scanner, reading: Reading): Draft | Problem | undefined {
  const word = scan.takeWord(HARDWARE);
  if (word === undefined) return undefined;
  const sizeAfter = () => readSize(scan.take(/(\d+)(?![\d/])/)?.[1] ?? '');
  const countAndSize = () => {
    const found = scan.take(/(?:(\d+)\s*[x× ]\s*)?(\d+)(?![\d/])/);
    const size = readSize(found?.[2] ?? '');
    return size === undefined ? undefined : { count: Number(found?.[1] ?? 1), size };
  };
  switch (word.replace(/s$/, '')) {
    case 'ground':
    case 'ig': {
      const size = sizeAfter();
      return size === undefined
        ? { expected: `the size of the ground, such as “${word} 12”; ${SIZE_EXPECTED}` }
        : { kind: 'ground', size, isolated: word === 'ig' };
    }
    case 'clamp':
      return { kind: 'clamps', hold: 'grip' };
    case 'flap':
      if (scan.takeWord(['counted'])) reading.flaps = 'count';
      return { kind: 'clamps', hold: 'flap' };
    case 'stud':
    case 'hickey':
      return { kind: 'fitting', fitting: word.replace(/s$/, '') };
    case 'terminal': {
      const size = sizeAfter();
      return size === undefined
        ? { expected: `the largest conductor on it, such as “terminal 12”; ${SIZE_EXPECTED}` }
        : { kind: 'terminal', size };
    }
    case 'fixture': {
      const found = countAndSize();
      return found === undefined
        ? { expected: `wires and their size, such as “fixture 2x18”; ${SIZE_EXPECTED}` }
        : { kind: 'fixture', ...found };
    }
    case 'pigtail': {
      const found = countAndSize();
      return found === undefined
        ? { expected: `pigtails and their size, such as “pigtails 3x12”; ${SIZE_EXPECTED}` }
        : { kind: 'pigtails', ...found };
    }
    default: {
      const count = scan.take(/(\d+)(?![\d/])/)?.[1];
      return { kind: 'connectors', ...(count === undefined ? {} : { count: Number(count) }) };
    }
  }
}

/** What may follow each kind of item, for the message. */
const AFTER: Readonly<Partial<Record<Item['kind'], string>>> = {
  cable:
    'nm, mc, ac, uf, no-ground, old, egc 10, a role (feed, out, leg, loop, travelers, load, spare), where it enters (top, bottom, left, right, back), a label in quotes, or side b',
  conductors: 'through, loop 14 in, a label in quotes, or side b',
  device: '@12, wide 2, depth 1.4, 20a, a label in quotes, or side b',
  fixture: 'domed, flat, a label in quotes, or side b',
  connectors: '@12, or side b',
  ground: 'a label in quotes, or side b',
};

function readOptions(scan: Scanner, draft: Draft): Problem | undefined {
  while (!scan.done) {
    const problem = readOption(scan, draft);
    if (problem === 'read') continue;
    if (problem !== undefined) return problem;
    const word = scan.word.toLowerCase();
    const near = nearestWord(word, LATER_WORDS);
    return {
      expected: `${AFTER[draft.kind] ?? 'side b, or nothing more'} in place of “${scan.word}”`,
      ...(near === undefined || near === word ? {} : { nearest: near }),
    };
  }
  return undefined;
}

const LENGTH = new RegExp(`(${NUMBER}\\s*(?:inches|inch|in|ft|mm|cm|["”])?)(?![a-z0-9])`);

function readOption(scan: Scanner, draft: Draft): Problem | 'read' | undefined {
  const set = (key: string, value: unknown): Problem | 'read' => {
    if (key in draft && key !== 'run' && key !== 'isolated') return { expected: `only one ${key}` };
    draft[key] = value;
    return 'read';
  };
  if (scan.takeWord(['side'])) {
    const side = scan.takeWord(SIDES);
    return side ? set('side', side) : { expected: '“side a” or “side b”' };
  }
  if (
    draft.kind === 'cable' ||
    draft.kind === 'conductors' ||
    draft.kind === 'device' ||
    draft.kind === 'fixture' ||
    draft.kind === 'ground'
  ) {
    const label = scan.takeLabel();
    if (label !== undefined) return set('label', label);
  }
  switch (draft.kind) {
    case 'cable': {
      if (scan.takeWord(['no-ground'])) return set('ground', false);
      if (scan.takeWord(['old'])) return set('old', true);
      if (scan.takeWord(['egc'])) {
        const size = readSize(scan.take(/(\d+)(?![\d/])/)?.[1] ?? '');
        return size === undefined
          ? { expected: `the ground’s size; ${SIZE_EXPECTED}` }
          : set('groundSize', size);
      }
      const make = scan.takeWord(CABLE_MAKES);
      if (make) return set('make', make);
      const role = scan.takeWord(ROLE_WORDS);
      if (role) return set('role', role);
      const entry = scan.takeWord(ENTRIES);
      return entry ? set('enters', entry) : undefined;
    }
    case 'conductors': {
      if (scan.takeWord(['through'])) return set('run', 'through');
      if (!scan.takeWord(['loop'])) return undefined;
      const length = readLength(scan.take(LENGTH)?.[1] ?? '');
      if (length === undefined)
        return { expected: 'the length of the loop in the box, such as “loop 14 in”' };
      draft.run = 'loop';
      return set('loop', printLength(length));
    }
    case 'device': {
      const on = readOn(scan, draft);
      if (on) return on;
      if (scan.takeWord(['wide'])) {
        const gangs = scan.take(/(\d+)(?!\d)/)?.[1];
        return gangs === undefined
          ? { expected: 'gangs after “wide”, such as “wide 2”' }
          : set('wide', Number(gangs));
      }
      const amps = scan.take(/(15|20|30|50)\s*a(?![a-z0-9])/)?.[1];
      if (amps !== undefined) return set('amps', Number(amps));
      if (!scan.takeWord(['depth'])) return undefined;
      const depth = readLength(scan.take(LENGTH)?.[1] ?? '');
      return depth === undefined
        ? { expected: 'inches behind the strap after “depth”, such as “depth 1.4”' }
        : set('depth', printLength(depth));
    }
    case 'fixture':
      if (scan.takeWord(['domed'])) return set('domed', true);
      return scan.takeWord(['flat']) ? set('flat', true) : undefined;
    case 'connectors':
      return readOn(scan, draft);
    default:
      return undefined;
  }
}

function readOn(scan: Scanner, draft: Draft): Problem | 'read' | undefined {
  if (!scan.take(/@/)) return undefined;
  const size = readSize(scan.take(/(\d+)(?![\d/])/)?.[1] ?? '');
  if (size === undefined) return { expected: `a size after “@”; ${SIZE_EXPECTED}` };
  if ('size' in draft) return { expected: 'only one size after “@”' };
  draft.size = size;
  return 'read';
}
