/** A joint is made with a connector listed for it, and holds grounds or insulated conductors (110.14(B), 250.119; from memory). */
import { holds } from '../connector/connectors.ts';
import { isGroundColour } from '../physical/pieces.ts';
import { type WiringFinding, type WiringRule, wrong } from './subject.ts';

export const joints: WiringRule = ({ wiring, kinds, sizeOf, colourOf, edition }) =>
  wiring.joints.flatMap(({ id, ends, connectors }) => {
    const found: WiringFinding[] = [];
    const section = edition.terminals.sections.joint;
    const at = { joint: id };
    const kind = kinds.find((one) => one.id === connectors[0]);
    const grounds = ends.every((end) => isGroundColour(colourOf(end) ?? 'bare'));
    if (connectors.length === 0) found.push(wrong('no-connector', { ends }, at, section));
    else if (!kind)
      found.push(wrong('unknown-connector', { connector: connectors[0] ?? '' }, at, section, 'look'));
    else if (!holds(kind, ends.map(sizeOf), grounds))
      found.push(
        wrong(
          'overfull-connector',
          { connector: kind.name, conductors: ends.length, sizes: [...new Set(ends.map(sizeOf))] },
          at,
          section,
        ),
      );
    const bare = ends.filter((end) => isGroundColour(colourOf(end) ?? ''));
    if (bare.length > 0 && bare.length < ends.filter((end) => colourOf(end) !== undefined).length)
      found.push(wrong('ground-in-joint', { ends }, at, edition.terminals.sections['ground-colour']));
    return found;
  });
