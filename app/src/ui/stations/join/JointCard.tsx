/** One joint: its conductors, its connector, how far to strip, and how it is made up. */
import { CONNECTORS, STRIP } from '@dense-pack/core/connector/connectors';
import { readEnd } from '@dense-pack/core/physical/end';
import { View } from 'react-native';
import { Button } from '../../parts/Press';
import { Words } from '../../parts/Words';
import type { Judged } from './use-wiring';

interface JointCardProps {
  readonly judged: Judged;
  readonly nth: number;
  readonly name: string;
  readonly made: boolean;
  readonly onMade: (() => void) | undefined;
}

const HOW = {
  twist: 'No bare copper below the skirt; tug each conductor.',
  push: 'Seat each fully, look through the window, tug.',
  lever: 'Seat each fully, close the lever, look and tug.',
  crimp: 'Crimp with the tool it is listed with; tug.',
} as const;

export function JointCard({ judged, nth, name, made, onMade }: JointCardProps) {
  const { wiring, work } = judged;
  const joint = wiring.joints[nth];
  if (!joint) return null;
  const kind = CONNECTORS.find(({ id }) => id === joint.connectors[0]);
  const family = kind?.family ?? 'twist';
  const say = (end: string) => {
    const words = judged.name(end);
    if (readEnd(end)?.kind !== 'pigtail') return words;
    const land = wiring.lands.find((one) => one.end === end);
    const piece = wiring.pigtails.find(({ id }) => `p:${id}` === end);
    const to = land
      ? `to the ${judged.name(land.at).replace(/^the /, '')}`
      : joint.ends.length === 1
        ? 'capped'
        : 'to the next joint, or capped';
    return `${piece?.colour ?? ''} pigtail ${to}`;
  };
  return (
    <View className="gap-1 rounded-card border-2 border-action bg-sheet p-3" testID="joint">
      <Words heading={2} strong>
        {`Joint ${nth + 1}: ${name}`}
      </Words>
      {joint.ends.map((end) => (
        <Words key={end}>{say(end)}</Words>
      ))}
      <Words strong className="pt-1">
        {kind ? `${kind.name}, strip ${STRIP[family]}` : 'no connector at hand'}
      </Words>
      <Words size="fine" tone="text-soft">
        {`${family === 'twist' && work.schools.pretwist ? 'Twist together clockwise first. ' : ''}${HOW[family]} The package says what it holds.`}
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
