/**
 * A number as it was typed, with a point: the keys some phones show for decimals have a comma and no point. `1,200` stays as it
 * is, and is refused with what is accepted: it may be twelve hundred.
 */
export const withPoint = (text: string): string =>
  text.replace(/(?<![\d.,])(?:0?,\d+|\d+,(?:\d{1,2}|\d{4}))(?![\d.,])/g, (number) =>
    number.replace(',', '.'),
  );
