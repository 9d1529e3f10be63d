/** Runs every check beyond fill over one box, in the order a person would look. */
import type { BoxDocument } from '../box/document.ts';
import { CHECK_NAMES, type Edition } from '../edition/index.ts';
import type { Severity } from '../finding/finding.ts';
import type { Tally } from '../fill/tally.ts';
import { boxInWall } from './box-in-wall.ts';
import { byEye } from './by-eye.ts';
import { circuitConductor } from './circuit-conductor.ts';
import { circuitDuty } from './circuit-duty.ts';
import { circuitReceptacle } from './circuit-receptacle.ts';
import { connectors } from './connectors.ts';
import { deviceDepthCheck } from './device-depth.ts';
import { dimmedReceptacle } from './dimmed-receptacle.ts';
import { entries } from './entries.ts';
import { exposedCable } from './exposed-cable.ts';
import { fireStop } from './fire-stop.ts';
import { freeConductor } from './free-conductor.ts';
import { gangs } from './gangs.ts';
import { gap } from './gap.ts';
import { groundSize } from './ground-size.ts';
import { neutralAtSwitch } from './neutral-at-switch.ts';
import { protection } from './protection.ts';
import { ratedBox } from './rated-box.ts';
import { setback } from './setback.ts';
import { sheath } from './sheath.ts';
import { sheathColour } from './sheath-colour.ts';
import { studEdge } from './stud-edge.ts';
import { support } from './support.ts';
import { whiteAsHot } from './white-as-hot.ts';
import {
  type Check,
  type CheckName,
  type CheckStatus,
  isKind,
  type Outcome,
  statusOf,
  together,
} from './finding.ts';

const CHECKS: Readonly<Record<CheckName, Check>> = {
  gangs,
  'circuit-conductor': circuitConductor,
  'circuit-receptacle': circuitReceptacle,
  'ground-size': groundSize,
  'device-depth': deviceDepthCheck,
  'free-conductor': freeConductor,
  sheath,
  support,
  entries,
  connectors,
  setback,
  gap,
  'stud-edge': studEdge,
  'exposed-cable': exposedCable,
  'fire-stop': fireStop,
  'rated-box': ratedBox,
  'box-in-wall': boxInWall,
  'neutral-at-switch': neutralAtSwitch,
  'white-as-hot': whiteAsHot,
  'sheath-colour': sheathColour,
  protection,
  'circuit-duty': circuitDuty,
  'dimmed-receptacle': dimmedReceptacle,
  'by-eye': byEye,
};

const WEIGHT: Readonly<Record<Severity, number>> = { violation: 0, look: 1, advice: 2 };

/** Every check of a box by its name. */
function outcomesOf(box: BoxDocument, edition: Edition, counted: Tally): (readonly [CheckName, Outcome])[] {
  const subject = {
    box,
    edition,
    counted,
    cables: box.items.filter(isKind('cable')),
    devices: box.items.filter(isKind('device')),
  };
  return CHECK_NAMES.map((name) => [name, CHECKS[name](subject)] as const);
}

/** All findings, the gravest first, and what could not be checked for want of a fact. */
export function checkBox(box: BoxDocument, edition: Edition, counted: Tally): Outcome {
  const all = together(outcomesOf(box, edition, counted).map(([, outcome]) => outcome));
  return { ...all, findings: [...all.findings].sort((a, b) => WEIGHT[a.severity] - WEIGHT[b.severity]) };
}

/** What came of each check: none passes unseen. */
export function checkStatuses(
  box: BoxDocument,
  edition: Edition,
  counted: Tally,
): Readonly<Record<CheckName, CheckStatus>> {
  return Object.fromEntries(
    outcomesOf(box, edition, counted).map(([name, outcome]) => [name, statusOf(outcome)]),
  ) as Record<CheckName, CheckStatus>;
}
