/** Reads the items that describe the box itself and the parts that make it larger or smaller. */
import { ADDED_PARTS, FORMS, MATERIALS, MOUNTS } from '../box/words.ts';
import { BOX_CODES } from '../edition/index.ts';
import { printLength, readLength } from '../quantity/length.ts';
import { NUMBER } from '../quantity/number.ts';
import { nearestWord } from './errors.ts';
import { atEnd, type Problem, type Reading } from './reading.ts';
import type { Scanner } from './scanner.ts';
import { readSize, SIZE_EXPECTED } from './size.ts';
import { UNIT, VOLUME, VOLUME_EXPECTED, volumeText } from './volume-text.ts';

const WITH_UNIT = new RegExp(`(${NUMBER}\\s*${UNIT})(?![a-z0-9])`);
const CODE = /(?!old-work|new-work)(\d*[a-z]+-[a-z0-9.]+|fs|fd)(?![a-z0-9.-])/;

const FORM_WORDS = Object.keys(FORMS) as (keyof typeof FORMS)[];
const PART_WORDS = Object.keys(ADDED_PARTS) as (keyof typeof ADDED_PARTS)[];
const BOX_EXPECTED = `${VOLUME_EXPECTED}, or a standard box, such as “4sq-1.5”`;

/** Reads an item about the box; undefined when it is about something else. */
export function readShellItem(scan: Scanner, reading: Reading): Problem | 'read' | undefined {
  const marked = scan.take(WITH_UNIT)?.[1];
  if (marked !== undefined) return readBoxOf(scan, reading, { volume: volumeText(marked) }, marked);
  if (scan.takeWord(['box'])) return readBox(scan, reading);
  if (scan.takeWord(['measured'])) return readMeasured(scan, reading);
  if (scan.takeWord(['marks'])) return readMarks(scan, reading);
  if (scan.takeWord(['body'])) return readBody(scan, reading);
  if (scan.takeWord(['barrier'])) return readBarrier(scan, reading);
  const part = readAdded(scan, reading);
  if (part !== undefined) return part;
  const attribute = readAttribute(scan, reading);
  if (attribute === undefined) return undefined;
  return attribute === 'read' ? readAttributes(scan, reading) : attribute;
}

function readBox(scan: Scanner, reading: Reading): Problem | 'read' {
  const written = scan.take(CODE)?.[1]?.toLowerCase();
  if (written !== undefined) {
    const code = written.replace(/^(octs|rounds?|octagon)-/, 'oct-');
    if (!BOX_CODES.includes(code)) {
      const near = nearestWord(code, BOX_CODES);
      return { expected: `a standard box: ${BOX_CODES.join(', ')}`, ...(near ? { nearest: near } : {}) };
    }
    let volume: string | undefined;
    if (scan.takeWord(['marked'])) {
      volume = volumeText(scan.take(VOLUME)?.[1]);
      if (volume === undefined) return { expected: VOLUME_EXPECTED };
    }
    return readBoxOf(scan, reading, { box: code, volume }, written);
  }
  const marked = scan.take(VOLUME)?.[1];
  if (marked !== undefined) return readBoxOf(scan, reading, { volume: volumeText(marked) }, marked);
  if (/^[-\d.]/.test(scan.rest)) {
    return /^\d+\s*-\s*gang/i.test(scan.rest) ? readAttributes(scan, reading) : { expected: BOX_EXPECTED };
  }
  const before = scan.rest;
  const read = readAttributes(scan, reading);
  if (read === 'read' && before !== '') return 'read';
  return { expected: BOX_EXPECTED, ...(read !== 'read' && read.nearest ? { nearest: read.nearest } : {}) };
}

function readBoxOf(
  scan: Scanner,
  reading: Reading,
  known: { volume?: string | undefined; box?: string },
  written: string,
): Problem | 'read' {
  if (known.box === undefined && known.volume === undefined) return { expected: VOLUME_EXPECTED };
  const second = secondBox(reading, written);
  if (second) return second;
  if (known.volume !== undefined) reading.shell.volume = known.volume;
  if (known.box !== undefined) reading.shell.box = known.box;
  return readAttributes(scan, reading);
}

function secondBox(reading: Reading, written: string): Problem | undefined {
  if (reading.boxFrom !== undefined) {
    return { expected: `one box in a line (“${reading.boxFrom}” is already given)` };
  }
  reading.boxFrom = written;
  return undefined;
}

const DIMENSION = `(${NUMBER}\\s*(?:in|mm|cm|["”])?)`;
const DIMENSIONS = new RegExp(`${DIMENSION}\\s*[x×]\\s*${DIMENSION}\\s*[x×]\\s*${DIMENSION}(?![a-z0-9])`);

function readMeasured(scan: Scanner, reading: Reading): Problem | 'read' {
  const found = scan.take(DIMENSIONS);
  const lengths = found?.slice(1, 4).map((text) => readLength(text));
  const [width, height, depth] = lengths ?? [];
  if (width === undefined || height === undefined || depth === undefined) {
    return { expected: 'inside width × height × depth in inches, such as “measured 3 x 2 x 2.5”' };
  }
  const second = secondBox(reading, 'measured');
  if (second) return second;
  reading.shell.measured = [printLength(width), printLength(height), printLength(depth)];
  return readAttributes(scan, reading);
}

function readMarks(scan: Scanner, reading: Reading): Problem | 'read' {
  const marks: { size: NonNullable<ReturnType<typeof readSize>>; count: number }[] = [];
  for (;;) {
    scan.take(/[·;]/);
    const found = scan.take(/(\d+)\s*\/\s*(\d+)(?![\d/])/);
    if (!found) break;
    const size = readSize(found[2] ?? '');
    if (size === undefined) return { expected: `counts by size, such as “9/14 8/12”; ${SIZE_EXPECTED}` };
    if (marks.some((mark) => mark.size === size)) return { expected: `${size} AWG once in the stamp` };
    marks.push({ size, count: Number(found[1]) });
  }
  if (marks.length === 0 || !scan.done) return { expected: 'counts by size, such as “marks 9/14 8/12 7/10”' };
  if (reading.shell.marks !== undefined) return { expected: 'one stamp in a line' };
  reading.shell.marks = marks;
  return 'read';
}

function readBody(scan: Scanner, reading: Reading): Problem | 'read' {
  const body: { section?: string; conduit?: string } = {};
  for (const key of ['section', 'conduit'] as const) {
    if (!scan.takeWord([key])) continue;
    const number = scan.take(/(\d+(?:\.\d{1,4})?)(?![\d.])/)?.[1];
    if (number === undefined)
      return { expected: `a cross-section in in² after “${key}”, such as “${key} 0.86”` };
    body[key] = number;
  }
  if (reading.shell.conduitBody) return { expected: 'one conduit body in a line' };
  reading.shell.conduitBody = body;
  return atEnd(scan, '“section 1.8”, “conduit 0.86”, or nothing more') ?? 'read';
}

function readBarrier(scan: Scanner, reading: Reading): Problem | 'read' {
  const material = scan.takeWord(MATERIALS);
  if (!material) return { expected: '“barrier metal” or “barrier plastic”' };
  let spaces: [string, string] | undefined;
  if (scan.takeWord(['spaces'])) {
    const found = scan.take(
      new RegExp(`(${NUMBER})\\s*(${UNIT})?\\s*\\+\\s*(${NUMBER})\\s*(${UNIT})?(?![a-z0-9])`),
    );
    const a = volumeText(`${found?.[1] ?? ''} ${found?.[2] ?? found?.[4] ?? ''}`);
    const b = volumeText(`${found?.[3] ?? ''} ${found?.[4] ?? ''}`);
    if (a === undefined || b === undefined) {
      return { expected: 'the volumes of both spaces, such as “spaces 12 + 8.5”' };
    }
    spaces = [a, b];
  }
  if (reading.items.some((item) => item.kind === 'barrier')) {
    return { expected: 'one barrier at most: record a box with three spaces as two boxes' };
  }
  reading.items.push({
    kind: 'barrier',
    material,
    ...(spaces ? { spaces } : {}),
  });
  return atEnd(scan, '“spaces 12 + 8.5”, or nothing more') ?? 'read';
}

function readAdded(scan: Scanner, reading: Reading): Problem | 'read' | undefined {
  const prefix = scan.take(/(\d+)\s*[x×]?\s*(?=(?:ring|ext|dome)(?![a-z0-9]))/);
  const part = scan.takeWord(PART_WORDS);
  if (!part) return undefined;
  const count = Number(prefix?.[1] ?? 1);
  const expected = `a marked volume (${part} 6), “${part} unmarked”${part === 'ext' ? ', or a standard box (ext 4sq-1.5)' : ''}`;
  const draft = { kind: 'added' as const, count, part };
  if (scan.takeWord(['unmarked'])) reading.items.push(draft);
  else {
    const code = scan
      .take(CODE)?.[1]
      ?.toLowerCase()
      .replace(/^(octs|rounds?|octagon)-/, 'oct-');
    if (code !== undefined) {
      if (!BOX_CODES.includes(code)) {
        const near = nearestWord(code, BOX_CODES);
        return { expected, ...(near ? { nearest: near } : {}) };
      }
      reading.items.push({ ...draft, box: code });
    } else {
      const volume = volumeText(scan.take(VOLUME)?.[1]);
      if (volume === undefined) return { expected };
      reading.items.push({ ...draft, volume });
    }
  }
  return atEnd(scan, 'nothing more after it') ?? 'read';
}

function readAttribute(scan: Scanner, reading: Reading): Problem | 'read' | undefined {
  const { shell } = reading;
  const put = <K extends 'material' | 'mount' | 'gangs' | 'form'>(
    key: K,
    value: NonNullable<(typeof shell)[K]>,
  ) => {
    if (shell[key] !== undefined && shell[key] !== value) {
      return { expected: `one ${key} (“${String(shell[key])}” is already given)` };
    }
    shell[key] = value;
    return 'read' as const;
  };
  const material = scan.takeWord(MATERIALS);
  if (material) return put('material', material);
  const mount = scan.takeWord(MOUNTS);
  if (mount) return put('mount', mount);
  const form = scan.takeWord(FORM_WORDS);
  if (form) return put('form', form);
  // The volume a catalog gives: nobody read the stamp yet.
  if (scan.takeWord(['catalog'])) {
    shell.catalog = true;
    return 'read';
  }
  const gangs = scan.take(/(\d+)\s*-\s*gangs?(?![a-z])|(\d+)\s+gangs?(?![a-z])/);
  return gangs ? put('gangs', Number(gangs[1] ?? gangs[2])) : undefined;
}

function readAttributes(scan: Scanner, reading: Reading): Problem | 'read' {
  while (!scan.done) {
    if (scan.takeWord(['box'])) continue;
    const read = readAttribute(scan, reading);
    if (read === 'read') continue;
    if (read) return read;
    const near = nearestWord(scan.word.toLowerCase(), [
      ...MATERIALS,
      ...MOUNTS,
      ...FORM_WORDS,
      '2-gang',
      'catalog',
    ]);
    return {
      expected: `plastic, metal, 2-gang, old-work, new-work, catalog, ${FORM_WORDS.join(', ')} in place of “${scan.word}”`,
      ...(near ? { nearest: near } : {}),
    };
  }
  return 'read';
}
