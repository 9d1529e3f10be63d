/** One joint: its conductors, its connector, how far to strip, and how it is made up. */
import type { PlannedFate } from '@dense-pack/core/plan/disturbance';
import { Button } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { jointWords } from '@dense-pack/core/plan/joint-words';
import type { Judged } from './use-wiring';
import { View } from '../../parts/View';

interface JointCardProps {
  readonly judged: Judged;
  readonly nth: number;
  readonly name: string;
  /** What it is beside what was found; undefined where the plan does not start from it. */
  readonly fate?: PlannedFate | undefined;
  readonly made: boolean;
  readonly onMade: (() => void) | undefined;
}

const FATE_WORDS = { opened: 'Opened: a new connector, the old one is not used again', new: 'New' } as const;

export function JointCard({ judged, nth, name, fate, made, onMade }: JointCardProps) {
  const words = jointWords(judged, nth);
  if (!words) return null;
  return (
    <View className="gap-1 rounded-card border-2 border-action bg-sheet p-3" testID="joint">
      <Words heading={2} strong>
        {`Joint ${nth + 1}: ${name}`}
      </Words>
      {fate !== undefined && (
        <Words strong tone="text-action">
          {fate === 'left' ? 'It was found like this: leave it closed.' : `${FATE_WORDS[fate]}.`}
        </Words>
      )}
      {words.ends.map(({ end, words: said }) => (
        <Words key={end}>{said}</Words>
      ))}
      <Words strong className="pt-1">
        {words.connector}
      </Words>
      {fate !== 'left' && (
        <Words size="fine" tone="text-soft">
          {`${words.how} The package says what it holds.`}
        </Words>
      )}
      {onMade && fate !== 'left' && (
        <Button
          label={made ? 'Made up: take the tick back' : 'It is made up'}
          kind={made ? 'plain' : 'main'}
          onPress={onMade}
        />
      )}
    </View>
  );
}
