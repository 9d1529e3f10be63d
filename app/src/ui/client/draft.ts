/**
 * Text that is being typed and not used yet, kept with the tab: a reload, for a new version say, does not lose it.
 * It goes with the tab, and when it is used or what it began from has changed.
 */
import { useState } from 'react';
import { z } from 'zod';
import { onFirstUse } from '@dense-pack/core/schema/on-first-use';

const KEY = 'dense-pack/draft/';
const Draft = onFirstUse(() => z.object({ start: z.string(), text: z.string() }));

const store = () => (typeof sessionStorage === 'undefined' ? undefined : sessionStorage);

/** What was typed at a place, where it still begins from the same text. */
export function readDraft(where: string, start = ''): string | undefined {
  try {
    const kept = Draft.safeParse(JSON.parse(store()?.getItem(KEY + where) ?? 'null'));
    return kept.success && kept.data.start === start ? kept.data.text : undefined;
  } catch {
    return undefined;
  }
}

/** Keeps what is typed; the text it began from is no draft. */
export function keepDraft(where: string, start: string, text: string): void {
  try {
    if (text === start) store()?.removeItem(KEY + where);
    else store()?.setItem(KEY + where, JSON.stringify({ start, text }));
  } catch {
    // A full store keeps no draft; what is saved has its own, and is told of.
  }
}

/** A text of a field that outlives a reload. @param where undefined: it is not kept */
export function useDraft(where: string | undefined, start: string): [string, (text: string) => void] {
  const [text, setText] = useState(() => (where === undefined ? start : (readDraft(where, start) ?? start)));
  return [
    text,
    (next) => {
      setText(next);
      if (where !== undefined) keepDraft(where, start, next);
    },
  ];
}
