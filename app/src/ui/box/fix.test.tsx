/** Findings as they are shown, facts by touch, and the remedy search across its border. Invented boxes. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { checkBox } from '@dense-pack/core/check/check-box';
import { wantedFacts } from '@dense-pack/core/check/open-checks';
import { editionOf } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import { Kit, newKit } from '@dense-pack/core/parts/kit';
import { printCountLine } from '@dense-pack/core/shorthand/print';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { fireEvent, render, screen, within } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import { FindingList } from './FindingList';
import { FactsPanel } from './panels/FactsPanel';
import { answerRemedies, RemedyAnswer } from './remedy-answers';

function boxOf(line: string): BoxDocument {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
}
const edition = editionOf('nec2023');

test('findings say how grave they are by sign and word, and what was not checked lies below a fold', () => {
  const box = boxOf('18 in3 plastic, 14/2, duplex, breaker 20');
  const counted = tally(box, edition);
  render(
    <FindingList
      findings={checkBox(box, edition, counted).findings}
      wanted={wantedFacts(box, edition, counted)}
      edition={edition}
    />,
  );
  const findings = screen.getAllByTestId('finding');
  expect(findings[0]).toHaveTextContent(/Violation, 240\.4\(D\)14 AWG on a 20 A breaker/);
  expect(screen.getAllByText(/^Advice/).length).toBeGreaterThan(0);
  expect(screen.queryAllByTestId('not-checked')).toHaveLength(0);
  fireEvent.press(screen.getByText(/^Not checked \(/));
  expect(screen.getAllByTestId('not-checked').at(-1)).toHaveTextContent(/^Not looked at: free conductors, /);
});

let now: BoxDocument;
function Facts({ line }: { line: string }) {
  const [box, setBox] = useState(boxOf(line));
  useEffect(() => {
    now = box;
  }, [box]);
  return <FactsPanel box={box} wanted={wantedFacts(box, edition, tally(box, edition))} onChange={setBox} />;
}

test('facts are put and taken back by touch; without any, the box has none', () => {
  render(<Facts line="18 in3, 14/2" />);
  fireEvent.press(screen.getByText('All facts'));
  fireEvent.press(screen.getByText('20'));
  fireEvent.press(within(screen.getByLabelText('Place')).getByText('kitchen'));
  fireEvent.press(screen.getByText('3/8'));
  expect(printCountLine(now)).toBe('18 in3, 14/2, breaker 20, place kitchen, setback 0.375 in');
  for (const word of ['20', 'kitchen', '3/8'])
    fireEvent.press(screen.getAllByText(word).at(-1) ?? screen.getByText(word));
  expect(now.site).toBeUndefined();
});

test('what could be a violation is asked; what an eye tells is looked at in one touch', () => {
  render(<Facts line="20 in3 plastic, 14/2, switch" />);
  const asked = () => screen.queryAllByTestId('open-check').map(({ props }) => String(props['aria-label']));
  expect(asked()).toContain('Which breaker is it on?');
  const breaker = within(screen.getByLabelText('Which breaker is it on?'));
  expect(breaker.getByText('Some answers violate 240.4(D), Table 250.122, 110.14(C).')).toBeTruthy();
  fireEvent.press(breaker.getByText('15 A'));
  expect(now.site?.breaker).toBe(15);
  expect(asked()).not.toContain('Which breaker is it on?');
  fireEvent.press(screen.getByText(/^Look at the work \(/));
  fireEvent.press(screen.getByText('I looked at all of it, and it is right'));
  expect(now.site?.right).toContain('setback');
  expect(screen.queryByText(/^Look at the work \(/)).toBeNull();
  expect(printCountLine(now)).toContain('setback right');
});

describe('the remedy search across its border', () => {
  test('what goes out passes its own schema and counts as legal', () => {
    const box = boxOf('18 in3 plastic old-work device-box, 3x 12/2, duplex');
    const answer = RemedyAnswer.parse(
      JSON.parse(JSON.stringify(answerRemedies({ box, circuit: '', edition: 'nec2023', kit: newKit() }))),
    );
    expect(answer.remedies.length).toBeGreaterThan(0);
    for (const remedy of answer.remedies) expect(tally(remedy.box, edition).verdict).toBe('legal');
    // What would not close stands after all that does.
    const first = answer.remedies.findIndex(({ fits }) => fits === 'no');
    if (first >= 0) expect(answer.remedies.slice(first).every(({ fits }) => fits === 'no')).toBe(true);
  });

  test('a legal box with no allowance to spare is offered more room, one with enough is left alone', () => {
    const tight = answerRemedies({
      box: boxOf('10 in3 plastic device-box, 14/2, switch'),
      circuit: '',
      edition: 'nec2023',
      kit: newKit(),
    });
    expect(tight.remedies.length).toBeGreaterThan(0);
    const roomy = answerRemedies({
      box: boxOf('22.5 in3 plastic, 14/2, switch'),
      circuit: '',
      edition: 'nec2023',
      kit: newKit(),
    });
    expect(roomy).toEqual({ remedies: [], asks: [], notes: ['The box is legal as it is.'] });
  });

  test('with an empty truck only what needs no box is offered, and that is said', () => {
    const answer = answerRemedies({
      box: boxOf('18 in3 plastic old-work device-box, 3x 12/2, duplex'),
      circuit: '',
      edition: 'nec2023',
      kit: Kit.parse({ only: true }),
    });
    expect(answer.notes.join()).toContain('The truck has no box');
    expect(answer.remedies.flatMap(({ ids }) => ids).some((id) => id.startsWith('box:'))).toBe(false);
  });

  test('what is no question is refused', () => {
    expect(() => answerRemedies({ box: {}, circuit: '', edition: 'nec2023', kit: newKit() })).toThrow();
    expect(() =>
      answerRemedies({ box: boxOf('18 in3'), circuit: '', edition: 'nec1999', kit: newKit() }),
    ).toThrow();
  });
});
