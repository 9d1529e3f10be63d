/** The joints a box would be planned with, without their proof: for boxes that are only thought of. */
import type { BoxDocument } from '../box/document.ts';
import type { Edition } from '../edition/index.ts';
import type { Stock } from '../plan/choose-connectors.ts';
import { facesOf } from '../plan/faces.ts';
import { planOf } from '../plan/planned.ts';
import { workOf } from '../plan/suggest.ts';
import type { Joined } from './contents.ts';

interface JoinedWith {
  readonly edition: Edition;
  readonly circuit?: string;
  readonly stock?: Stock;
}

export function joinedOf(box: BoxDocument, { edition, circuit, stock }: JoinedWith): Joined {
  const work = workOf(box, circuit);
  const plan = planOf(box, work, edition, stock);
  return { wiring: plan.wiring, plan, faces: facesOf(box, work) };
}
