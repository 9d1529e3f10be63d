/** A box of a job as a small vessel with its verdict. */
import { STAGES } from '@dense-pack/core/box/words';
import { Link } from 'expo-router';
import { memo } from 'react';
import { Pressable } from 'react-native';
import { Words } from '../parts/Words';
import { VerdictWords } from '../tape/Verdict';
import { Vessel } from '../vessel/Vessel';
import type { Listed } from './box-list';
import { boxHref } from './hrefs';
import { View } from '../parts/View';

interface BoxCardProps {
  readonly listed: Listed;
}

export const BoxCard = memo(function BoxCard({ listed }: BoxCardProps) {
  const { box, counted, tight, verdict } = listed;
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
        <VerdictWords verdict={verdict.is} head={verdict.head} more={moreWords(verdict, tight)} />
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

/** What a row or a card says after the headline. A legal box without anything open says what it can still take in its header alone. */
export function moreWords({ is, more }: Listed['verdict'], tight: boolean): string | undefined {
  const words = [is === 'legal' ? undefined : more, tight ? 'tight to work in' : undefined];
  return words.filter((one) => one !== undefined).join('; ') || undefined;
}
