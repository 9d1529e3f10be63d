/** Spoken forms. Common practice, no source: how the trade names cables and boxes aloud. */
import { readCountLine } from './read.ts';
import { fromSpeech } from './spoken.ts';

test.each([
  ['three twelve two and a duplex in an eighteen', '18 in3, 3x 12/2, duplex'],
  [
    'two fourteen two, a fourteen three and two switches in a two gang plastic',
    '2-gang plastic, 2x 14/2, 14/3, 2x switch',
  ],
  ['two gang thirty four, 14/2, two duplex', '34 in3 2-gang, 14/2, 2x duplex'],
  ['3 12 2 and a duplex in an 18', '18 in3, 3x 12/2, duplex'],
  ['twelve two with a gfci in a twenty point three', '20.3 in3, 12/2, gfci'],
  ['two three way switches and a fourteen three in a thirty two cubic inch', '32 in3, 2x 3way, 14/3'],
  ['fourteen two and a three way', '14/2, 3way'],
  [
    'twenty two point five cubic inches plastic old work, 2 12/2, clamps, duplex outlet',
    '22.5 in3 plastic old-work, 2x 12/2, clamps, duplex',
  ],
  ['one dimmer, one switch and three fourteen two in thirty four', '34 in3, dimmer, switch, 3x 14/2'],
])('“%s”', (said, wanted) => {
  const { line, unheard } = fromSpeech(said);
  expect(unheard).toEqual([]);
  const names = (text: string) => {
    const box = readCountLine(text);
    if (!box.ok) throw new Error(`${text}: ${box.error.expected}`);
    return { shell: box.box.shell, items: box.box.items.map(({ id: _id, ...rest }) => rest) };
  };
  expect(names(line)).toEqual(names(wanted));
});

test('words that were not understood are named, not dropped in silence', () => {
  expect(fromSpeech('two fourteen twos in an eighteen').unheard).toEqual(['2', '14', 'twos']);
  expect(fromSpeech('a twelve two with a banana')).toEqual({ line: '12/2', unheard: ['banana'] });
});
