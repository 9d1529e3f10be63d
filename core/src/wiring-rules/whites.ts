/**
 * A white used as a hot is marked at both ends, and in a loop carries the supply to the switch, never the
 * return (200.7(C), from memory). What a white carries is read from the simulation, whatever was meant.
 */
import { isWhite } from '../physical/pieces.ts';
import { liveFrom, type State } from '../simulate/state.ts';
import { type WiringFinding, type WiringRule, wrong } from './subject.ts';

const isLive = (state: State, end: string) => liveFrom(state.held(end)).length > 0;

export const markedWhites: WiringRule = ({ conductors, wiring, states, edition }) =>
  [...conductors.values()].flatMap(({ id, colour }): WiringFinding[] =>
    isWhite(colour) && !wiring.marked.includes(id) && states.some(({ state }) => isLive(state, id))
      ? [wrong('unmarked-white', { end: id }, { ends: [id] }, edition.terminals.sections['white-as-hot'])]
      : [],
  );

export const whiteReturns: WiringRule = ({ physical, states, open, wiring, ports, edition }) =>
  physical.cables.flatMap(({ key, run, conductors }): WiringFinding[] => {
    const white = conductors.find(({ colour }) => colour === 'white');
    const black = conductors.find(({ colour }) => colour === 'black');
    const two = !conductors.some(({ colour }) => colour === 'red');
    if (!white || !black) return [];
    const loop = two && (run.does === 'loop-out' || run.does === 'loop-in');
    // A three-way elsewhere that is fed on the white of its travelers.
    const four = conductors.some(({ colour }) => colour === 'blue');
    const fed = !two && !four && run.does === 'travelers' && run.third === 'supply' && run.leads === 'line';
    if (!loop && !fed) return [];
    // With its switch elsewhere open, the supply is what is live.
    const off = states.find(({ positions }) => (positions[key] ?? 0) === 0)?.state;
    const swapped = fed
      ? !isLive(open, white.id)
      : run.does === 'loop-out' && off !== undefined && isLive(off, black.id) && !isLive(off, white.id);
    const onLoad = wiring.lands.some(
      ({ end, at }) => end === white.id && ports.get(at)?.port.name === 'load',
    );
    if (!swapped && !onLoad) return [];
    return [
      wrong(
        'white-return',
        { end: white.id },
        { ends: [white.id] },
        edition.terminals.sections['white-as-hot'],
      ),
    ];
  });
