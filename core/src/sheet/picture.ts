/**
 * A drawing for paper, as plain shapes: the server’s PDF and the browser’s print view draw the same. Colours are
 * named; every one of them has a letter or a pattern beside it, so that a black-and-white copy reads as well.
 */

/** Colours of paper, by what they stand for. */
export const PAPER = {
  ink: '#16191a',
  soft: '#4c4f4a',
  hair: '#b9b3a4',
  white: '#ffffff',
  over: '#a3200d',
  black: '#24282a',
  red: '#b3261e',
  blue: '#1f4fa3',
  green: '#8fb98a',
  brass: '#e8c37a',
  grey: '#c4c7c9',
  tan: '#d8c6b0',
} as const;
export type Ink = keyof typeof PAPER;

export type Shape =
  | {
      readonly kind: 'rect';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly fill?: Ink;
      readonly stroke?: Ink;
      readonly line?: number;
      readonly round?: number;
    }
  | {
      readonly kind: 'path';
      readonly d: string;
      readonly stroke: Ink;
      readonly line: number;
      readonly dash?: readonly [number, number];
    }
  | {
      readonly kind: 'circle';
      readonly x: number;
      readonly y: number;
      readonly r: number;
      readonly fill: Ink;
      readonly stroke: Ink;
    }
  | {
      readonly kind: 'text';
      readonly x: number;
      readonly y: number;
      readonly size: number;
      readonly text: string;
      readonly fill: Ink;
      readonly anchor: 'start' | 'middle' | 'end';
      readonly strong?: boolean;
    };

export interface Picture {
  readonly width: number;
  readonly height: number;
  /** What it shows, told to those who hear it. */
  readonly alt: string;
  readonly shapes: readonly Shape[];
}
