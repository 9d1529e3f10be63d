/** The quick line: read as it is typed, refused with the reason, heard as it is spoken. */
import { fireEvent, render, screen } from '@testing-library/react-native';
import { QuickLine } from './QuickLine';

function typed(line: string, edition: 'nec2023' | 'nec2017' = 'nec2023') {
  const onRead = jest.fn();
  render(<QuickLine edition={edition} action="Use it" onRead={onRead} />);
  fireEvent.changeText(screen.getByLabelText('Count line'), line);
  fireEvent.press(screen.getByText('Use it'));
  return onRead;
}

test('a line that reads shows its verdict and is handed on', () => {
  const onRead = typed('18 in3 plastic, 3x 12/2, duplex');
  expect(screen.getByText('Over by 2.25 in³')).toBeTruthy();
  expect(onRead).toHaveBeenCalledWith(
    expect.objectContaining({ shell: { volume: '18 in3', material: 'plastic', gangs: 1 } }),
  );
});

test('a line that does not read names the item and the nearest word, and is not handed on', () => {
  const onRead = typed('18 in3, 2x 12/2, duplx');
  expect(screen.getByTestId('problem')).toHaveTextContent(/“duplx” at character 18.*Did you mean “duplex”\?/);
  expect(onRead).not.toHaveBeenCalled();
});

test('the job’s edition decides where the line names none, the line’s own where it does', () => {
  typed('box 32, 5x 14/2, clamps, 2x switch', 'nec2017');
  expect(screen.getByText('Legal, 0.00 in³ left; nothing more goes in')).toBeTruthy();
  screen.unmount();
  typed('nec2023, box 32, 5x 14/2, clamps, 2x switch', 'nec2017');
  expect(screen.getByText('Over by 0.50 in³')).toBeTruthy();
});

test('spoken words are shown as the line they were heard as', () => {
  const onRead = typed('two twelve two and a duplex in an eighteen');
  expect(screen.getByTestId('heard')).toHaveTextContent('Heard as: 2x 12/2, duplex, 18 in3');
  expect(onRead).toHaveBeenCalledTimes(1);
});

test('words that were not understood are refused, not guessed', () => {
  const onRead = typed('two twelve two and a banana in an eighteen');
  expect(screen.queryByTestId('heard')).toBeNull();
  expect(screen.getByTestId('problem')).toBeTruthy();
  expect(onRead).not.toHaveBeenCalled();
});

test('an empty line says nothing and does nothing', () => {
  const onRead = typed('');
  expect(screen.queryByTestId('problem')).toBeNull();
  expect(onRead).not.toHaveBeenCalled();
});
