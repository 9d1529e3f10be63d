/** The wiring of a box, drawn for paper. */
import { pieceAt } from '../wiring/end.ts';
import { COLOURS, type Colour } from '../physical/pieces.ts';
import { curveOf } from '../drawing/curve.ts';
import { endColor } from '../drawing/end-color.ts';
import { drawWiring, type Drawing, MEASURES } from '../drawing/layout.ts';
import type { Planned } from '../plan/planned.ts';
import { shortName } from '../drawing/short-name.ts';
import type { Ink, Picture, Shape } from './picture.ts';

/** Widths of the drawing of a wiring, in its own units. */
const EDGE = MEASURES.edge;
const PILL = 26;
const WIRES: Readonly<Record<string, { readonly fill: Ink; readonly ink: Ink }>> = {
  black: { fill: 'black', ink: 'white' },
  red: { fill: 'red', ink: 'white' },
  blue: { fill: 'blue', ink: 'white' },
  white: { fill: 'white', ink: 'ink' },
  'white-red': { fill: 'white', ink: 'ink' },
  bare: { fill: 'green', ink: 'ink' },
  green: { fill: 'green', ink: 'ink' },
};
const METALS: Readonly<Record<string, Ink>> = {
  brass: 'brass',
  silver: 'grey',
  green: 'green',
  dark: 'black',
  lead: 'tan',
};
/** The wiring: cables at the edges, joints in the middle with their numbers, devices with their terminals. */
export function wiringPicture(planned: Planned, width: number): Picture {
  const { lines, faces, wiring } = planned;
  const drawing = drawWiring(lines, faces, wiring);
  const middle = width / 2;
  const assumed = new Set(planned.assumed.map(({ piece }) => piece));
  const shapes: Shape[] = [
    ...drawing.paths.flatMap((path): Shape[] => {
      const d = curveOf(path, drawing, width);
      // What nobody confirmed is dashed, with shorter dashes than a bare conductor.
      const isAssumed = assumed.has(pieceAt(path.outer) ?? '');
      const dash = isAssumed
        ? ([4, 4] as const)
        : endColor(wiring, path.end) === 'bare'
          ? ([7, 3] as const)
          : undefined;
      return [
        { kind: 'path', d, stroke: 'ink', line: 4.4, ...(isAssumed && dash ? { dash } : {}) },
        {
          kind: 'path',
          d,
          stroke: WIRES[endColor(wiring, path.end)]?.fill ?? 'black',
          line: 2.6,
          ...(dash ? { dash } : {}),
        },
      ];
    }),
    ...drawing.jumpers.map(({ from, to }): Shape => ({
      kind: 'path',
      d: `M ${width - EDGE} ${from} C ${width - EDGE - 40} ${from} ${width - EDGE - 40} ${to} ${width - EDGE} ${to}`,
      stroke: 'ink',
      line: 2.6,
    })),
    ...drawing.cables.flatMap((one) => cableShapes(one, width, assumed)),
    ...drawing.devices.flatMap((one) => deviceShapes(one, width)),
    ...drawing.joints.flatMap(({ y }, nth): Shape[] => [
      {
        kind: 'rect',
        x: middle - 17,
        y: y - 12,
        width: 34,
        height: 24,
        fill: 'white',
        stroke: 'ink',
        line: 2,
        round: 11,
      },
      {
        kind: 'text',
        x: middle,
        y: y + 5,
        size: 14,
        text: `${nth + 1}`,
        fill: 'ink',
        anchor: 'middle',
        strong: true,
      },
    ]),
  ];
  return {
    width,
    height: Math.max(drawing.height, 40),
    alt: `The wiring: ${drawing.joints.length} joints between ${drawing.cables.length} cables and ${faces.length} devices`,
    shapes,
  };
}

function cableShapes(
  { line, side, top, wires }: Drawing['cables'][number],
  width: number,
  assumed: ReadonlySet<string>,
): Shape[] {
  const left = side === 'left';
  const pill = left ? EDGE - PILL - 2 : width - EDGE + 2;
  return [
    {
      kind: 'text',
      x: left ? 2 : width - 2,
      y: top + 14,
      size: 12,
      text: `${shortName(line.name)}${assumed.has(line.key) ? '?' : ''}`,
      fill: 'ink',
      anchor: left ? 'start' : 'end',
      strong: true,
    },
    {
      kind: 'rect',
      x: left ? 0 : width - 30,
      y: top + MEASURES.header + 3,
      width: 30,
      height: Math.max(1, wires.length) * MEASURES.slot - 6,
      fill: 'grey',
      stroke: 'ink',
      line: 1.6,
      round: 4,
    },
    ...wires.flatMap(({ wire, y }): Shape[] => {
      const look = WIRES[wire.colour] ?? { fill: 'black' as const, ink: 'white' as const };
      return [
        {
          kind: 'path',
          d: `M${left ? 30 : width - 30} ${y} H${left ? EDGE : width - EDGE}`,
          stroke: 'ink',
          line: 2.6,
        },
        {
          kind: 'rect',
          x: pill,
          y: y - 9,
          width: PILL,
          height: 18,
          fill: look.fill,
          stroke: 'ink',
          line: 1.4,
          round: 3,
        },
        {
          kind: 'text',
          x: pill + PILL / 2,
          y: y + 4.5,
          size: 12,
          text: COLOURS[wire.colour as Colour] ?? '',
          fill: look.ink,
          anchor: 'middle',
          strong: true,
        },
      ];
    }),
  ];
}

function deviceShapes({ face, top, height, terminals }: Drawing['devices'][number], width: number): Shape[] {
  const x = width - EDGE;
  return [
    { kind: 'rect', x, y: top, width: EDGE - 1, height, fill: 'white', stroke: 'ink', line: 1.8, round: 6 },
    {
      kind: 'text',
      x: x + 8,
      y: top + 15,
      size: 12,
      text: shortName(face?.title ?? 'metal box'),
      fill: 'ink',
      anchor: 'start',
      strong: true,
    },
    ...terminals.flatMap(({ terminal, y }): Shape[] => [
      { kind: 'circle', x, y, r: 6.5, fill: METALS[terminal.metal ?? ''] ?? 'white', stroke: 'ink' },
      {
        kind: 'text',
        x: x + 12,
        y: y + 4,
        size: 11,
        text: terminal.name.replaceAll('-', ' '),
        fill: 'ink',
        anchor: 'start',
      },
    ]),
  ];
}
