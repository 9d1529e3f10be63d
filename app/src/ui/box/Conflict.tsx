/** When someone else changed the box in the meantime: both versions, and the person chooses. */
import { printCountLine } from '@dense-pack/core/shorthand/print';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Edition } from '@dense-pack/core/edition/edition';
import type { BoxRecord } from '@dense-pack/core/box/record';
import { clashWords } from '@dense-pack/core/shorthand/clash-words';
import { tally } from '@dense-pack/core/fill/tally';
import { verdictParts } from '@dense-pack/core/fill/verdict';
import { useMemo } from 'react';
import { View } from 'react-native';
import { laidTogether } from '../client/after-answer';
import type { BoxEntry } from '../client/entry';
import { outbox, type ShownBox } from '../client/queries';
import { Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';
import { Vessel } from '../vessel/Vessel';

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
  if (!waiting?.conflict) return null;
  return (
    <Notice title="This box was changed elsewhere too" tone="unknown" live>
      <Version title="Yours" box={waiting.fields.box} edition={edition} />
      <Version title="Stored" box={waiting.conflict.box} edition={edition} />
      <Clashes waiting={waiting} stored={waiting.conflict} />
      <View className="flex-row gap-2 pt-1">
        <Button label="Keep yours" kind="main" onPress={() => outbox.settle(box.id, 'mine')} />
        <Button label="Take stored" onPress={() => outbox.settle(box.id, 'theirs')} />
      </View>
    </Notice>
  );
}

/** The fields both changed, each with both values; all else is kept of both. */
function Clashes({ waiting, stored }: { readonly waiting: BoxEntry; readonly stored: BoxRecord }) {
  const merged = useMemo(() => laidTogether(waiting, stored), [waiting, stored]);
  if (!merged || merged.clashes.length === 0) return null;
  return (
    <View className="gap-1 border-t border-hair py-1" role="group" aria-label="Changed twice">
      {merged.clashes.map((clash) => {
        const { what, mine, theirs } = clashWords(clash, merged.mine, merged.theirs);
        return (
          <Words
            key={clash.path.join('.')}
            testID="clash"
          >{`${what}: yours ${mine}; stored ${theirs}.`}</Words>
        );
      })}
      <Words tone="text-soft">What else you and the other changed is kept of both.</Words>
    </View>
  );
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
