/** What one cable is, and what it carries on. */
import { insulatedIn } from './link';
import { type AskedProps, QUESTIONS } from './run-questions';
import { View } from '../../parts/View';

export function RunCard(props: Omit<AskedProps, 'insulated'>) {
  const { name } = props.line;
  const insulated = insulatedIn(props.line);
  return (
    <View className="gap-2" role="group" aria-label={name}>
      {QUESTIONS.map((Question, nth) => (
        <Question key={nth} {...props} insulated={insulated} />
      ))}
    </View>
  );
}
