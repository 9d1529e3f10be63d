/**
 * One conductor under a screw (110.14(A)); grounds on green and nothing else there (250.119, 250.126); white on
 * silver (200.10), hot on brass. From memory.
 */
import { BOX_SCREW, type LandingEnd, type LooseEnd, tabName } from '../wiring/end.ts';
import { isGroundColour, isWhite } from '../physical/pieces.ts';
import { type Subject, type WiringFinding, type WiringRule, wrong } from './subject.ts';

const landedOn = ({ wiring }: Subject) => {
  const on = new Map<LandingEnd, LooseEnd[]>();
  for (const { end, at } of wiring.lands) on.set(at, [...(on.get(at) ?? []), end]);
  return on;
};

export const oneUnderAScrew: WiringRule = (subject) =>
  [...landedOn(subject)].flatMap(([at, ends]): WiringFinding[] =>
    ends.length < 2
      ? []
      : [
          wrong(
            'two-under-screw',
            { conductors: ends.length, screw: at },
            { ends: [at] },
            subject.edition.terminals.sections['one-under-a-screw'],
          ),
        ],
  );

export const colours: WiringRule = (subject) =>
  subject.wiring.lands.flatMap(({ end, at }): WiringFinding[] => {
    const { ports, wiring, colourOf } = subject;
    const { sections } = subject.edition.terminals;
    const colour = colourOf(end);
    const metal = ports.get(at)?.port.metal;
    const miscoloured = (
      section: string,
      why: 'box-screw' | 'green' | 'silver' | 'unmarked',
    ): WiringFinding[] => [wrong('colour', { end, on: at, why }, { ends: [end, at] }, section)];
    if (colour === undefined) return [];
    if (at === BOX_SCREW)
      return isGroundColour(colour) ? [] : miscoloured(sections['ground-colour'], 'box-screw');
    if (metal === undefined) return [];
    if ((metal === 'green') !== isGroundColour(colour))
      return miscoloured(sections['ground-colour'], 'green');
    if (metal === 'silver' && !isWhite(colour)) return miscoloured(sections['neutral-terminal'], 'silver');
    if ((metal === 'brass' || metal === 'dark') && isWhite(colour) && !wiring.marked.includes(end))
      return miscoloured(sections['white-as-hot'], 'unmarked');
    return [];
  });

/** A terminal that must have a conductor has one, or is joined by a tab to one that has. */
export const empty: WiringRule = (subject) => {
  const { ports, places, wiring, conductors, physical, edition, work } = subject;
  const anyGround = [...conductors.values()].some(({ colour }) => isGroundColour(colour));
  const { ground } = work.schools;
  const yokes = ground === 'pigtail' || !physical.metal ? [] : edition.terminals.groundedByYoke.value[ground];
  const isByYoke = ({ kind }: (typeof physical.devices)[number]) =>
    kind.group !== 'none' && yokes.includes(kind.group);
  return [...ports].flatMap(([id, { port, device }]): WiringFinding[] => {
    if (port.idle || places.has(id)) return [];
    if (port.name === 'ground' && (!anyGround || isByYoke(device))) return [];
    const twin = device.ports.find((one) => one.id !== id && one.tab !== undefined && one.tab === port.tab);
    const isWhole = port.tab !== undefined && !wiring.broken.includes(tabName(device.key, port.tab));
    const tabbed = twin && places.has(twin.id) && isWhole;
    if (tabbed) return [];
    return [wrong('empty', { end: id }, { ends: [id] }, edition.terminals.sections.loose)];
  });
};
