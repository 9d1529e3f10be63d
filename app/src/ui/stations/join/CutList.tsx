/** What to cut, strip and bring for this box. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { type Parts, partsOf } from '@dense-pack/core/plan/cut-list';
import { partsWords } from '@dense-pack/core/plan/parts-words';
import { Words } from '../../parts/Words';
import type { Judged } from './use-wiring';
import { View } from '../../parts/View';

interface CutListProps {
  readonly box: BoxDocument;
  readonly judged: Judged;
}

export function CutList({ box, judged }: CutListProps) {
  return (
    <PartsList title="For this box" parts={partsOf(box, judged.work, judged.wiring, judged.plan.kept)} />
  );
}

/** A list of parts, of a box or of a whole job. */
export function PartsList({ title, parts }: { readonly title: string; readonly parts: Parts }) {
  const rows = partsWords(parts);
  return (
    <View className="rounded-card border border-hair bg-sheet" role="region" aria-label={title}>
      <View className="border-b border-hair px-3 py-2">
        <Words heading={2} strong>
          {title}
        </Words>
      </View>
      {rows.length === 0 && <Words className="px-3 py-2">Nothing to cut and nothing to bring.</Words>}
      {rows.map(({ what, how }) => (
        <View key={`${what}${how}`} className="border-t border-hair px-3 py-2" testID="part">
          <Words strong>{what}</Words>
          <Words size="fine" tone="text-soft">
            {how}
          </Words>
        </View>
      ))}
    </View>
  );
}
