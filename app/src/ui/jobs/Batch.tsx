/** Many boxes at once: pasted lines or a CSV file, each row with its verdict before anything is saved. */
import type { EditionId } from '@dense-pack/core/edition/index';
import FileUp from 'lucide-react-native/icons/file-up';
import { useEffect, useState } from 'react';
import { keepDraft, readDraft } from '../client/draft';
import { makeBox } from '../client/queries';
import { Field } from '../parts/Field';
import { FilePick } from '../parts/FilePick';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';
import { VerdictWords } from '../tape/Verdict';
import type { Preview, PreviewRow, ReadRequest } from './preview-boxes';
import { readBoxes } from './read-boxes';
import { View } from '../parts/View';

/** The largest CSV file that is looked at, in bytes. */
const FILE_MOST = 2_000_000;

interface BatchProps {
  readonly jobId: string;
  /** Where what is typed is kept until it is saved. */
  readonly draft: string;
  readonly edition: EditionId;
  readonly onDone: () => void;
}

type Text = Pick<ReadRequest, 'kind' | 'text'>;

export function Batch({ jobId, draft, edition, onDone }: BatchProps) {
  const [text, setText] = useState<Text>(() => ({ kind: 'lines', text: readDraft(draft) ?? '' }));
  const [refused, setRefused] = useState<string>();
  const { preview, reading } = usePreview(text, edition);
  const choose = async (file: File) => {
    setRefused(undefined);
    if (file.size > FILE_MOST) {
      setRefused(
        `“${file.name}” has ${(file.size / 1_000_000).toFixed(1)} MB; CSV files of at most 2 MB are taken here.`,
      );
      return;
    }
    const read = await file.text();
    if (read.includes('\u0000')) {
      setRefused(`“${file.name}” is no text file. A CSV with a “line” column is taken.`);
      return;
    }
    setText({ kind: 'csv', text: read });
  };
  const rows = preview && 'rows' in preview ? preview.rows : [];
  const good = rows.filter((row) => row.ok);
  const problem = refused ?? (preview && 'refused' in preview ? preview.refused : undefined);
  const save = () => {
    for (const row of good) makeBox(jobId, row.fields);
    keepDraft(draft, '', '');
    onDone();
  };
  return (
    <View
      className="gap-3 rounded-card border-2 border-action bg-sheet p-4"
      role="form"
      aria-label="Many boxes at once"
    >
      <Words heading={2} strong>
        Many boxes at once
      </Words>
      <Field
        label="One box a line, a name before a colon where you want one"
        value={text.kind === 'lines' ? text.text : ''}
        onChangeText={(typed) => {
          setRefused(undefined);
          setText({ kind: 'lines', text: typed });
          keepDraft(draft, '', typed);
        }}
        placeholder={'Den outlet: 18 in3, 2x 12/2, duplex\nbox oct-1.5, 14/3, stud'}
        multiline
        numberOfLines={4}
        autoCapitalize="none"
        autoCorrect={false}
        spellCheck={false}
        mono
      />
      <FilePick
        label="Or choose a CSV file"
        icon={FileUp}
        accept=".csv,text/csv"
        onFile={(file) => void choose(file)}
      />
      {problem !== undefined && (
        <Words tone="text-over" role="alert" testID="problem">
          {problem}
        </Words>
      )}
      {rows.length > 0 && <Rows rows={rows} />}
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={reading ? 'Reading' : `Save ${good.length} ${good.length === 1 ? 'box' : 'boxes'}`}
          kind="main"
          className="grow"
          // What is read now is of an older text: saving it would lose what was typed since.
          disabled={reading || good.length === 0}
          onPress={save}
        />
        <Button
          label="Close"
          onPress={() => {
            keepDraft(draft, '', '');
            onDone();
          }}
        />
      </View>
      {good.length < rows.length && (
        <Words tone="text-over">
          {`${rows.length - good.length} of ${rows.length} rows cannot be read and are not saved: correct them above, or copy them out first.`}
        </Words>
      )}
    </View>
  );
}

interface Reading {
  /** What was read last; while a newer text is read, that of the older. */
  readonly preview: Preview | undefined;
  /** Whether the text as it stands is not read yet. */
  readonly reading: boolean;
}

/** What the text comes to, read by a worker; a newer text ends the reading of the older. */
function usePreview({ kind, text }: Text, edition: EditionId): Reading {
  const [read, setRead] = useState<{ readonly of: string; readonly preview: Preview }>();
  const empty = text.trim() === '';
  const of = JSON.stringify([kind, text, edition]);
  useEffect(() => {
    if (empty) return;
    const ending = new AbortController();
    const show = (preview: Preview) => {
      if (!ending.signal.aborted) setRead({ of, preview });
    };
    readBoxes({ kind, text, edition }, ending.signal)
      .then(show)
      .catch(() => show({ refused: 'The text could not be read here. Paste it in parts.' }));
    return () => ending.abort();
  }, [kind, text, edition, empty, of]);
  return empty
    ? { preview: undefined, reading: false }
    : { preview: read?.preview, reading: read?.of !== of };
}

function Rows({ rows }: { readonly rows: readonly PreviewRow[] }) {
  return (
    <View className="border-t border-hair" role="list" aria-label="What was read">
      {rows.map((row) => (
        <View key={row.row} role="listitem" testID="preview-row" className="gap-1 border-b border-hair py-2">
          {row.ok ? (
            <View className="flex-row flex-wrap items-center gap-2">
              <Words size="fine" tone="text-soft">{`${row.row}`}</Words>
              <Words strong>{row.fields.name}</Words>
              <VerdictWords verdict={row.verdict} head={row.words} />
            </View>
          ) : (
            <>
              <Words mono numberOfLines={1}>{`${row.row}  ${row.line}`}</Words>
              <Words tone="text-over">{row.why}</Words>
            </>
          )}
        </View>
      ))}
    </View>
  );
}
