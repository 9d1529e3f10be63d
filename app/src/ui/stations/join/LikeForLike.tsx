/** A worn device replaced by one like it: asked once how it is wired now, where that was not entered. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { WorkPlan } from '@dense-pack/core/box/work';
import type { Wiring } from '@dense-pack/core/wiring/wiring';
import type { Edition } from '@dense-pack/core/edition/edition';
import { hasFound } from '@dense-pack/core/plan/planned';
import { useState } from 'react';
import { Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { LikelyChoice } from './LikelyChoice';
import type { ChangeWork } from './use-wiring';

interface LikeForLikeProps {
  /** The box as it was found. */
  readonly box: BoxDocument;
  readonly circuit: string;
  readonly edition: Edition;
  readonly work: WorkPlan;
  /** The device. */
  readonly of: string;
  readonly onWork: ChangeWork;
}

export function LikeForLike({ box, circuit, edition, work, of, onWork }: LikeForLikeProps) {
  const [asking, setAsking] = useState(false);
  const on = work.renewed?.includes(of) ?? false;
  const renew = (found?: Wiring) =>
    onWork(({ renewed = [], ...now }) => {
      const rest = renewed.filter((one) => one !== of);
      const next = on ? rest : [...rest, of];
      return {
        ...now,
        ...(found === undefined ? {} : { found }),
        ...(next.length > 0 ? { renewed: next } : {}),
      };
    });
  return (
    <>
      <Chip
        label="Worn: replace it like for like"
        on={on || asking}
        onPress={() => (on || hasFound(work) ? renew() : setAsking(!asking))}
      />
      {asking && !on && !hasFound(work) && (
        <LikelyChoice box={box} circuit={circuit} edition={edition} onFound={renew} />
      )}
      {on && (
        <Words size="fine" tone="text-soft">
          Terminal for terminal, tabs as they were, none back into a spring hole. Mark each conductor before
          it is taken off.
        </Words>
      )}
    </>
  );
}
