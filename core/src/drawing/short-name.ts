/** Letters of a name that fit an edge of the drawing of a wiring. */
const NAME_MOST = 15;

/**
 * A name in the width of an edge: the noun goes first, then letters; the number that tells like ones apart stays.
 * @example shortName('duplex receptacle 2') // 'duplex 2'
 */
export function shortName(text: string): string {
  if (text.length <= NAME_MOST) return text;
  const plain = text.replace(/ (receptacle|switch|device|face on a yoke)(?= \d+$|$)/, '');
  if (plain.length <= NAME_MOST) return plain;
  const number = / \d+$/.exec(plain)?.[0] ?? '';
  return `${plain.slice(0, NAME_MOST - 1 - number.length).trimEnd()}…${number}`;
}
