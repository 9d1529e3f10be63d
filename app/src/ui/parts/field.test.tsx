/** What a field shows while what it began with is changed elsewhere. */
import { fireEvent, render, screen } from '@testing-library/react-native';
import { Field } from './Field';

const ended = jest.fn();
const shown = (stored: string, problem?: string) => (
  <Field label="Name" defaultValue={stored} problem={problem} onEnd={ended} />
);
const field = () => screen.getByLabelText('Name');
const type = (text: string) => fireEvent.changeText(field(), text);
const leave = () => fireEvent(field(), 'blur');

beforeEach(() => ended.mockClear());

test('a field nobody typed in follows, and leaving it does not put the older text back', () => {
  render(shown('den'));
  screen.rerender(shown('study'));
  expect(field()).toHaveProp('value', 'study');
  leave();
  expect(ended).toHaveBeenCalledWith('study');
});

test('what is being typed stays while another changes it', () => {
  render(shown('den'));
  type('den, by the do');
  screen.rerender(shown('study'));
  expect(field()).toHaveProp('value', 'den, by the do');
  type('den, by the door');
  leave();
  expect(ended).toHaveBeenCalledWith('den, by the door');
});

test('once what was typed is taken, the field follows again', () => {
  render(shown('18'));
  type(' 20.0 ');
  leave();
  screen.rerender(shown('20'));
  expect(field()).toHaveProp('value', '20');
  screen.rerender(shown('22'));
  expect(field()).toHaveProp('value', '22');
});

test('what was refused stays to be corrected', () => {
  render(shown('18'));
  type('big');
  leave();
  screen.rerender(shown('18', '“big” is not a volume'));
  screen.rerender(shown('22', '“big” is not a volume'));
  expect(field()).toHaveProp('value', 'big');
});

test('what is being typed when the screen goes is taken, once, and only if it was typed', () => {
  render(shown('den'));
  screen.unmount();
  expect(ended).not.toHaveBeenCalled();
  render(shown('den'));
  type('den, by the door');
  screen.unmount();
  expect(ended.mock.calls).toEqual([['den, by the door']]);
  ended.mockClear();
  render(shown('den'));
  type('study');
  leave();
  screen.unmount();
  expect(ended.mock.calls).toEqual([['study']]);
});
