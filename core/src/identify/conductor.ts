/** A conductor of a cable as a reading names it: `1.black`; `1.ground` is its bare or green one. */
import { isGroundColour } from '../physical/pieces.ts';

export interface At {
  /** Which of the cables, by its place in the list. */
  readonly cable: number;
  readonly colour: string;
}

export interface NamedCable {
  readonly id: string;
  readonly colours: readonly string[];
}

/** @returns where it is, or what is accepted in its place */
export function readConductor(
  text: string,
  cables: readonly NamedCable[],
): At | { readonly accepted: string } {
  const dot = text.lastIndexOf('.');
  const cable = cables.findIndex(({ id }) => id === text.slice(0, dot));
  const { id, colours } = cables[cable] ?? {};
  if (dot < 0 || id === undefined || colours === undefined) {
    const known = cables.map((one) => one.id).join(', ');
    return {
      accepted: `a cable and a colour, such as “${cables[0]?.id ?? '1'}.black”; the cables are ${known}`,
    };
  }
  const said = text.slice(dot + 1).toLowerCase();
  const colour = colours.find(
    (one) => one === said || (isGroundColour(one) && (said === 'ground' || isGroundColour(said))),
  );
  if (colour === undefined) return { accepted: colours.map((one) => `${id}.${nameOf(one)}`).join(', ') };
  return { cable, colour };
}

/** The ground goes by that name, bare or green. */
const nameOf = (colour: string) => (isGroundColour(colour) ? 'ground' : colour);

export const printConductor = ({ cable, colour }: At, cables: readonly NamedCable[]): string =>
  `${cables[cable]?.id ?? ''}.${nameOf(colour)}`;
