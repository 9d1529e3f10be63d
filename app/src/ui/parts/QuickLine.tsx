/** A count line being typed: what it comes to is shown below, an item that cannot be read is named. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { type EditionId, editionOf } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import { unreadableWords } from '@dense-pack/core/shorthand/errors';
import { readCountLine, type ReadLine } from '@dense-pack/core/shorthand/read';
import { fromSpeech } from '@dense-pack/core/shorthand/spoken';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { VerdictSign } from '../tape/Verdict';
import { Field } from './Field';
import { Button } from './Press';
import { Words } from './Words';

interface Understood {
  readonly read?: ReadLine;
  /** The count line that was made of spoken words. */
  readonly heard?: string;
}

/** Reads a count line; words as a phone's dictation writes them are turned into one, which is shown. */
function understand(line: string, edition: EditionId): Understood {
  if (line.trim() === '') return {};
  const read = readCountLine(line, edition);
  if (read.ok) return { read };
  const spoken = fromSpeech(line);
  if (spoken.line === '' || spoken.unheard.length > 0) return { read };
  const again = readCountLine(spoken.line, edition);
  return again.ok ? { read: again, heard: spoken.line } : { read };
}

interface QuickLineProps {
  readonly start?: string;
  readonly edition: EditionId;
  readonly action: string;
  readonly onRead: (box: BoxDocument) => void;
}

export function QuickLine({ start = '', edition, action, onRead }: QuickLineProps) {
  const [line, setLine] = useState(start);
  const { read, heard } = useMemo(() => understand(line, edition), [line, edition]);
  const counted = useMemo(
    () => (read?.ok ? tally(read.box, editionOf(read.box.edition ?? edition)) : undefined),
    [read, edition],
  );
  const use = () => {
    if (read?.ok) onRead(read.box);
  };
  return (
    <View className="gap-2">
      <Field
        label="Count line"
        value={line}
        onChangeText={setLine}
        onSubmitEditing={use}
        placeholder="18 in3 plastic, 3x 12/2, duplex"
        multiline
        numberOfLines={3}
        autoCapitalize="none"
        autoCorrect={false}
        spellCheck={false}
        mono
        problem={read && !read.ok ? unreadableWords(read.error) : undefined}
      />
      {heard !== undefined && <Words mono testID="heard">{`Heard as: ${heard}`}</Words>}
      {counted && (
        <View className="flex-row items-center gap-2">
          <VerdictSign verdict={counted.verdict} />
          <Words className="min-w-0 flex-1">{verdictWords(counted)}</Words>
        </View>
      )}
      <Button label={action} kind="main" disabled={!read?.ok} onPress={use} />
    </View>
  );
}
