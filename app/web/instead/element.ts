/**
 * A part of React Native's that asks for nothing but to be there is drawn as the element of the page it would become. Between
 * a part and its element React Native draws a component, for words four, and most of a screen is plain parts and words.
 */
import { StyleSheet, Text, View } from 'react-native';
import propsToAccessibilityComponent from 'react-native-web/dist/modules/AccessibilityUtil/propsToAccessibilityComponent';
import propsToAriaRole from 'react-native-web/dist/modules/AccessibilityUtil/propsToAriaRole';

export type Props = Record<string, unknown>;

/** In a page the style sheet gives the classes of styles and what is left of them. */
const dress = StyleSheet as unknown as (
  styles: readonly unknown[],
) => readonly [string, Readonly<Record<string, string | number>> | null | undefined];

/** One style for the same classes, so that what they come to is looked up, not made anew for each element. */
const wardrobe = new Map<string, object>();
/** The style that gives an element these classes. */
export function worn(names: string): object {
  let style = wardrobe.get(names);
  if (style === undefined) wardrobe.set(names, (style = { $$css: true, [names]: names }));
  return style;
}

/** What is the element’s own under the same name. */
const SAID =
  /^aria-(label|labelledby|live|orientation|rowcount|rowindex|selected|valuemax|valuemin|valuenow|valuetext|sort|level|checked|current|hidden)$/;
/** What is done with otherwise than by saying it. */
const OWN = /^(children|className|style|testID|role|id|nativeID|numberOfLines)$/;
/** Roles that make a part one that is reached by keyboard. */
const REACHED = /^(button|checkbox|link|radio|textbox|switch)$/;

function isPlain(type: unknown, props: Props): boolean {
  if (type !== View && type !== Text) return false;
  for (const name in props)
    if (!OWN.test(name) && !SAID.test(name) && props[name] !== undefined) return false;
  return typeof props['role'] !== 'string' || !REACHED.test(props['role']);
}

/** The element a plain part becomes and what it is given; undefined for any other. */
export function elementOf(type: unknown, props: Props | null): readonly [string, Props] | undefined {
  if (props === null || !isPlain(type, props)) return undefined;
  const { children, className, style, testID, role, id, nativeID, numberOfLines, ...said } = props;
  const lines = type === Text && typeof numberOfLines === 'number' ? numberOfLines : 0;
  const base =
    type === View ? 'part' : lines === 0 ? 'words' : lines === 1 ? 'words one-line' : 'words some-lines';
  const names = typeof className === 'string' ? className : '';
  const given: Props = {};
  if (style === undefined && lines < 2) given['className'] = names === '' ? base : `${base} ${names}`;
  else {
    const [classes, inline] = dress([
      lines > 1 && { WebkitLineClamp: lines },
      style,
      names !== '' && worn(names),
    ]);
    given['className'] = classes === '' ? base : `${base} ${classes}`;
    if (inline) given['style'] = inline;
  }
  for (const name in said) {
    const value = said[name];
    if (value === undefined || value === null || (name === 'aria-hidden' && value !== true)) continue;
    given[name] = name === 'aria-live' && value === 'none' ? 'off' : value;
  }
  if (testID !== undefined) given['data-testid'] = testID;
  if ((id ?? nativeID) !== undefined) given['id'] = id ?? nativeID;
  if (children !== undefined) given['children'] = children;
  if (role === undefined) return [type === View ? 'div' : 'span', given];
  const told = propsToAriaRole(props);
  if (told != null) given['role'] = told === 'none' ? 'presentation' : told;
  return [propsToAccessibilityComponent(props) ?? (type === View ? 'div' : 'span'), given];
}
