/** When someone else changed the box in the meantime: both versions, and the person chooses. */
import { printCountLine } from '@dense-pack/core/shorthand/print';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Edition } from '@dense-pack/core/edition/edition';
import type { BoxRecord } from '@dense-pack/core/box/record';
import { clashWords } from '@dense-pack/core/shorthand/conflict-words';
import { tally } from '@dense-pack/core/fill/tally';
import { verdictParts } from '@dense-pack/core/fill/verdict';
import equal from 'fast-deep-equal';
import { useMemo } from 'react';
import { askedBoth } from '@/sync/pending';
import type { BoxEntry } from '@/sync/entry';
import type { ShownBox } from '../client/queries';
import { Choose, Clashes, Gone } from '../parts/Clashes';
import { Notice } from '../parts/Notice';
import { Words } from '../parts/Words';
import { Vessel } from '../vessel/Vessel';
import { View } from '../parts/View';

interface ConflictProps {
  readonly box: ShownBox;
  readonly edition: Edition;
}

export function Conflict({ box, edition }: ConflictProps) {
  const { waiting } = box;
  if (waiting?.refused !== undefined) {
    return (
      <Notice title="Not taken by the server" tone="over" live>
        <Words>{waiting.refused}</Words>
        <Words tone="text-soft">Your change is kept here. Correct it, and it is sent again.</Words>
      </Notice>
    );
  }
  if (waiting?.gone) return <Gone what="box" id={box.id} />;
  if (!waiting?.conflict) return null;
  return (
    <Notice title="This box was changed elsewhere too" tone="unknown" live>
      {/* Where both have the same in the box, two pictures of it would only stand in the way of the choice. */}
      {!equal(waiting.fields.box, waiting.conflict.box) && (
        <>
          <Version title="Yours" box={waiting.fields.box} edition={edition} />
          <Version title="Stored" box={waiting.conflict.box} edition={edition} />
        </>
      )}
      <BoxClashes waiting={waiting} stored={waiting.conflict} />
      <Choose id={box.id} />
    </Notice>
  );
}

/** The fields both changed, each with both values; all else is kept of both. */
function BoxClashes({ waiting, stored }: { readonly waiting: BoxEntry; readonly stored: BoxRecord }) {
  const clashes = useMemo(() => {
    const { mine, theirs, clashes: found } = askedBoth(waiting.operation, stored);
    return found.map((clash) => clashWords(clash, mine, theirs));
  }, [waiting, stored]);
  return <Clashes clashes={clashes} whole={!waiting.operation.before} />;
}

interface VersionProps {
  readonly title: string;
  readonly box: BoxDocument;
  readonly edition: Edition;
}

/** One of the two versions: its vessel, its verdict and its line. */
function Version({ title, box, edition }: VersionProps) {
  const counted = tally(box, edition);
  return (
    <View className="flex-row items-center gap-2 border-t border-hair py-1" testID="version">
      <Vessel box={box} counted={counted} width={72} height={64} small />
      <View className="min-w-0 flex-1">
        <Words strong>{`${title}: ${verdictParts(counted).head}`}</Words>
        <Words mono size="fine">
          {printCountLine(box)}
        </Words>
      </View>
    </View>
  );
}
