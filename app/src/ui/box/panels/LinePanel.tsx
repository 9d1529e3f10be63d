/** The count line: the whole box in one typed line, read as it is typed. */
import type { ChangeBox } from '../use-box-edit';
import type { BoxDocument } from '@dense-pack/core/box/document';
import { newId } from '@dense-pack/core/box/new-id';
import { reread } from '@dense-pack/core/box/reread';
import type { Job } from '@dense-pack/core/box/record';
import { printCountLine } from '@dense-pack/core/shorthand/print';
import { QuickLine } from '../../parts/QuickLine';
import { Words } from '../../parts/Words';
import { View } from '../../parts/View';

interface LinePanelProps {
  readonly box: BoxDocument;
  readonly job: Job;
  readonly boxId: string;
  readonly onChange: ChangeBox;
}

export function LinePanel({ box, boxId, job, onChange }: LinePanelProps) {
  const line = printCountLine(box);
  return (
    <View className="gap-2">
      <Words heading={2} strong>
        The box in one line
      </Words>
      <QuickLine
        key={line}
        start={line}
        draft={`line/${boxId}`}
        edition={box.edition ?? job.edition}
        action="Use this line"
        // What the box does is no part of the line: it stays, and so do the pieces that are still there.
        onRead={(read) => onChange((now) => reread(now, read, newId))}
      />
    </View>
  );
}
