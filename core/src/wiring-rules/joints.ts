/** A joint is made with a connector listed for it, and holds grounds or insulated conductors (110.14(B), 250.119; from memory). */
import { holds } from '../connector/connectors.ts';
import { isGroundColour } from '../physical/pieces.ts';
import { cap, type WiringFinding, type WiringRule } from './subject.ts';

export const joints: WiringRule = ({ wiring, kinds, name, sizeOf, colourOf, edition }) =>
  wiring.joints.flatMap(({ id, ends, connectors }) => {
    const found: WiringFinding[] = [];
    const add = (code: string, severity: WiringFinding['severity'], section: string, words: string) =>
      void found.push({ code, severity, section, words, where: [id] });
    const kind = kinds.find((one) => one.id === connectors[0]);
    const grounds = ends.every((end) => isGroundColour(colourOf(end) ?? 'bare'));
    if (connectors.length === 0)
      add(
        'no-connector',
        'violation',
        edition.terminals.sections.joint,
        `${ends.length === 1 ? `${cap(name(ends[0] ?? ''))} is not capped` : `The joint of ${ends.map(name).join(', ')} has no connector`}.`,
      );
    else if (!kind)
      add(
        'unknown-connector',
        'look',
        edition.terminals.sections.joint,
        `No connector is known as “${connectors[0] ?? ''}”: check that it is listed for this joint.`,
      );
    else if (!holds(kind, ends.map(sizeOf), grounds))
      add(
        'overfull-connector',
        'violation',
        edition.terminals.sections.joint,
        `A ${kind.name} is not made for ${ends.length} conductors of ${[...new Set(ends.map(sizeOf))].join(' and ')} AWG here: read its package.`,
      );
    const bare = ends.filter((end) => isGroundColour(colourOf(end) ?? ''));
    if (bare.length > 0 && bare.length < ends.filter((end) => colourOf(end) !== undefined).length)
      add(
        'ground-in-joint',
        'violation',
        edition.terminals.sections['ground-colour'],
        `A ground is joined with an insulated conductor: ${ends.map(name).join(', ')}.`,
      );
    return found;
  });
