/** The ways in which such a box is usually wired, to begin with and to put right. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Wiring } from '@dense-pack/core/wiring/wiring';
import type { Edition } from '@dense-pack/core/edition/edition';
import { LIKELY_WORDS, likelyWirings } from '@dense-pack/core/plan/likely';
import { workOf } from '@dense-pack/core/plan/suggest';
import { useMemo } from 'react';
import { Button } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { EMPTY } from './use-wiring';
import { View } from '../../parts/View';

interface LikelyChoiceProps {
  /** The box as it was found. */
  readonly box: BoxDocument;
  readonly circuit: string;
  readonly edition: Edition;
  /** Nothing joined is a beginning as well. */
  readonly empty?: boolean;
  readonly onFound: (wiring: Wiring) => void;
}

export function LikelyChoice({ box, circuit, edition, empty = false, onFound }: LikelyChoiceProps) {
  const likely = useMemo(() => likelyWirings(box, workOf(box, circuit), edition), [box, circuit, edition]);
  return (
    <View className="gap-2" role="group" aria-label="How it is wired now">
      <Words strong>How is it wired now?</Words>
      <Words tone="text-soft">
        Take the one that looks most like it, then put right what differs. Test before touching: the drawing
        is no proof that anything is dead.
      </Words>
      {likely.map(({ kind, wiring }, nth) => (
        <Button
          key={kind}
          label={LIKELY_WORDS[kind].replace(/^./, (letter) => letter.toUpperCase())}
          kind={nth === 0 ? 'main' : 'plain'}
          onPress={() => onFound(wiring)}
        />
      ))}
      {empty && <Button label="Otherwise: begin with nothing joined" onPress={() => onFound(EMPTY)} />}
    </View>
  );
}
