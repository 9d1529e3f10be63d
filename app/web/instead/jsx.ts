/**
 * In place of NativeWind's own elements: classes become a style of React Native's web parts, which put them on the element as
 * they are. NativeWind would draw a component of its own around each part to do so, twice as many to draw. A plain part is
 * drawn as its element at once.
 */
import { createElement, type ElementType, type Key, type ReactNode } from 'react';
import { jsx as plain, jsxs as plainMany } from 'react/jsx-runtime';
import { Image, Pressable, ScrollView, Text, TextInput, View } from 'react-native';
import { elementOf, type Props, worn } from './element';

export { createElement, Fragment } from 'react';
export type { JSX } from 'react/jsx-runtime';

/** The parts that take classes. A component of our own gets them as any other prop. */
const DRESSED = new Set<unknown>([Image, Pressable, ScrollView, Text, TextInput, View]);
/** Which prop is given its classes in which. */
const CLASSES = [
  ['className', 'style'],
  ['contentContainerClassName', 'contentContainerStyle'],
] as const;

function dressed(type: unknown, props: Props | null): Props | null {
  if (props === null || !CLASSES.some(([from]) => props[from] !== undefined) || !DRESSED.has(type))
    return props;
  const given = { ...props };
  for (const [from, to] of CLASSES) {
    const names = given[from];
    delete given[from];
    if (typeof names !== 'string' || names === '') continue;
    given[to] = given[to] === undefined ? worn(names) : [given[to], worn(names)];
  }
  return given;
}

/** What is drawn for a part, and what it is given. */
const drawn = (type: ElementType, props: Props | null): readonly [ElementType, Props | null] =>
  (elementOf(type, props) as readonly [ElementType, Props] | undefined) ?? [type, dressed(type, props)];

export function jsx(type: ElementType, props: Props, key?: Key) {
  const [as, given] = drawn(type, props);
  return plain(as, given ?? {}, key);
}
export function jsxs(type: ElementType, props: Props, key?: Key) {
  const [as, given] = drawn(type, props);
  return plainMany(as, given ?? {}, key);
}
export function createInteropElement(type: ElementType, props: Props | null, ...inside: ReactNode[]) {
  const [as, given] = drawn(type, props);
  return createElement(as, given, ...inside);
}
