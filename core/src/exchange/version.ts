/** Brings a stored document of an earlier version up to the one this code reads. */
import { DOCUMENT_VERSION } from '../box/document.ts';

/** Step N turns a document of version N into one of version N + 1. None yet: version 1 is the first. */
const STEPS: readonly ((document: Record<string, unknown>) => Record<string, unknown>)[] = [];

/** A document this code cannot read: it was written by a newer one, or is none. */
export class DocumentRefused extends Error {}

/**
 * Brings a document up to date before it is parsed.
 * @throws DocumentRefused for a document without a version, or of a newer one
 */
export function bringUpToDate(document: unknown): unknown {
  if (typeof document !== 'object' || document === null || !('version' in document)) {
    throw new DocumentRefused('A box document is an object with a version.');
  }
  const { version } = document;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    throw new DocumentRefused(
      `The version of a box document is a whole number from 1, not ${String(version)}.`,
    );
  }
  if (version > DOCUMENT_VERSION) {
    throw new DocumentRefused(
      `This box document has version ${version}; this program reads versions up to ${DOCUMENT_VERSION}.`,
    );
  }
  return STEPS.slice(version - 1).reduce<Record<string, unknown>>(
    (older, step) => step(older),
    document as Record<string, unknown>,
  );
}
