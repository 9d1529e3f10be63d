/** Classes become a style of React Native's web parts; whatever else a part is given stays. */
import { createElement } from 'react';
import { ScrollView, View } from 'react-native';
import { createInteropElement, jsx, jsxs } from '../instead/jsx';

const worn = (names: string) => ({ $$css: true, [names]: names });
const Own = () => null;

test('a part wears its classes, over the style it has', () => {
  const element = jsx(View, { className: 'gap-2 p-4', testID: 'a', style: { width: 3 } }, 'key');
  expect(element.props).toEqual({ testID: 'a', style: [{ width: 3 }, worn('gap-2 p-4')] });
  expect(element.key).toBe('key');
  expect(jsxs(View, { className: 'p-1', children: [1, 2] }).props).toEqual({
    style: worn('p-1'),
    children: [1, 2],
  });
});

test('a scroll view wears classes outside and inside', () => {
  expect(jsx(ScrollView, { className: 'flex-1', contentContainerClassName: 'p-4' }).props).toEqual({
    style: worn('flex-1'),
    contentContainerStyle: worn('p-4'),
  });
});

test('an empty class is none; what has no class is the same props', () => {
  const props = { testID: 'a' };
  expect(jsx(View, { className: '' }).props).toEqual({});
  expect(jsx(View, props).props).toEqual(props);
});

test('a component of one’s own and an element of the page get their class as it is', () => {
  expect(jsx(Own, { className: 'p-4' }).props).toEqual({ className: 'p-4' });
  expect(jsx('button', { className: 'touch' }).props).toEqual({ className: 'touch' });
});

test('an element made without JSX is dressed alike', () => {
  const made = createInteropElement(View, { className: 'p-4' }, 'inside');
  expect(made.props).toEqual({ style: worn('p-4'), children: 'inside' });
  expect(createInteropElement(Own, null)).toEqual(createElement(Own, null));
});
