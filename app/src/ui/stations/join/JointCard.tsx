/** One joint: its conductors, its connector, how far to strip, and how it is made up. */
import { View } from 'react-native';
import { Button } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { jointWords } from './joint-words';
import type { Judged } from './use-wiring';

interface JointCardProps {
  readonly judged: Judged;
  readonly nth: number;
  readonly name: string;
  readonly made: boolean;
  readonly onMade: (() => void) | undefined;
}

export function JointCard({ judged, nth, name, made, onMade }: JointCardProps) {
  const words = jointWords(judged, nth);
  if (!words) return null;
  return (
    <View className="gap-1 rounded-card border-2 border-action bg-sheet p-3" testID="joint">
      <Words heading={2} strong>
        {`Joint ${nth + 1}: ${name}`}
      </Words>
      {words.ends.map(({ end, words: said }) => (
        <Words key={end}>{said}</Words>
      ))}
      <Words strong className="pt-1">
        {words.connector}
      </Words>
      <Words size="fine" tone="text-soft">
        {`${words.how} The package says what it holds.`}
      </Words>
      {onMade && (
        <Button
          label={made ? 'Made up: take the tick back' : 'It is made up'}
          kind={made ? 'plain' : 'main'}
          onPress={onMade}
        />
      )}
    </View>
  );
}
