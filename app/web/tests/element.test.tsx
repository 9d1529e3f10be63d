/**
 * Held to React Native's own parts for pages (react-native-web): the element a plain part becomes is the one they would draw, and
 * is laid out by the same rules. Only the names of classes differ, and words are a span in any place.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import postcss from 'postcss';
import { createElement, type ReactNode } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { Pressable, ScrollView, StyleSheet, Text, View } from 'react-native';
import { elementOf, type Props } from '../instead/element';
import { createInteropElement, jsx, jsxs } from '../instead/jsx';

jest.mock('react-native', () => jest.requireActual<object>('react-native-web'));

const worn = (names: string) => ({ $$css: true, [names]: names });
const Own = () => null;

/** Without the names of classes, and without what the words' own class says instead. */
const bare = (html: string) =>
  html
    .replaceAll(/ (class|dir)="[^"]*"/g, '')
    .replaceAll(/<(\/?)(span|div)\b/g, '<$1div')
    .replaceAll(/-webkit-line-clamp:(\d)/g, '-webkit-line-clamp:$1')
    .replaceAll(/ [a-z-]+="[^"]*"(?: [a-z-]+="[^"]*")*/g, (all) =>
      all
        .split(/ (?=[a-z-]+=)/)
        .sort()
        .join(' '),
    );

/** What React Native draws for the part. */
const theirs = (type: typeof View | typeof Text, { className, style, ...rest }: Props) =>
  renderToStaticMarkup(
    createElement(type as never, { ...rest, style: [style, className && worn(String(className))] } as never),
  );

const ours = (type: typeof View | typeof Text, props: Props) => {
  const [as, given] = elementOf(type, props) ?? [];
  if (as === undefined) throw new Error('not plain');
  return renderToStaticMarkup(createElement(as, given));
};

const PLAIN: readonly Props[] = [
  {},
  { className: 'gap-2 p-4', testID: 'a', children: createElement('b', null, 'in') },
  { className: '', id: 'b' },
  { nativeID: 'c', 'aria-label': 'Box', role: 'group' },
  { role: 'list', className: 'p-1' },
  { role: 'listitem' },
  { role: 'region', 'aria-label': 'Count' },
  { role: 'main' },
  { role: 'none' },
  { role: 'status', 'aria-live': 'polite' },
  { role: 'alert', 'aria-live': 'none' },
  { role: 'heading', 'aria-level': 2, children: createElement('b') },
  { role: 'heading' },
  { role: 'img', 'aria-label': 'Vessel' },
  { 'aria-hidden': true },
  { 'aria-hidden': false },
  { 'aria-label': undefined, 'aria-selected': false, 'aria-valuenow': 3, 'aria-labelledby': 'x' },
  { style: { width: 3, height: '50%', opacity: 0, zIndex: 2 } },
  { style: [{ width: 3 }, undefined, [{ left: 1.5 }]], className: 'p-1' },
  { style: { paddingHorizontal: 4, transform: [{ translateX: 3 }], lineHeight: 20, fontSize: 13 } },
  { style: undefined },
];

test.each(PLAIN.map((props, nth) => [nth, props] as const))(
  'plain part %i is the same element',
  (_, props) => {
    expect(bare(ours(View, props))).toBe(bare(theirs(View, props)));
    expect(bare(ours(Text, props))).toBe(bare(theirs(Text, props)));
  },
);

test('words of some lines are cut where React Native cuts them', () => {
  for (const numberOfLines of [1, 2, 3])
    expect(bare(ours(Text, { numberOfLines, style: { color: 'red' } }))).toBe(
      bare(theirs(Text, { numberOfLines, style: { color: 'red' } })),
    );
  expect(elementOf(Text, { numberOfLines: 1 })?.[1]['className']).toBe('words one-line');
  expect(elementOf(Text, { numberOfLines: 2 })?.[1]['className']).toMatch(/^words some-lines/);
});

test('classes stand after those of the part, with those of a style', () => {
  expect(elementOf(View, { className: 'gap-2 p-4' })?.[1]['className']).toBe('part gap-2 p-4');
  expect(elementOf(View, { className: 'p-4', style: { width: 1 } })?.[1]['className']).toBe('part p-4');
});

test.each([
  ['a ref', { ref: () => undefined }],
  ['being told its place', { onLayout: () => undefined }],
  ['following a finger', { onStartShouldSetResponder: () => true }],
  ['being reached', { tabIndex: 0 }],
  ['a role that is reached', { role: 'button' }],
  ['being out of use', { 'aria-disabled': true }],
  ['touches', { pointerEvents: 'none' }],
  ['a name of before', { accessibilityLabel: 'Box' }],
])('a part that asks for %s is React Native’s own', (_, asked) => {
  expect(elementOf(View, { className: 'p-4', ...asked })).toBeUndefined();
});

test('no other part is plain', () => {
  for (const type of [Pressable, ScrollView, Own, 'div']) expect(elementOf(type, {})).toBeUndefined();
  expect(elementOf(View, null)).toBeUndefined();
});

/** The rules of the app's own style sheet, by selector. */
const rules = new Map<string, Map<string, string>>();
postcss.parse(readFileSync(join(__dirname, '../../src/global.css'), 'utf8')).walkRules((rule) => {
  const said = new Map<string, string>();
  rule.walkDecls(({ prop, value }) => void said.set(prop, value));
  rules.set(rule.selector, said);
});
/** The rules React Native made of one of its own styles, found by what only that one says. */
function theirRules(part: ReactNode) {
  const [, name] = /class="(css-[^" ]+)/.exec(renderToStaticMarkup(part)) ?? [];
  const text = (StyleSheet as unknown as { getSheet(): { textContent: string } }).getSheet().textContent;
  const body = text.split(`.${name}{`)[1]?.split('}')[0] ?? '';
  return new Map(
    body
      .split(';')
      .filter(Boolean)
      .map((line) => line.split(/:(.*)/s).slice(0, 2) as [string, string]),
  );
}
/** One way of saying a rule. */
const said = (declarations: ReadonlyMap<string, string> | undefined) =>
  Object.fromEntries(
    [...(declarations ?? [])].flatMap(([name, value]) => {
      if (name === 'font' || name === 'unicode-bidi') return [];
      const as = name === 'background' ? 'background-color' : name === 'word-wrap' ? 'overflow-wrap' : name;
      const plain = value
        .replace(/^rgba\(0,0,0,0(\.00)?\)$/, 'transparent')
        .replace(/^rgba\(0,0,0,1(\.00)?\)$/, 'black')
        .replace(/^0px$/, '0');
      return [[as, plain]];
    }),
  );

test('a part and words are laid out by the rules React Native has for its own', () => {
  expect(said(rules.get('.part'))).toEqual(said(theirRules(<RealView />)));
  expect(said(rules.get('.words'))).toEqual(said(theirRules(<RealText />)));
  expect(Object.keys(said(rules.get('.words'))).length).toBeGreaterThan(10);
});
/** Drawn by React Native itself, not by way of the elements under test. */
const RealView = () => createElement(View);
const RealText = () => createElement(Text);

test('a part that asks for more wears its classes over the style it has', () => {
  const more = { tabIndex: 0 as const };
  const element = jsx(View, { ...more, className: 'gap-2 p-4', testID: 'a', style: { width: 3 } }, 'key');
  expect(element.props).toEqual({ ...more, testID: 'a', style: [{ width: 3 }, worn('gap-2 p-4')] });
  expect(element.key).toBe('key');
  expect(jsxs(View, { ...more, className: 'p-1', children: [1, 2] }).props).toEqual({
    ...more,
    style: worn('p-1'),
    children: [1, 2],
  });
  expect(jsx(View, { ...more, className: '' }).props).toEqual(more);
});

test('a scroll view wears classes outside and inside', () => {
  expect(jsx(ScrollView, { className: 'flex-1', contentContainerClassName: 'p-4' }).props).toEqual({
    style: worn('flex-1'),
    contentContainerStyle: worn('p-4'),
  });
});

test('a component of one’s own and an element of the page get their class as it is', () => {
  expect(jsx(Own, { className: 'p-4' }).props).toEqual({ className: 'p-4' });
  expect(jsx('button', { className: 'touch' }).props).toEqual({ className: 'touch' });
});

test('an element made without JSX is dressed alike', () => {
  const made = createInteropElement(View, { className: 'p-4' }, 'inside');
  expect([made.type, made.props]).toEqual(['div', { className: 'part p-4', children: 'inside' }]);
  expect(createInteropElement(Own, null)).toEqual(createElement(Own, null));
});
