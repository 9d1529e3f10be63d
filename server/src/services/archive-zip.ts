/** Archives as ZIP files: written entry by entry, and read with every size and name held to a limit. */
import { PassThrough, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  ArchivedBox,
  ArchiveHead,
  archiveJsonSchema,
  PICTURES,
} from '@dense-pack/core/exchange/archive';
import type { Job } from '@dense-pack/core';
import { crc32 } from 'node:zlib';
import yauzl from 'yauzl';
import yazl from 'yazl';
import type { z } from 'zod';
import { Refused } from './failures.ts';
import { insistOnPhoto } from './photos.ts';
import { packed } from './writes.ts';

export const ARCHIVE_BYTES_MOST = 300_000_000;
const LIMITS = {
  entries: 40_000,
  json: 8_000_000,
  photo: 3_000_000,
  small: 1_000_000,
  all: 600_000_000,
} as const;
/** The states of a box are packed from the newest on, up to so many characters: what is packed can be read in again. */
const STATES_MOST = 6_000_000;

/** An archive that is open: its head is read, everything else when it is asked for. */
export interface Archive {
  readonly head: ArchiveHead;
  /** A box of it. @throws Refused 422 in words */
  readonly boxOf: (id: string) => Promise<ArchivedBox>;
  /** A photo of it, whole and without its place. @param box the name of its box @throws Refused 422 in words */
  readonly photoOf: (photo: ArchivedBox['photos'][number], box: string) => Promise<Buffer>;
  readonly close: () => void;
}

const README = (name: string) => `${name}

archive.json       the job, its panel and the cables between its boxes
boxes/<id>.json    a box: what is in it, every state it was stored in, what happened to it
photos/            its photos, by the ids the boxes name
sheets.pdf         the sheets to read and print
schema.json        JSON Schemas of archive.json and of a box

Quantities are exact text with their unit. Colours of conductors, code sections and the count line are told in the
program's documentation. What is in here helps a qualified person; the adopted code and the inspector decide.
`;

interface ZipOf {
  readonly job: Job;
  readonly ids: readonly string[];
  readonly boxOf: (id: string) => ArchivedBox;
  readonly photosOf: (id: string) => readonly ArchivedBox['photos'][number][];
  readonly photoOf: (id: string) => Buffer;
  /** Sets the sheets into a stream. */
  readonly sheets: (into: PassThrough) => Promise<void>;
  /** Hears how many boxes are packed. */
  readonly packed: (boxes: number) => void;
  readonly now: Date;
  readonly into: Writable;
}

/** A box without its oldest states where all of them are more than an archive takes. */
function fitting(box: ArchivedBox): ArchivedBox {
  let length = 0;
  // As long as they are written: two levels deep in the file.
  const states = box.states.filter(
    (state) => (length += JSON.stringify([[state]], null, 1).length) <= STATES_MOST,
  );
  return { ...box, states, statesLeftOut: box.states.length - states.length };
}

/** Writes an archive into a stream. Each entry is made when its turn comes. */
export async function zipOf({
  job,
  ids,
  boxOf,
  photosOf,
  photoOf,
  sheets,
  packed: heard,
  now,
  into,
}: ZipOf): Promise<void> {
  const zip = new yazl.ZipFile();
  const options = { mtime: now, mode: 0o100644 };
  const head: ArchiveHead = {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    made: now.toISOString(),
    job: packed(job),
    boxes: [...ids],
  };
  const text = (value: unknown) => Buffer.from(`${JSON.stringify(value, null, 1)}\n`);
  const fail = (error: unknown) =>
    zip.emit('error', error instanceof Error ? error : new Error(String(error)));
  /** An entry whose bytes are made when its turn comes. */
  const late = (name: string, compress: boolean, make: () => Buffer) =>
    zip.addReadStreamLazy(name, { ...options, compress }, (done) => {
      const stream = new PassThrough();
      try {
        stream.end(make());
        done(null, stream);
      } catch (error) {
        fail(error);
      }
    });
  zip.addBuffer(text(head), 'archive.json', options);
  zip.addBuffer(Buffer.from(README(job.name)), 'read-me.txt', options);
  zip.addBuffer(text(archiveJsonSchema()), 'schema.json', options);
  ids.forEach((id, index) => {
    late(`boxes/${id}.json`, true, () => {
      heard(index + 1);
      return text(fitting(boxOf(id)));
    });
    for (const { id: photo, type } of photosOf(id))
      late(`photos/${photo}.${endingOf(type)}`, false, () => photoOf(photo));
  });
  zip.addReadStreamLazy('sheets.pdf', { ...options, compress: false }, (done) => {
    const stream = new PassThrough();
    sheets(stream).catch(fail);
    done(null, stream);
  });
  zip.end();
  await new Promise<void>((resolve, reject) => {
    zip.on('error', reject);
    pipeline(zip.outputStream, into).then(resolve, reject);
  });
}

const endingOf = (type: string) =>
  (Object.keys(PICTURES) as (keyof typeof PICTURES)[]).find((ending) => PICTURES[ending] === type) ?? 'jpg';

const refuse = (why: string, accepted = 'an archive as this program writes it, whole and unchanged') =>
  new Refused(422, 'This archive cannot be read', { detail: why, errors: [{ field: 'archive', accepted }] });

const NAMES =
  /^(archive\.json|read-me\.txt|schema\.json|sheets\.pdf|boxes\/[a-z0-9-]{8,40}\.json|photos\/[a-z0-9-]{8,40}\.(?:jpg|png|webp))$/;

/** Opens an archive: its directory and its head are held to what they may be. @throws Refused 422 in words */
export async function openArchive(path: string): Promise<Archive> {
  const zip = await opened(path);
  try {
    const entries = await directoryOf(zip);
    insistOnDirectory(entries);
    return await archiveIn(zip, new Map(entries.map((entry) => [entry.fileName, entry])));
  } catch (error) {
    zip.close();
    throw error;
  }
}

async function archiveIn(zip: yauzl.ZipFile, entries: ReadonlyMap<string, yauzl.Entry>): Promise<Archive> {
  const fileOf = (name: string, missing = '') => {
    const entry = entries.get(name);
    if (!entry) throw refuse(`“${name}” is missing in it${missing}`);
    return unpacked(zip, entry);
  };
  const json = async <S extends z.ZodType>(name: string, schema: S): Promise<z.output<S>> => {
    const file = await fileOf(name);
    let value: unknown;
    try {
      value = JSON.parse(file.toString('utf8'));
    } catch {
      throw refuse(`“${name}” in it is no JSON`);
    }
    const parsed = schema.safeParse(value);
    if (parsed.success) return parsed.data;
    const [issue] = parsed.error.issues;
    throw refuse(`“${name}” in it, at “${issue?.path.join('.') ?? ''}”: ${issue?.message ?? 'is not right'}`);
  };
  const head = await json('archive.json', ArchiveHead);
  if (new Set(head.boxes).size < head.boxes.length) throw refuse('it names a box twice');
  return {
    head,
    async boxOf(id) {
      const box = await json(`boxes/${id}.json`, ArchivedBox);
      if (box.box.id !== id || box.box.jobId !== head.job.id)
        throw refuse(`“boxes/${id}.json” in it is the file of another box or job`);
      return box;
    },
    async photoOf({ id, type }, box) {
      const name = `photos/${id}.${endingOf(type)}`;
      const file = await fileOf(name, `: it belongs to “${box}”`);
      await insistOnPhoto(file).catch((error: unknown) => {
        throw error instanceof Refused ? refuse(`“${name}” in it: ${error.title}`) : error;
      });
      return file;
    },
    close: () => zip.close(),
  };
}

/** The directory of a ZIP, read before anything of it is unpacked. */
const directoryOf = (zip: yauzl.ZipFile): Promise<readonly yauzl.Entry[]> =>
  new Promise((resolve, reject) => {
    const entries: yauzl.Entry[] = [];
    zip.on('error', (why: Error) => reject(refuse(`It is no whole ZIP file (${why.message})`)));
    zip.on('end', () => resolve(entries));
    zip.on('entry', (entry: yauzl.Entry) => {
      entries.push(entry);
      zip.readEntry();
    });
    zip.readEntry();
  });

/** A local header has at least so many bytes, before its name and what is packed. */
const HEADER_BYTES = 30;
/** A file is smaller packed, but not by more than this. */
const RATIO_MOST = 500;

/** Holds a directory to what an archive may be. @throws Refused 422 in words */
function insistOnDirectory(entries: readonly yauzl.Entry[]): void {
  const names = new Set<string>();
  let sum = 0;
  for (const { fileName: name, uncompressedSize, compressedSize } of entries) {
    if (name.endsWith('/')) continue;
    if (!NAMES.test(name)) throw refuse(`“${name.slice(0, 80)}” does not belong into an archive`);
    if (names.has(name)) throw refuse(`“${name}” is in it twice`);
    names.add(name);
    sum += uncompressedSize;
    const most = name.startsWith('photos/') ? LIMITS.photo : LIMITS.json;
    if ((name !== 'sheets.pdf' && uncompressedSize > most) || sum > LIMITS.all)
      throw refuse(`“${name}” is too large`, `at most ${most} bytes a file and ${LIMITS.all} in all`);
    if (uncompressedSize > LIMITS.small && uncompressedSize > compressedSize * RATIO_MOST)
      throw refuse(
        `“${name}” would be ${Math.round(uncompressedSize / compressedSize)} times as large unpacked`,
        `at most ${RATIO_MOST} times`,
      );
  }
  const places = entries
    .map(({ relativeOffsetOfLocalHeader: from, fileNameLength, compressedSize, fileName }) => ({
      from,
      to: from + HEADER_BYTES + fileNameLength + compressedSize,
      fileName,
    }))
    .sort((a, b) => a.from - b.from);
  const over = places.find(({ from }, index) => from < (places[index - 1]?.to ?? 0));
  if (over) throw refuse(`“${over.fileName}” lies over another file in it`);
}

const unpacked = (zip: yauzl.ZipFile, entry: yauzl.Entry): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    const name = entry.fileName;
    zip.openReadStream(entry, (why, stream) => {
      if (why) return reject(refuse(`“${name}” cannot be unpacked (${why.message})`));
      const parts: Buffer[] = [];
      stream.on('data', (part: Buffer) => parts.push(part));
      stream.on('error', (spoilt: Error) => reject(refuse(`“${name}” is damaged (${spoilt.message})`)));
      stream.on('end', () => {
        const file = Buffer.concat(parts);
        if (crc32(file) === entry.crc32) resolve(file);
        else reject(refuse(`“${name}” is damaged: its sum is another`));
      });
    });
  });

const opened = (path: string): Promise<yauzl.ZipFile> =>
  new Promise((resolve, reject) => {
    yauzl.open(
      path,
      { lazyEntries: true, autoClose: false, strictFileNames: true, validateEntrySizes: true },
      (error, zip) => {
        if (error) return reject(refuse(`It is no whole ZIP file (${error.message})`));
        if (zip.entryCount <= LIMITS.entries) return resolve(zip);
        zip.close();
        reject(refuse(`It has ${zip.entryCount} files`, `at most ${LIMITS.entries}`));
      },
    );
  });
