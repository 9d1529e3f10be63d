/** Something that stands in the way of a plan. A plan with one of these is never shown as good. */
import type { WorkPlan } from '../box/work.ts';
import type { BoxDocument } from '../box/document.ts';
import type { Edition } from '../edition/index.ts';
import type { Line } from './ends.ts';
import type { Face } from './faces.ts';

export interface Obstacle {
  readonly code: string;
  /** One plain sentence, and what the options are. */
  readonly words: string;
  readonly section: string;
  /** Pieces it is about. */
  readonly of: readonly string[];
}

/** What every look for obstacles knows. */
export interface Ground {
  readonly box: BoxDocument;
  readonly work: WorkPlan;
  readonly edition: Edition;
  readonly lines: readonly Line[];
  readonly faces: readonly Face[];
  /** Signals that have a source behind them in this box. */
  readonly there: ReadonlySet<string>;
}

export type Look = (ground: Ground) => Obstacle[];

/** Where nothing but habit stands behind it. */
export const OWN = 'common practice';
export const cap = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
