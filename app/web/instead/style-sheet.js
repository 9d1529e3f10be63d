/*
 * In place of React Native's style sheet for pages: a style is made into rules when it is first worn, not when its file is
 * read, and classes go to the element as they are. Forty parts make their styles at start, and a first screen wears few of them.
 */
import { atomic, classic, inline } from 'react-native-web/dist/exports/StyleSheet/compiler';
import { createSheet } from 'react-native-web/dist/exports/StyleSheet/dom';
import { preprocess } from 'react-native-web/dist/exports/StyleSheet/preprocess';
import { styleq } from 'styleq';
import { localizeStyle } from 'styleq/transform-localize-style';

const SHADOWS = { shadow: true, textShadow: true };
const sheet = createSheet();

/** Styles that were given to `create`: the name of each, and from the first wearing on its classes. */
const named = new WeakMap();
const made = new WeakMap();

function compile(style, name) {
  const reset = name.indexOf('$raw');
  const [classes, rules] =
    reset < 0 ? atomic(preprocess(style, SHADOWS)) : classic(style, name.slice(0, reset));
  for (const [each, order] of rules) for (const rule of each) sheet.insert(rule, order);
  made.set(style, classes);
  return classes;
}

const dressing = (isRightToLeft) =>
  styleq.factory({
    transform(style) {
      if (style.$$css) return style;
      const name = named.get(style);
      if (name === undefined) return preprocess(style, SHADOWS);
      return localizeStyle(made.get(style) ?? compile(style, name), isRightToLeft);
    },
  });
const [leftToRight, rightToLeft] = [dressing(false), dressing(true)];

/** The classes and the inline style of an element. */
function StyleSheet(styles, { writingDirection } = {}) {
  const isRightToLeft = writingDirection === 'rtl';
  const dressed = (isRightToLeft ? rightToLeft : leftToRight)(styles);
  if (dressed[1] != null) dressed[1] = inline(dressed[1], isRightToLeft);
  return dressed;
}

function create(styles) {
  for (const [name, style] of Object.entries(styles))
    if (style != null && style.$$css !== true) named.set(style, name);
  return styles;
}

StyleSheet.create = create;
StyleSheet.absoluteFillObject = { position: 'absolute', left: 0, right: 0, top: 0, bottom: 0 };
StyleSheet.absoluteFill = create({ x: { ...StyleSheet.absoluteFillObject } }).x;
StyleSheet.compose = (one, other) => [one, other];
StyleSheet.flatten = (...styles) =>
  Object.assign({}, ...styles.flat(Infinity).filter((style) => style != null && typeof style === 'object'));
StyleSheet.getSheet = () => ({ id: sheet.id, textContent: sheet.getTextContent() });
StyleSheet.hairlineWidth = 1;

export default StyleSheet;
