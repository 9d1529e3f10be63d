/**
 * In place of NativeWind's own elements: classes become a style of React Native's web parts, which put them on the element as
 * they are. NativeWind would draw a component of its own around each part to do so, twice as many to draw.
 */
import { createElement, type ElementType, type Key, type ReactNode } from 'react';
import { jsx as plain, jsxs as plainMany } from 'react/jsx-runtime';
import { Image, Pressable, ScrollView, Text, TextInput, View } from 'react-native';

export { createElement, Fragment } from 'react';
export type { JSX } from 'react/jsx-runtime';

type Props = Record<string, unknown>;

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
    const worn = { $$css: true, [names]: names };
    given[to] = given[to] === undefined ? worn : [given[to], worn];
  }
  return given;
}

export const jsx = (type: ElementType, props: Props, key?: Key) =>
  plain(type, dressed(type, props) ?? {}, key);
export const jsxs = (type: ElementType, props: Props, key?: Key) =>
  plainMany(type, dressed(type, props) ?? {}, key);
export const createInteropElement = (type: ElementType, props: Props | null, ...inside: ReactNode[]) =>
  createElement(type, dressed(type, props), ...inside);
