/**
 * The supply goes to LINE. A plain switch works either way; one with electronics and a GFCI do not (listing of
 * the device). What is the supply is read from the simulation with the device open.
 */
import type { DevicePiece } from '../physical/pieces.ts';
import { liveFrom, neutralsIn } from '../simulate/state.ts';
import { type Subject, type WiringFinding, type WiringRule, wrong } from './subject.ts';

const SECTION = 'listing of the device';

export const lineAndLoad: WiringRule = (subject) => [
  ...subject.physical.devices.flatMap((device) => [
    ...exchangedPoles(subject, device),
    ...exchangedSwitch(subject, device),
  ]),
  ...exchangedElsewhere(subject),
];

/** With a GFCI open, nothing but its own LOAD side may be there. */
function exchangedPoles({ physical, tripped }: Subject, { key }: DevicePiece): WiringFinding[] {
  const guard = physical.guards.find(({ of }) => of === key);
  if (!guard) return [];
  const open = tripped(key);
  const [hot, neutral] = guard.poles;
  const found: WiringFinding[] = [];
  if (hot && liveFrom(open.held(hot[1])).length > 0)
    found.push(wrong('line-load', { why: 'hot', piece: key }, { pieces: [key] }, SECTION));
  if (neutral && neutralsIn(open.held(neutral[1])).length > 0)
    found.push(wrong('line-load', { why: 'neutral', piece: key }, { pieces: [key] }, SECTION));
  return found;
}

/** With a switch open, its line is live and its load is not. */
function exchangedSwitch({ open, physical }: Subject, { key, kind, ports }: DevicePiece): WiringFinding[] {
  const live = (end: string) => liveFrom(open.held(end)).length > 0;
  // A contact that is closed in one position only has a line and a load.
  const poles = physical.switches
    .filter(({ of, positions }) => of === key && positions[0]?.length === 0)
    .flatMap(({ positions }) => positions[1] ?? []);
  if (!poles.some(([line, load]) => live(load) && !live(line))) return [];
  const plain = kind.neutral === 'never' && ports.every(({ metal }) => metal !== 'lead');
  return [
    wrong(
      'line-load',
      { why: plain ? 'plain-switch' : 'switch', piece: key },
      { pieces: [key] },
      SECTION,
      plain ? 'look' : 'violation',
    ),
  ];
}

/** A switch elsewhere on three conductors is fed on the black: on the red its line and load would be exchanged. */
function exchangedElsewhere({ open, physical }: Subject): WiringFinding[] {
  const live = (end: string) => liveFrom(open.held(end)).length > 0;
  return physical.cables.flatMap(({ key, run, conductors }): WiringFinding[] => {
    const red = conductors.find(({ colour }) => colour === 'red');
    const black = conductors.find(({ colour }) => colour === 'black');
    if (run.does !== 'loop-out' || !red || !black || !live(red.id) || live(black.id)) return [];
    return [
      wrong('line-load', { why: 'elsewhere', piece: key }, { pieces: [key] }, 'common practice', 'look'),
    ];
  });
}
