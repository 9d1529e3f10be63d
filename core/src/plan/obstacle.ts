/** Something that stands in the way of a plan. A plan with one of these is never shown as good. */
import type { WorkPlan } from '../box/work.ts';
import type { BoxDocument } from '../box/document.ts';
import type { Edition } from '../edition/index.ts';
import { type ArgsOf, type Argument, type Code, type Finding, finding } from '../finding/finding.ts';
import type { Line } from './ends.ts';
import type { Face } from './faces.ts';

export type Obstacle = Finding<'obstacle'>;

/** An obstacle. @param pieces those it is about */
export const stands = <C extends Code<'obstacle'>>(
  code: C,
  args: ArgsOf<'obstacle', C> & Readonly<Record<string, Argument>>,
  pieces: readonly string[],
  section: string = OWN,
): Obstacle => finding('obstacle', code, args, { at: { pieces }, severity: 'violation', section });

/** What every look for obstacles knows. */
export interface PlanContext {
  readonly box: BoxDocument;
  readonly work: WorkPlan;
  readonly edition: Edition;
  readonly lines: readonly Line[];
  readonly faces: readonly Face[];
  /** Signals that have a source behind them in this box. */
  readonly there: ReadonlySet<string>;
}

export type Look = (ground: PlanContext) => Obstacle[];

/** Where nothing but habit stands behind it. */
export const OWN = 'common practice';
