/** A count line being typed: what it comes to is shown below, an item that cannot be read is named. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { type EditionId, editionOf } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import { unreadableWords } from '@dense-pack/core/shorthand/errors';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { VerdictSign } from '../tape/Verdict';
import { Field } from './Field';
import { Button } from './Press';
import { Words } from './Words';

interface QuickLineProps {
  readonly start?: string;
  readonly edition: EditionId;
  readonly action: string;
  readonly onRead: (box: BoxDocument) => void;
}

export function QuickLine({ start = '', edition, action, onRead }: QuickLineProps) {
  const [line, setLine] = useState(start);
  const read = useMemo(
    () => (line.trim() === '' ? undefined : readCountLine(line, edition)),
    [line, edition],
  );
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
        autoCapitalize="none"
        autoCorrect={false}
        spellCheck={false}
        mono
        problem={read && !read.ok ? unreadableWords(read.error) : undefined}
      />
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
