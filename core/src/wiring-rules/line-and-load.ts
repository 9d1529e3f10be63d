/**
 * The supply goes to LINE. A plain switch works either way; one with electronics and a GFCI do not (listing of
 * the device). What is the supply is read from the simulation with the device open.
 */
import { terminalEnd } from '../physical/end.ts';
import type { DevicePiece } from '../physical/pieces.ts';
import { liveFrom, neutralsIn } from '../simulate/state.ts';
import type { Subject, WiringFinding, WiringRule } from './subject.ts';

const SECTION = 'listing of the device';

export const lineAndLoad: WiringRule = (subject) =>
  subject.physical.devices.flatMap((device) => [
    ...exchangedPoles(subject, device),
    ...exchangedSwitch(subject, device),
  ]);

/** With a GFCI open, nothing but its own LOAD side may be there. */
function exchangedPoles({ physical, tripped }: Subject, { key, title }: DevicePiece): WiringFinding[] {
  const guard = physical.guards.find(({ of }) => of === key);
  if (!guard) return [];
  const open = tripped(key);
  const [hot, neutral] = guard.poles;
  const found: WiringFinding[] = [];
  if (hot && liveFrom(open.held(hot[1])).length > 0)
    found.push({
      code: 'line-load',
      severity: 'violation',
      section: SECTION,
      words: `The supply is on the LOAD side of the ${title}: it would not protect as it must.`,
      where: [key],
    });
  if (neutral && neutralsIn(open.held(neutral[1])).length > 0)
    found.push({
      code: 'line-load',
      severity: 'violation',
      section: SECTION,
      words: `A neutral of the line is on the LOAD side of the ${title}: it would trip, or not protect.`,
      where: [key],
    });
  return found;
}

/** With a switch open, its line is live and its load is not. */
function exchangedSwitch({ states }: Subject, { key, title, kind, ports }: DevicePiece): WiringFinding[] {
  const has = (port: string) => ports.some(({ name }) => name === port);
  if (kind.group !== 'switch' || !has('line') || !has('load')) return [];
  const open = states.find(({ positions }) => Object.values(positions).every((one) => one === 0))?.state;
  const live = (port: string) => open !== undefined && liveFrom(open.held(terminalEnd(key, port))).length > 0;
  if (!live('load') || live('line')) return [];
  const plain = kind.neutral === 'never' && ports.every(({ metal }) => metal !== 'lead');
  return [
    {
      code: 'line-load',
      severity: plain ? 'look' : 'violation',
      section: SECTION,
      words: `The supply is on the load side of the ${title}${plain ? ': it works, and the marks say otherwise' : ''}.`,
      where: [key],
    },
  ];
}
