/** The template at 100 %: printed by the browser without a server, or as PDF, SVG and DXF from it. */
import type { CutIn } from '@dense-pack/core/space/cut-in';
import { templateOf, templateSvg } from '@dense-pack/core/space/template';
import FileDown from 'lucide-react-native/icons/file-down';
import Printer from 'lucide-react-native/icons/printer';
import { useMemo, useState } from 'react';
import { templateAddress } from '@/sync/api';
import type { ShownBox } from '../../client/queries';
import { Choice } from '../../parts/Choice';
import { Button } from '../../parts/Press';
import { PrintSheet, printNow } from '../../parts/PrintSheet';
import { Words } from '../../parts/Words';
import { View } from '../../parts/View';

const PAPERS = [
  { value: 'letter', label: 'Letter' },
  { value: 'a4', label: 'A4' },
] as const;

export function FullSize({ box, plan }: { readonly box: ShownBox; readonly plan: CutIn }) {
  const [paper, setPaper] = useState<'letter' | 'a4'>('letter');
  const { best } = plan;
  const svg = useMemo(
    () =>
      best &&
      templateSvg(templateOf(plan, best, [box.room, box.name].filter((part) => part !== '').join(', '))),
    [plan, best, box.room, box.name],
  );
  if (svg === undefined) return null;
  const open = (kind: 'pdf' | 'svg' | 'dxf') => () =>
    void globalThis.open(templateAddress(box.id, kind, paper), '_blank', 'noopener');
  return (
    <View className="gap-2" role="group" aria-label="Template at full size">
      <Words heading={2} strong>
        Template at 100 %
      </Words>
      <Choice
        title="Paper"
        options={PAPERS}
        value={paper}
        always
        even
        onChoose={(chosen) => chosen && setPaper(chosen)}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button label="PDF" icon={FileDown} kind="main" className="grow" onPress={open('pdf')} />
        <Button label="Print here" icon={Printer} className="grow" onPress={printNow} />
        <Button label="SVG" className="grow" onPress={open('svg')} />
        <Button label="DXF" className="grow" onPress={open('dxf')} />
      </View>
      <Words size="fine" tone="text-soft">
        Print at 100 %, not fitted to the page, and measure a bar before you cut. Printing here needs no
        server; the PDF has its bars and is tiled where it is larger than the paper, made of what the server
        has.
      </Words>
      <PrintSheet kind="pages">
        <div dangerouslySetInnerHTML={{ __html: svg }} />
      </PrintSheet>
    </View>
  );
}
