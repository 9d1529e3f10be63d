/** Both stamps of a box, each counted its own way. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Edition } from '@dense-pack/core/edition/edition';
import { bothWays } from '@dense-pack/core/fill/both-ways';
import { Words } from '../../parts/Words';
import { VerdictLine } from '../../tape/Verdict';
import { View } from '../../parts/View';

/** What both stamps say, where both are known; the volume decides. */
export function BothWays({ box, edition }: { readonly box: BoxDocument; readonly edition: Edition }) {
  const both = bothWays(box, edition);
  if (!both) return null;
  return (
    <View className="gap-1 rounded-card border border-hair bg-sheet p-3" testID="both-ways">
      <Words size="fine" strong>
        By volume
      </Words>
      <VerdictLine {...both.volume} />
      <Words size="fine" strong>
        By wire counts
      </Words>
      <VerdictLine
        {...both.counts}
        more={both.counts.counted.verdict === 'unknown' ? 'wire counts hold for one size only' : undefined}
      />
    </View>
  );
}
