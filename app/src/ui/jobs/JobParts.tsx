/** One parts list for all boxes of a job: what to cut and bring in one trip. */
import { editionFor, type ShownBox } from '../client/queries';
import { judge } from '../stations/join/use-wiring';
import { PartsList } from '../stations/join/CutList';
import { partsOf, sumParts } from '@dense-pack/core/plan/cut-list';
import type { EditionId } from '@dense-pack/core/edition/index';
import { useMemo } from 'react';
import { Notice } from '../parts/Notice';
import { Words } from '../parts/Words';
import { useKit } from '../truck/kit';

interface JobPartsProps {
  readonly boxes: readonly ShownBox[];
  readonly edition: EditionId;
}

export function JobParts({ boxes, edition }: JobPartsProps) {
  const kit = useKit();
  const { parts, bad } = useMemo(() => {
    const judged = boxes.map(({ box, circuit, name }) => ({
      box,
      boxName: name,
      ...judge(box, circuit, editionFor({ edition }, box), kit, 'plan'),
    }));
    return {
      parts: sumParts(
        judged.filter(({ good }) => good).map(({ box, work, wiring }) => partsOf(box, work, wiring)),
      ),
      bad: judged.filter(({ good }) => !good).map(({ boxName }) => boxName),
    };
  }, [boxes, edition, kit]);
  return (
    <>
      <PartsList title="Parts for the whole job" parts={parts} />
      {bad.length > 0 && (
        <Notice title="Not in the list" tone="unknown">
          <Words>{`No good plan yet: ${bad.join(', ')}.`}</Words>
        </Notice>
      )}
    </>
  );
}
