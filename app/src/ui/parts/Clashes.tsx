/** What is asked where two people changed the same, or one deleted what the other changed. */
import type { ClashWords } from '@dense-pack/core/shorthand/conflict-words';
import { makeAgain, outbox } from '../client/queries';
import { Notice } from './Notice';
import { Button } from './Press';
import { Words } from './Words';
import { View } from './View';

interface ClashesProps {
  readonly clashes: readonly ClashWords[];
  /** It is not known what both were made from: the person chooses one as a whole. */
  readonly whole?: boolean;
}

/** The fields both changed, each with both values; all else is kept of both, or of the one that is chosen. */
export function Clashes({ clashes, whole = false }: ClashesProps) {
  if (clashes.length === 0) return null;
  return (
    <View className="gap-1 border-t border-hair py-1" role="group" aria-label="Changed twice">
      {clashes.map(({ what, mine, theirs }) => (
        <Words key={what} testID="clash">{`${what}: yours ${mine}; stored ${theirs}.`}</Words>
      ))}
      <Words tone="text-soft">
        {whole
          ? 'It is not known what both were made from, as after a backup was put back. Choose one of the two as a whole.'
          : 'What else you and the other changed is kept of both.'}
      </Words>
    </View>
  );
}

/** Which of two stands where they clash. */
export function Choose({ id }: { readonly id: string }) {
  return (
    <View className="flex-row flex-wrap gap-2 pt-1">
      <Button label="Keep yours" kind="main" onPress={() => void outbox.settle(id, 'mine')} />
      <Button label="Take stored" onPress={() => void outbox.settle(id, 'theirs')} />
    </View>
  );
}

interface GoneProps {
  readonly what: 'box' | 'job';
  readonly id: string;
}

/** A record with a change that waits was deleted elsewhere: made again, or let go. */
export function Gone({ what, id }: GoneProps) {
  return (
    <Notice title={`This ${what} was deleted elsewhere`} tone="unknown" live>
      <Words>{`Your change of it is kept here. It can be made again as you left it, or go with the ${what}.`}</Words>
      <View className="flex-row flex-wrap gap-2 pt-1">
        <Button label="Make it again" kind="main" onPress={() => void makeAgain(id)} />
        <Button label="Let it go" onPress={() => void outbox.giveUp(id)} />
      </View>
    </Notice>
  );
}
