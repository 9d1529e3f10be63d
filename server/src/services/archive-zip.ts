/** Archives as ZIP files: written entry by entry, and read with every size and name held to a limit. */
import { PassThrough, type Readable } from 'node:stream';
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
  json: 40_000_000,
  photo: 3_000_000,
  small: 1_000_000,
  all: 600_000_000,
} as const;

export interface Archive {
  readonly head: ArchiveHead;
  readonly boxes: readonly ArchivedBox[];
  readonly photos: ReadonlyMap<string, Buffer>;
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
  readonly photoOf: (id: string) => Buffer;
  /** Sets the sheets into a stream. */
  readonly sheets: (into: PassThrough) => void;
  readonly now: Date;
}

/** An archive as a stream. Each entry is made when its turn comes. */
export function zipOf({ job, ids, boxOf, photoOf, sheets, now }: ZipOf): Readable {
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
  zip.addBuffer(text(head), 'archive.json', options);
  zip.addBuffer(Buffer.from(README(job.name)), 'read-me.txt', options);
  zip.addBuffer(text(archiveJsonSchema()), 'schema.json', options);
  for (const id of ids) {
    const box = boxOf(id);
    zip.addBuffer(text(box), `boxes/${id}.json`, options);
    for (const { id: photo, type } of box.photos)
      zip.addReadStreamLazy(`photos/${photo}.${endingOf(type)}`, { ...options, compress: false }, (done) => {
        const stream = new PassThrough();
        stream.end(photoOf(photo));
        done(null, stream);
      });
  }
  zip.addReadStreamLazy('sheets.pdf', { ...options, compress: false }, (done) => {
    const stream = new PassThrough();
    sheets(stream);
    done(null, stream);
  });
  zip.end();
  return zip.outputStream as Readable;
}

const endingOf = (type: string) =>
  (Object.keys(PICTURES) as (keyof typeof PICTURES)[]).find((ending) => PICTURES[ending] === type) ?? 'jpg';

const refuse = (why: string, accepted = 'an archive as this program writes it, whole and unchanged') =>
  new Refused(422, 'This archive cannot be read', { detail: why, errors: [{ field: 'archive', accepted }] });

const NAMES =
  /^(archive\.json|read-me\.txt|schema\.json|sheets\.pdf|boxes\/[a-z0-9-]{8,40}\.json|photos\/[a-z0-9-]{8,40}\.(?:jpg|png|webp))$/;

let reading: Promise<unknown> = Promise.resolve();

/** Reads a whole archive, or nothing of it; one after the other, for each may be large. @throws Refused 422 in words */
export function readArchive(bytes: Buffer): Promise<Archive> {
  const next = reading.then(() => readNow(bytes));
  reading = next.catch(() => undefined);
  return next;
}

async function readNow(bytes: Buffer): Promise<Archive> {
  const files = await filesIn(bytes);
  const json = <S extends z.ZodType>(name: string, schema: S): z.output<S> => {
    const file = files.get(name);
    if (!file) throw refuse(`“${name}” is missing in it`);
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
  const head = json('archive.json', ArchiveHead);
  if (new Set(head.boxes).size < head.boxes.length) throw refuse('it names a box twice');
  const boxes = head.boxes.map((id) => {
    const box = json(`boxes/${id}.json`, ArchivedBox);
    if (box.box.id !== id || box.box.jobId !== head.job.id)
      throw refuse(`“boxes/${id}.json” in it is the file of another box or job`);
    return box;
  });
  const photos = new Map<string, Buffer>();
  for (const { box, photos: own } of boxes)
    for (const { id, type } of own) {
      const name = `photos/${id}.${endingOf(type)}`;
      const file = files.get(name);
      if (!file) throw refuse(`“${name}” is missing in it: it belongs to “${box.name}”`);
      await insistOnPhoto(file).catch((error: unknown) => {
        throw error instanceof Refused ? refuse(`“${name}” in it: ${error.title}`) : error;
      });
      photos.set(id, file);
    }
  return { head, boxes, photos };
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

const opened = (bytes: Buffer): Promise<yauzl.ZipFile> =>
  new Promise((resolve, reject) => {
    yauzl.fromBuffer(
      bytes,
      { lazyEntries: true, strictFileNames: true, validateEntrySizes: true },
      (error, zip) => {
        if (error) return reject(refuse(`It is no whole ZIP file (${error.message})`));
        if (zip.entryCount <= LIMITS.entries) return resolve(zip);
        reject(refuse(`It has ${zip.entryCount} files`, `at most ${LIMITS.entries}`));
      },
    );
  });

/** Every file of a ZIP that may be in an archive, with its bytes. */
async function filesIn(bytes: Buffer): Promise<ReadonlyMap<string, Buffer>> {
  const zip = await opened(bytes);
  try {
    const entries = await directoryOf(zip);
    insistOnDirectory(entries);
    const files = new Map<string, Buffer>();
    for (const entry of entries) {
      // The sheets can be made from the boxes: they are not read.
      if (entry.fileName.endsWith('/') || entry.fileName === 'sheets.pdf') continue;
      files.set(entry.fileName, await unpacked(zip, entry));
    }
    return files;
  } finally {
    zip.close();
  }
}
