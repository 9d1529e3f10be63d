/** The verdict: a word, a shape and a number, never a colour alone. */
import { showAmount, unitName } from '@dense-pack/core/fill/amount';
import type { Tally, Verdict } from '@dense-pack/core/fill/tally';
import { verdictParts, verdictWords } from '@dense-pack/core/fill/verdict';
import type { LucideIcon } from 'lucide-react-native';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CircleHelp from 'lucide-react-native/icons/circle-question-mark';
import OctagonX from 'lucide-react-native/icons/octagon-x';
import type { WorkRoom } from '@dense-pack/core/fold/work-room';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Words } from '../parts/Words';
import { usePreferences } from '../theme/preferences';
import { useColours } from '../theme/theme';

const SIGNS: Record<Verdict, { icon: LucideIcon; tone: string; frame: string }> = {
  legal: { icon: CircleCheck, tone: 'text-legal', frame: 'border-legal' },
  over: { icon: OctagonX, tone: 'text-over', frame: 'border-over' },
  unknown: { icon: CircleHelp, tone: 'text-unknown', frame: 'border-unknown' },
};

interface VerdictWordsProps {
  readonly verdict: Verdict;
  readonly head: string;
  readonly more?: string | undefined;
}

/** A verdict in a row or a card: its sign, then said once. */
export function VerdictWords({ verdict, head, more }: VerdictWordsProps) {
  const colours = useColours();
  const { icon: Icon, tone } = SIGNS[verdict];
  return (
    <View className="min-w-0 shrink flex-row items-start gap-1">
      <View className="pt-0.5">
        <Icon size={18} color={colours[verdict]} aria-hidden />
      </View>
      <Words size="fine" className="min-w-0 shrink">
        <Words size="fine" strong tone={tone}>
          {head.charAt(0).toUpperCase() + head.slice(1)}
        </Words>
        {more === undefined ? '' : `; ${more}`}
      </Words>
    </View>
  );
}

interface VerdictLineProps {
  readonly counted: Tally;
  readonly more?: string | undefined;
}

/** The verdict of a counted box. */
export const VerdictLine = ({ counted, more }: VerdictLineProps) => (
  <VerdictWords verdict={counted.verdict} head={verdictParts(counted).head} more={more} />
);

interface VerdictBandProps {
  readonly counted: Tally;
  readonly room: WorkRoom;
  /** The vessel as large as a thumb, where the band is the whole instrument. */
  readonly vessel?: ReactNode;
}

/** The verdict: sign, sentence, the two figures, and how tight it is to work in. */
export function VerdictBand({ counted, room, vessel }: VerdictBandProps) {
  const colours = useColours();
  const { hand } = usePreferences();
  const { icon: Icon, tone, frame } = SIGNS[counted.verdict];
  const words = verdictWords(counted);
  const { head, more } = verdictParts(counted);
  const capacity = counted.capacity === null ? '—' : showAmount(counted.capacity, counted.unit);
  const means = [more, room.answer === 'unknown' ? '' : `${room.answer} to work in`]
    .filter(Boolean)
    .join('; ');
  const figures = (
    <>
      <Words mono strong size={vessel ? 'fine' : 'lead'} testID="fill">
        {showAmount(counted.fill, counted.unit)}
      </Words>
      <Words mono size="fine" tone="text-soft" testID="capacity">
        {`${vessel ? ' ' : ''}of ${capacity} ${unitName(counted.unit)}`}
      </Words>
    </>
  );
  return (
    <View
      className={`min-h-[68px] items-center rounded-card border-2 bg-sheet ${hand === 'left' ? 'flex-row-reverse' : 'flex-row'} ${frame}`}
    >
      <View
        className="min-w-0 flex-1 flex-row flex-wrap items-center gap-x-2 px-3 py-1"
        role="status"
        aria-live="polite"
        aria-label={`${words}. ${showAmount(counted.fill, counted.unit)} of ${capacity} ${unitName(counted.unit)}. ${room.words}`}
      >
        <Icon size={34} color={colours[counted.verdict]} aria-hidden />
        <View className="min-w-0 shrink grow basis-[10rem]">
          <Words size="title" strong tone={tone} testID="verdict">
            {head.charAt(0).toUpperCase() + head.slice(1)}
          </Words>
          {vessel !== undefined && <View className="flex-row flex-wrap">{figures}</View>}
          <Words size="fine" tone="text-soft" testID="work-room">
            {means}
          </Words>
        </View>
        {vessel === undefined && <View className="ml-auto items-end">{figures}</View>}
      </View>
      {vessel}
    </View>
  );
}
