/** The first of a long list, and more of it at a touch: what is not looked at is not drawn. */
import { type ReactNode, useState } from 'react';
import { Button } from './Press';

/** @param step so many at first, and so many more with each touch */
export function useFirst<T>(
  list: readonly T[],
  step: number,
): { readonly shown: readonly T[]; readonly more: ReactNode } {
  const [many, setMany] = useState(step);
  const left = list.length - many;
  return {
    shown: left > 0 ? list.slice(0, many) : list,
    more:
      left > 0 ? (
        <Button
          label={`Show ${Math.min(step, left)} more of ${list.length}`}
          onPress={() => setMany(many + step)}
        />
      ) : null,
  };
}
