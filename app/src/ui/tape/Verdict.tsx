/** The verdict: a word, a shape and a number, never a colour alone. */
import { showAmount, unitName } from '@dense-pack/core/fill/amount';
import type { Tally, Verdict } from '@dense-pack/core/fill/tally';
import { verdictParts, verdictWords } from '@dense-pack/core/fill/verdict';
import type { LucideIcon } from 'lucide-react-native';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CircleHelp from 'lucide-react-native/icons/circle-question-mark';
import OctagonX from 'lucide-react-native/icons/octagon-x';
import type { WorkRoom } from '@dense-pack/core/fold/work-room';
import { View } from 'react-native';
import { Words } from '../parts/Words';
import { useColours } from '../theme/theme';

const SIGNS: Record<Verdict, { icon: LucideIcon; tone: string; frame: string; word: string }> = {
  legal: { icon: CircleCheck, tone: 'text-legal', frame: 'border-legal', word: 'Legal' },
  over: { icon: OctagonX, tone: 'text-over', frame: 'border-over', word: 'Over' },
  unknown: { icon: CircleHelp, tone: 'text-unknown', frame: 'border-unknown', word: 'No answer' },
};

/** The verdict of a box in a card: sign and word. */
export function VerdictSign({ verdict }: { readonly verdict: Verdict }) {
  const colours = useColours();
  const { icon: Icon, tone, word } = SIGNS[verdict];
  return (
    <View className="flex-row items-center gap-1">
      <Icon size={18} color={colours[verdict]} aria-hidden />
      <Words strong tone={tone}>
        {word}
      </Words>
    </View>
  );
}

/** The verdict over the vessel: sign, sentence, the two figures, and how tight it is to work in. */
export function VerdictBand({ counted, room }: { readonly counted: Tally; readonly room: WorkRoom }) {
  const colours = useColours();
  const { icon: Icon, tone, frame } = SIGNS[counted.verdict];
  const words = verdictWords(counted);
  const { head, more } = verdictParts(counted);
  const capacity = counted.capacity === null ? '—' : showAmount(counted.capacity, counted.unit);
  return (
    <View
      className={`min-h-[68px] flex-row flex-wrap items-center gap-x-2 rounded-card border-2 bg-sheet px-3 py-1 ${frame}`}
      role="status"
      aria-live="polite"
      aria-label={`${words}. ${showAmount(counted.fill, counted.unit)} of ${capacity} ${unitName(counted.unit)}. ${room.words}`}
    >
      <Icon size={34} color={colours[counted.verdict]} aria-hidden />
      <View className="min-w-0 shrink grow basis-[10rem]">
        <Words size="title" strong tone={tone} testID="verdict">
          {head.charAt(0).toUpperCase() + head.slice(1)}
        </Words>
        <Words size="fine" tone="text-soft" testID="work-room">
          {[more, room.answer === 'unknown' ? '' : `${room.answer} to work in`].filter(Boolean).join('; ')}
        </Words>
      </View>
      <View className="ml-auto items-end">
        <Words mono strong size="lead" testID="fill">
          {showAmount(counted.fill, counted.unit)}
        </Words>
        <Words mono size="fine" tone="text-soft" testID="capacity">
          {`of ${capacity} ${unitName(counted.unit)}`}
        </Words>
      </View>
    </View>
  );
}
