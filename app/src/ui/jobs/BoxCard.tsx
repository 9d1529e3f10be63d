/** A box of a job as a small vessel with its verdict. */
import { STAGES } from '@dense-pack/core/box/words';
import type { EditionId } from '@dense-pack/core/edition/index';
import { Link } from 'expo-router';
import { memo } from 'react';
import { useKit } from '../truck/kit';
import { Pressable, View } from 'react-native';
import type { ShownBox } from '../client/queries';
import { Words } from '../parts/Words';
import { VerdictLine } from '../tape/Verdict';
import { Vessel } from '../vessel/Vessel';
import { listBox } from './box-list';
import { boxHref } from './hrefs';

interface BoxCardProps {
  readonly box: ShownBox;
  readonly jobEdition: EditionId;
}

export const BoxCard = memo(function BoxCard({ box, jobEdition }: BoxCardProps) {
  const { counted, tight, wrong } = listBox(box, jobEdition, useKit().assumptions);
  const where = [box.room, box.circuit && `circuit ${box.circuit}`].filter(Boolean).join(', ');
  return (
    <Link href={boxHref(box.jobId, box.id) as never} asChild>
      <Pressable
        role="link"
        testID="box-card"
        className="h-full w-full gap-1 rounded-card border border-line bg-sheet p-3 active:opacity-70"
      >
        <View className="items-center" aria-hidden>
          <Vessel box={box.box} counted={counted} width={130} height={104} small />
        </View>
        <Words strong numberOfLines={2}>
          {box.name}
        </Words>
        <Words size="fine" tone="text-soft" numberOfLines={1}>
          {where === '' ? ' ' : where}
        </Words>
        <VerdictLine box={box.box} counted={counted} more={tight ? 'tight to work in' : undefined} />
        {wrong > 0 && (
          <Words size="fine" tone="text-over">
            {`${wrong} ${wrong === 1 ? 'violation' : 'violations'} beside the fill`}
          </Words>
        )}
        {box.stage !== 'found' && (
          <Words size="fine" tone="text-soft">
            {STAGES[box.stage]}
          </Words>
        )}
        {box.waiting && (
          <Words size="fine" tone="text-unknown">
            {box.waiting.conflict ? 'changed elsewhere too' : 'not sent yet'}
          </Words>
        )}
      </Pressable>
    </Link>
  );
});
