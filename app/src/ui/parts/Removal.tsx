/** Taking something away: asked once more, in place. */
import { useState } from 'react';
import { Button } from './Press';
import { Words } from './Words';
import { View } from './View';

interface RemovalProps {
  /** What it is: “box”, “job”. */
  readonly what: string;
  /** The question, with its name. */
  readonly question: string;
  readonly onRemove: () => void;
}

export function Removal({ what, question, onRemove }: RemovalProps) {
  const [asked, setAsked] = useState(false);
  if (!asked) return <Button label={`Delete this ${what}`} onPress={() => setAsked(true)} />;
  return (
    <View className="gap-2 rounded-card border border-over p-3">
      <Words strong>{question}</Words>
      <View className="flex-row gap-2">
        <Button label="Delete" kind="danger" onPress={onRemove} />
        <Button label="Keep it" onPress={() => setAsked(false)} />
      </View>
    </View>
  );
}
