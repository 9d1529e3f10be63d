/** A box of a job as a small vessel with its verdict. */
import { STAGES } from '@dense-pack/core/box/words';
import type { Job } from '@dense-pack/core/box/record';
import { Link } from 'expo-router';
import { memo } from 'react';
import { Pressable, View } from 'react-native';
import { useWiringStanding } from '../client/wiring-standing';
import { Words } from '../parts/Words';
import { VerdictWords } from '../tape/Verdict';
import { Vessel } from '../vessel/Vessel';
import type { Listed } from './box-list';
import { boxHref } from './hrefs';

interface BoxCardProps {
  readonly listed: Listed;
  readonly job: Pick<Job, 'edition'>;
}

export const BoxCard = memo(function BoxCard({ listed, job }: BoxCardProps) {
  const { box, planned, counted, tight, verdict } = listed;
  // Cards that are shown have their wirings worked out; the list is drawn again with what they are.
  useWiringStanding(planned, box, job);
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
