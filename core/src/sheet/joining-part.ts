/** Joints, terminals and what is to be cut, on a sheet. */
import type { BoxDocument } from '../box/document.ts';
import { gangsOf } from '../box/gangs.ts';
import type { BoxRecord } from '../box/record.ts';
import { cap } from '../finding/say.ts';
import { partsOf } from '../plan/cut-list.ts';
import { jointWords, landedWords } from '../plan/joint-words.ts';
import { landingsOf, TORQUE } from '../plan/landings.ts';
import { partsWords } from '../plan/parts-words.ts';
import { roleWords } from '../plan/assumed.ts';
import type { Planned } from '../plan/planned.ts';
import type { Part } from './part.ts';

/** The roles a plan rests on, in a sentence. */
function assumedWords({ assumed, lines, faces }: Planned): string {
  if (assumed.length === 0) return '';
  const nameOf = (piece: string) =>
    lines.find(({ key }) => key === piece)?.name ?? faces.find(({ key }) => key === piece)?.title ?? piece;
  const roles = assumed.map(({ piece, as }) => `${nameOf(piece)} as ${roleWords(as)}`);
  return `Works if these roles are right, which nobody confirmed: ${roles.join('; ')}. `;
}

export function joiningParts(planned: Planned, box: BoxDocument): Part[] {
  const gangs = gangsOf(box);
  const { wiring, faces, troubles, proof } = planned;
  return [
    {
      title: 'Joints',
      widths: [8, 92],
      rows: wiring.joints.flatMap((_, nth) => {
        const words = jointWords(planned, nth);
        return words === undefined
          ? []
          : [
              {
                cells: [
                  `${nth + 1}`,
                  `${words.ends.map((one) => one.words).join('; ')}. ${cap(words.connector)}.`,
                ],
              },
            ];
      }),
      note:
        troubles.length === 0
          ? `${assumedWords(planned)}Proved by simulation in ${proof.states} ${proof.states === 1 ? 'position' : 'positions'} of its switches.`
          : `Not good: ${troubles.join(' ')}`,
    },
    {
      title: 'Terminals',
      widths: [26, 74],
      rows: faces.flatMap((face) => {
        const { landings, broken } = landingsOf(face, wiring);
        const told = [
          ...broken.map((tab) => `break the ${tab} tab`),
          ...landings.map(
            (landing) => `${landing.terminal.name.replaceAll('-', ' ')}: ${landedWords(planned, landing)}`,
          ),
        ];
        const gang = gangs.length > 1 ? gangs.find(({ item }) => item.id === face.item.id) : undefined;
        return [
          {
            cells: [gang ? `${gang.from}. ${cap(face.title)}` : cap(face.title), `${cap(told.join('; '))}.`],
          },
        ];
      }),
      ...(faces.length > 0
        ? { note: `${gangs.length > 1 ? 'Numbered by gang, from the left. ' : ''}Torque ${TORQUE}.` }
        : {}),
    },
  ];
}

export function cutPart({ box }: BoxRecord, planned: Planned): Part[] {
  const parts = partsOf(box, planned.work, planned.wiring, planned.plan.kept);
  const rows = partsWords(parts).map(({ what, how }) => ({ cells: [what, how] }));
  return rows.length === 0 ? [] : [{ title: 'To cut and to bring', widths: [48, 52], rows }];
}
