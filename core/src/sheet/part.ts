/** One table or list of a sheet. */
export interface Part {
  readonly title: string;
  /** Rows of as many cells as there are widths; a strong row is a sum. */
  readonly rows: readonly { readonly cells: readonly string[]; readonly strong?: boolean }[];
  /** Shares of the width, the last columns to the right where they are figures. */
  readonly widths: readonly number[];
  readonly figures?: number;
  readonly note?: string;
}
