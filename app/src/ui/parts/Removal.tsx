/** Taking something away: asked once more, in place. */
import { useState } from 'react';
import { View } from 'react-native';
import { useIntoView } from './into-view';
import { Button } from './Press';
import { Words } from './Words';

interface RemovalProps {
  /** What it is: “box”, “job”. */
  readonly what: string;
  /** The question, with its name. */
  readonly question: string;
  /** Whether it can be brought back for some weeks. */
  readonly kept?: boolean;
  readonly onRemove: () => void;
}

export function Removal(props: RemovalProps) {
  const [asked, setAsked] = useState(false);
  if (asked) return <Question {...props} onKeep={() => setAsked(false)} />;
  return <Button label={`Delete this ${props.what}`} onPress={() => setAsked(true)} />;
}

function Question({
  question,
  kept = false,
  onRemove,
  onKeep,
}: RemovalProps & { readonly onKeep: () => void }) {
  // The button it takes the place of is often the last thing on the screen.
  const view = useIntoView();
  return (
    <View ref={view} className="gap-2 rounded-card border border-over p-3">
      <Words strong>{question}</Words>
      {kept && (
        <Words tone="text-soft">It is kept for 30 days under Deleted, at the end of the list of jobs.</Words>
      )}
      <View className="flex-row gap-2">
        <Button label="Delete" kind="danger" onPress={onRemove} />
        <Button label="Keep it" onPress={onKeep} />
      </View>
    </View>
  );
}
