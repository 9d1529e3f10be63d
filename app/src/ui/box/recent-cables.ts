/** The cables last brought in on this phone, newest first, and the commonest after them. */
import { itemFrom } from '@dense-pack/core/shorthand/piece';
import { printItem } from '@dense-pack/core/shorthand/print';
import type { NewItem } from '@dense-pack/core/box/edit';
import { startTransition, useState } from 'react';
import { z } from 'zod';
import { afterPaint } from '../client/after-paint';

const KEY = 'dense-pack/recent-cables';
const KEPT = 4;
const SHOWN = 8;
/** Common practice, no source: what most houses are wired with, commonest first. */
const COMMONEST = ['12/2', '14/2', '14/3', '12/3', '10/2', '10/3', '8/3', '6/3'];

function read(): string[] {
  try {
    const kept = z.array(z.string().max(80)).safeParse(JSON.parse(localStorage.getItem(KEY) ?? '[]'));
    return (kept.data ?? []).filter((piece) => {
      try {
        return itemFrom(piece).kind === 'cable';
      } catch {
        return false;
      }
    });
  } catch {
    return [];
  }
}

/** The piece of a count line that stands for a cable, its label left out. */
export function pieceOf(cable: Extract<NewItem, { kind: 'cable' }>): string {
  const { label: _label, side: _side, ...rest } = cable;
  return printItem({ ...rest, id: 'i1.0' });
}

/** What to offer, last used first, and the way to remember one. */
export function useCableOffers(): { offers: readonly string[]; remember: (piece: string) => void } {
  const [recent, setRecent] = useState(read);
  const remember = (piece: string) => {
    const next = [piece, ...recent.filter((one) => one !== piece)].slice(0, KEPT);
    // The chips change places once the verdict is painted.
    afterPaint(() => {
      startTransition(() => setRecent(next));
      localStorage.setItem(KEY, JSON.stringify(next));
    });
  };
  const offers = [...recent, ...COMMONEST.filter((piece) => !recent.includes(piece))].slice(0, SHOWN);
  return { offers, remember };
}
