/** The verdict: a word, a shape and a number, never a colour alone. */
import { showAmount, unitName } from '@dense-pack/core/fill/amount';
import type { Tally, Verdict } from '@dense-pack/core/fill/tally';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import type { LucideIcon } from 'lucide-react-native';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CircleHelp from 'lucide-react-native/icons/circle-question-mark';
import OctagonX from 'lucide-react-native/icons/octagon-x';
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

/** The verdict over the vessel: sign, sentence, and the two figures. */
export function VerdictBand({ counted }: { readonly counted: Tally }) {
  const colours = useColours();
  const { icon: Icon, tone, frame } = SIGNS[counted.verdict];
  const words = verdictWords(counted);
  const [head = '', ...rest] = words.split(': ');
  const capacity = counted.capacity === null ? '—' : showAmount(counted.capacity, counted.unit);
  return (
    <View
      className={`min-h-[60px] flex-row items-center gap-3 rounded-card border-2 bg-sheet px-3 py-1 ${frame}`}
      role="status"
      aria-live="polite"
      aria-label={`${words}. ${showAmount(counted.fill, counted.unit)} of ${capacity} ${unitName(counted.unit)}`}
    >
      <Icon size={32} color={colours[counted.verdict]} aria-hidden />
      <View className="min-w-0 flex-1">
        <Words size="lead" strong tone={tone} testID="verdict">
          {head.charAt(0).toUpperCase() + head.slice(1)}
        </Words>
        {rest.length > 0 && (
          <Words size="fine" tone="text-soft">
            {rest.join(': ')}
          </Words>
        )}
      </View>
      <View className="items-end">
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
