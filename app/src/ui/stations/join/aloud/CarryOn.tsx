/** Step mode from the first joint to the last screw: twist, cap, lay here, next; then every landing, and the folding. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Edition } from '@dense-pack/core/edition/edition';
import { foldBox } from '@dense-pack/core/fold/fold';
import { foldSteps } from '@dense-pack/core/fold/fold-steps';
import { solidsOf } from '@dense-pack/core/parts/kit';
import { useMemo, useState } from 'react';
import { useKit } from '../../../truck/kit';
import type { Judged } from '../use-wiring';
import { carriedOn, toggled } from './fold-steps';
import { HandsBusy } from './HandsBusy';
import { landSteps, type Step } from './steps';

interface CarryOnProps {
  readonly box: BoxDocument;
  readonly edition: Edition;
  readonly judged: Judged;
  readonly joints: readonly Step[];
  readonly made: ReadonlySet<string>;
  readonly onTick: (id: string) => void;
  readonly onClose: () => void;
}

export function CarryOn({ box, edition, judged, joints, made, onTick, onClose }: CarryOnProps) {
  const kit = useKit();
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const steps = useMemo(() => {
    const { inside, places } = foldBox(box, edition, judged, { quick: true, solids: solidsOf(kit) });
    return carriedOn(
      joints,
      landSteps(judged),
      inside ? foldSteps(places, inside.width, inside.height, judged) : [],
    );
  }, [box, edition, judged, joints, kit]);
  return (
    <HandsBusy
      steps={steps}
      made={new Set([...made, ...folded])}
      onTick={(id) => (id.startsWith('fold:') ? setFolded((now) => toggled(now, id)) : onTick(id))}
      onClose={onClose}
    />
  );
}
