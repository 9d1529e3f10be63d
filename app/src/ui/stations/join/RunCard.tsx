/** What one cable is, and what it carries on. */
import { isGroundColour } from '@dense-pack/core/physical/pieces';
import { View } from 'react-native';
import { Words } from '../../parts/Words';
import { type AskedProps, QUESTIONS } from './run-questions';

export function RunCard(props: Omit<AskedProps, 'insulated'>) {
  const { name, wires } = props.line;
  const insulated = wires.filter(({ colour }) => !isGroundColour(colour)).length;
  return (
    <View className="gap-2 rounded-card border border-hair bg-sheet p-3" role="group" aria-label={name}>
      <Words strong>{`${name}, ${insulated} insulated`}</Words>
      {QUESTIONS.map((Question, nth) => (
        <Question key={nth} {...props} insulated={insulated} />
      ))}
    </View>
  );
}
