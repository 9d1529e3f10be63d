/**
 * One conductor under a screw (110.14(A)); grounds on green and nothing else there (250.119, 250.126); white on
 * silver (200.10), hot on brass. From memory.
 */
import { BOX_SCREW } from '../physical/end.ts';
import { isGroundColour, isWhite } from '../physical/pieces.ts';
import { cap, type Subject, type WiringFinding, type WiringRule } from './subject.ts';

const landedOn = ({ wiring }: Subject) => {
  const on = new Map<string, string[]>();
  for (const { end, at } of wiring.lands) on.set(at, [...(on.get(at) ?? []), end]);
  return on;
};

export const oneUnderAScrew: WiringRule = (subject) =>
  [...landedOn(subject)].flatMap(([at, ends]): WiringFinding[] =>
    ends.length < 2
      ? []
      : [
          {
            code: 'two-under-screw',
            severity: 'violation',
            section: subject.edition.terminals.sections['one-under-a-screw'],
            words: `${ends.length} conductors under ${subject.name(at)}: one conductor a screw; splice them and land a pigtail.`,
            where: [at],
          },
        ],
  );

export const colours: WiringRule = (subject) =>
  subject.wiring.lands.flatMap(({ end, at }): WiringFinding[] => {
    const { ports, wiring, name, colourOf } = subject;
    const { sections } = subject.edition.terminals;
    const colour = colourOf(end);
    const metal = ports.get(at)?.port.metal;
    const wrong = (section: string, words: string): WiringFinding[] => [
      {
        code: 'colour',
        severity: 'violation',
        section,
        words: `${cap(name(end))} is on ${words}`,
        where: [end, at],
      },
    ];
    if (colour === undefined) return [];
    if (at === BOX_SCREW)
      return isGroundColour(colour) ? [] : wrong(sections['ground-colour'], 'the box’s ground screw.');
    if (metal === undefined) return [];
    if ((metal === 'green') !== isGroundColour(colour))
      return wrong(sections['ground-colour'], `${name(at)}: grounds go to green, and nothing else does.`);
    if (metal === 'silver' && !isWhite(colour))
      return wrong(sections['neutral-terminal'], `${name(at)}: white goes to silver.`);
    if ((metal === 'brass' || metal === 'dark') && isWhite(colour) && !wiring.marked.includes(end))
      return wrong(sections['white-as-hot'], `${name(at)} and is not marked as a hot.`);
    return [];
  });

/** A terminal that must have a conductor has one, or is joined by a tab to one that has. */
export const empty: WiringRule = (subject) => {
  const { ports, places, wiring, conductors, physical, edition, work, name } = subject;
  const anyGround = [...conductors.values()].some(({ colour }) => isGroundColour(colour));
  const { ground } = work.schools;
  const byYoke =
    physical.metal &&
    (ground === 'self-grounding' || (ground === 'yoke' && edition.terminals.bondedYoke.value));
  return [...ports].flatMap(([id, { port, device }]): WiringFinding[] => {
    if (port.idle || places.has(id)) return [];
    if (port.name === 'ground' && (byYoke || !anyGround)) return [];
    const twin = device.ports.find((one) => one.id !== id && one.tab !== undefined && one.tab === port.tab);
    const tabbed = twin && places.has(twin.id) && !wiring.broken.includes(`${device.key}:${twin.tab ?? ''}`);
    if (tabbed) return [];
    return [
      {
        code: 'empty',
        severity: 'violation',
        section: edition.terminals.sections.loose,
        words: `Nothing lands on ${name(id)}.`,
        where: [id],
      },
    ];
  });
};
