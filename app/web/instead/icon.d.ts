import type { ComponentType } from 'react';
/** An icon of these lines. */
export default function createLucideIcon(icon: {
  readonly name: string;
  readonly node: readonly unknown[];
}): ComponentType<object>;
