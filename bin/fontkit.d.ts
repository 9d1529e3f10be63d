/** What the tests use of fontkit, which ships no types. */
declare module 'fontkit' {
  interface Path {
    translate(x: number, y: number): Path;
    scale(x: number, y: number): Path;
    mapPoints(map: (x: number, y: number) => readonly [number, number]): Path;
    toSVG(): string;
  }
  interface Face {
    readonly ascent: number;
    readonly descent: number;
    readonly unitsPerEm: number;
    layout(text: string): {
      readonly glyphs: readonly { readonly path: Path }[];
      readonly positions: readonly { readonly xAdvance: number }[];
      readonly advanceWidth: number;
    };
  }
  export function openSync(path: string): Face;
}
