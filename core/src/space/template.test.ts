/** What a template may say: its words come from people, and its file must be XML. */
import { lengthIn } from '../box/stored-quantities.ts';
import { templateSvg } from './template.ts';

/** Every character XML 1.0 takes (production 2, Char; https://www.w3.org/TR/xml/#charsets, from memory). */
const XML = /^[\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]*$/u;

test.each([
  ['Bath & “shower” <left>', 'Bath &amp; “shower” &lt;left&gt;'],
  ['a\ufffeb\uffffc', 'a\ufffdb\ufffdc'],
  ['half \ud83d of a sign', 'half \ufffd of a sign'],
  ['whole \ud83d\udd0c sign', 'whole \ud83d\udd0c sign'],
  ['bell \u0007', 'bell \ufffd'],
])('%j is written so that it can be read', (text, written) => {
  const side = lengthIn('2 in');
  const svg = templateSvg({ width: side, height: side, lines: [], words: [{ text, x: 0, y: 0, size: 1 }] });
  expect(svg).toMatch(XML);
  expect(svg).toContain(`>${written}</text>`);
});
