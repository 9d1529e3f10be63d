/**
 * A conductor nothing is set up for is capped by itself: what is at its other end is not known. The third conductor of a cable that
 * brings power was run for something: a second circuit or a switch elsewhere may have it live (common practice, no source).
 */
import { farEnd } from '../wiring/end.ts';
import { isGroundColour, isWhite } from '../physical/pieces.ts';
import { liveFrom } from '../simulate/state.ts';
import { type WiringFinding, type WiringRule, wrong } from './subject.ts';

export const spares: WiringRule = ({ physical, wiring, states }) => {
  const used = new Set([
    ...physical.sources.map(({ node }) => node),
    ...physical.uses.flatMap(({ hot, neutral }) => [hot, neutral]),
    ...physical.links.flat(),
    ...physical.switches.flatMap(({ positions }) => positions.flat(2)),
  ]);
  const withOthers = new Set([
    ...wiring.joints.filter(({ ends }) => ends.length > 1).flatMap(({ ends }) => ends),
    ...wiring.lands.map(({ end }) => end),
  ]);
  return physical.cables.flatMap(({ key, run, conductors }) =>
    conductors.flatMap(({ id, colour }): WiringFinding[] => {
      if (isGroundColour(colour) || used.has(farEnd(key, colour))) return [];
      if (!withOthers.has(id))
        return run.does === 'feed' && !isWhite(colour)
          ? [wrong('left-over', { end: id }, { ends: [id] }, 'common practice', 'look')]
          : [];
      const live = states.some(({ state }) => liveFrom(state.held(id)).length > 0);
      if (run.does !== 'spare' && !live) return [];
      return [wrong('spare-joined', { end: id, live }, { ends: [id] }, 'common practice')];
    }),
  );
};
