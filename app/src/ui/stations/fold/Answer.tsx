/** The answer whether a box folds, what stands behind it, and what it rests on. */
import type { FoldAnswer } from '@dense-pack/core/fold/fold';
import { FOLD_ANSWERS, tape } from '@dense-pack/core/fold/fold-words';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CircleQuestion from 'lucide-react-native/icons/circle-question-mark';
import CircleX from 'lucide-react-native/icons/circle-x';
import { go } from '../../parts/go';
import { Button } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { useColours } from '../../theme/theme';
import { View } from '../../parts/View';

/** What the answer rests on, and the way to change it. */
export function Assumed({ words }: { readonly words: readonly string[] }) {
  return (
    <View className="gap-2">
      {['An estimate in a model of straight solids: legal and workable are two answers.', ...words].map(
        (one) => (
          <Words key={one} size="fine" tone="text-soft">
            {one}
          </Words>
        ),
      )}
      <Button label="Measure the parts in hand" onPress={() => go('/truck?part=folding')} />
    </View>
  );
}

const SIGNS = {
  yes: { icon: CircleCheck, colour: 'legal' },
  tight: { icon: CircleAlert, colour: 'unknown' },
  no: { icon: CircleX, colour: 'over' },
  unknown: { icon: CircleQuestion, colour: 'unknown' },
} as const;

interface AnswerProps {
  readonly fits: FoldAnswer;
  readonly words?: string;
  /** Depth left over, in sixty-fourths. */
  readonly left?: number | undefined;
  readonly why: readonly string[];
}

export function Answer({ fits, words = FOLD_ANSWERS[fits], left, why }: AnswerProps) {
  const colours = useColours();
  const { icon: Icon, colour } = SIGNS[fits];
  return (
    <View className="gap-1" role="status">
      <View className="flex-row items-center gap-2">
        <Icon size={26} strokeWidth={2.5} color={colours[colour]} aria-hidden />
        <Words size="lead" strong className="shrink" testID="fold-answer">
          {`${words}${left === undefined ? '' : `, ${tape(left)} of depth left over`}`}
        </Words>
      </View>
      {why.map((one) => (
        <Words key={one}>{one}</Words>
      ))}
    </View>
  );
}
