/** Whether a wiring works: proved in every position, or what fails and where. */
import CircleCheck from 'lucide-react-native/icons/circle-check';
import OctagonX from 'lucide-react-native/icons/octagon-x';
import { useState } from 'react';
import { View } from 'react-native';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';
import { useColours } from '../theme/theme';
import type { Judged, Mode } from './use-wiring';

/** Troubles shown before the rest is asked for. */
const FIRST = 3;

export function ProofBand({ judged, mode }: { readonly judged: Judged; readonly mode: Mode }) {
  const colours = useColours();
  const [all, setAll] = useState(false);
  const { good, proof, troubles, findings, plan } = judged;
  const Sign = good ? CircleCheck : OctagonX;
  const looks = [
    ...findings.filter(({ severity }) => severity !== 'violation').map(({ words }) => words),
    ...(mode === 'plan' ? plan.notes : []),
  ];
  const title = good
    ? mode === 'plan'
      ? 'The plan works'
      : 'This wiring works'
    : mode === 'plan'
      ? 'No good plan yet'
      : 'This wiring is wrong';
  return (
    <View
      className={`gap-1 rounded-card border-2 bg-sheet px-3 py-2 ${good ? 'border-legal' : 'border-over'}`}
      role="status"
      aria-live="polite"
      testID="proof"
    >
      <View className="flex-row items-center gap-2">
        <Sign size={28} color={good ? colours.legal : colours.over} aria-hidden />
        <Words size="lead" strong tone={good ? 'text-legal' : 'text-over'} className="shrink">
          {title}
        </Words>
      </View>
      <Words size="fine" tone="text-soft">
        {good
          ? `Simulated ${proof.states === 1 ? 'as it is wired' : `in ${proof.states} positions of its switches`}, and with each device taken out.`
          : `${troubles.length} ${troubles.length === 1 ? 'thing stands' : 'things stand'} against it.`}
      </Words>
      {troubles.slice(0, all ? undefined : FIRST).map((words) => (
        <Words key={words} testID="trouble">
          {words}
        </Words>
      ))}
      {troubles.length > FIRST && !all && (
        <Button label={`Show all ${troubles.length}`} onPress={() => setAll(true)} />
      )}
      {looks.map((words) => (
        <Words key={words} size="fine" tone="text-unknown">
          {words}
        </Words>
      ))}
    </View>
  );
}
