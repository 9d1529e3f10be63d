/** A count line being typed: what it comes to is shown below, an item that cannot be read is named. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { type EditionId, editionOf } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import { verdictParts } from '@dense-pack/core/fill/verdict';
import { unreadableWords } from '@dense-pack/core/shorthand/errors';
import { type Piece, readCountLine, readPieces, type ReadLine } from '@dense-pack/core/shorthand/read';
import { fromSpeech } from '@dense-pack/core/shorthand/spoken';
import { useMemo } from 'react';
import { keepDraft, useDraft } from '../client/draft';
import { VerdictLine } from '../tape/Verdict';
import { Field } from './Field';
import { LinePieces } from './LinePieces';
import { Button } from './Press';
import { Words } from './Words';
import { View } from './View';

interface Understood {
  readonly read?: ReadLine;
  /** The count line that was made of spoken words. */
  readonly heard?: string;
  /** Each item of the line with what was understood of it. */
  readonly pieces: readonly Piece[];
}

/** Reads a count line; words as a phone's dictation writes them are turned into one, which is shown. */
function understand(line: string, edition: EditionId): Understood {
  if (line.trim() === '') return { pieces: [] };
  const read = readCountLine(line, edition);
  const pieces = readPieces(line);
  if (read.ok) return { read, pieces };
  const spoken = fromSpeech(line);
  if (spoken.line === '' || spoken.unheard.length > 0) return { read, pieces };
  const again = readCountLine(spoken.line, edition);
  return again.ok ? { read: again, heard: spoken.line, pieces: readPieces(spoken.line) } : { read, pieces };
}

interface QuickLineProps {
  readonly start?: string;
  readonly edition: EditionId;
  readonly action: string;
  readonly onRead: (box: BoxDocument) => void;
  /** Where what is typed is kept until it is used. */
  readonly draft?: string;
}

export function QuickLine({ start = '', edition, action, onRead, draft }: QuickLineProps) {
  const [line, setLine] = useDraft(draft, start);
  const { read, heard, pieces } = useMemo(() => understand(line, edition), [line, edition]);
  const counted = useMemo(
    () => (read?.ok ? tally(read.box, editionOf(read.box.edition ?? edition)) : undefined),
    [read, edition],
  );
  // An item that does not read has its own reason below; this is about the line as a whole.
  const whole = read && !read.ok && !pieces.some(({ error }) => error) ? read.error : undefined;
  const use = () => {
    if (!read?.ok) return;
    if (draft !== undefined) keepDraft(draft, start, start);
    onRead(read.box);
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
        numberOfLines={Math.min(8, Math.max(3, Math.ceil(line.length / 32) + 1))}
        autoCapitalize="none"
        autoCorrect={false}
        spellCheck={false}
        mono
        problem={whole && unreadableWords(whole)}
      />
      <LinePieces pieces={pieces} />
      {heard !== undefined && <Words mono testID="heard">{`Heard as: ${heard}`}</Words>}
      {counted && read?.ok && (
        <VerdictLine box={read.box} counted={counted} more={verdictParts(counted).more} />
      )}
      <Button label={action} kind="main" disabled={!read?.ok} onPress={use} />
    </View>
  );
}
