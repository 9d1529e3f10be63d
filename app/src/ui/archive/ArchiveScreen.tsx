/** An archive read in: what is in it is told first, and nothing that is stored is written over. */
import { ArchivePreview } from '@dense-pack/core/exchange/archive';
import { useQueryClient } from '@tanstack/react-query';
import FolderInput from 'lucide-react-native/icons/folder-input';
import { useState } from 'react';
import { ProblemAnswer, sendFile } from '@/sync/api';
import { FilePick } from '../parts/FilePick';
import { go } from '../parts/go';
import { Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { useWorkName, WorkProgress } from '../parts/WorkProgress';
import { z } from 'zod';
import { View } from '../parts/View';

const ReadIn = ArchivePreview.extend({ jobId: z.string() });

type Stage =
  | { readonly is: 'none' | 'reading' }
  | { readonly is: 'seen'; readonly file: File; readonly preview: ArchivePreview }
  | { readonly is: 'done'; readonly told: z.output<typeof ReadIn> }
  | { readonly is: 'refused'; readonly why: string };

function whyOf(error: unknown): string {
  if (error instanceof ProblemAnswer) return error.problem.detail ?? error.problem.title;
  return 'The server does not answer: an archive is read by it. Try again when it does.';
}

export function ArchiveScreen() {
  const client = useQueryClient();
  const [stage, setStage] = useState<Stage>({ is: 'none' });
  const { name: work, begin } = useWorkName();
  const look = async (file: File) => {
    setStage({ is: 'reading' });
    try {
      setStage({
        is: 'seen',
        file,
        preview: await sendFile(ArchivePreview, `/archives/preview?work=${begin()}`, file),
      });
    } catch (error) {
      setStage({ is: 'refused', why: whyOf(error) });
    }
  };
  const take = async (file: File) => {
    setStage({ is: 'reading' });
    try {
      const told = await sendFile(ReadIn, `/archives?work=${begin()}`, file);
      await client.invalidateQueries();
      setStage({ is: 'done', told });
    } catch (error) {
      setStage({ is: 'refused', why: whyOf(error) });
    }
  };
  return (
    <Screen
      title="Read an archive"
      detail="A job with everything, as a ZIP file"
      back={{ label: 'all jobs', href: '/' }}
    >
      <FilePick
        label="Choose an archive"
        icon={FolderInput}
        accept=".zip,application/zip"
        disabled={stage.is === 'reading'}
        onFile={(file) => void look(file)}
      />
      {stage.is === 'reading' && <WorkProgress name={work} what="Reading" />}
      {stage.is === 'refused' && (
        <Notice title="Nothing was read in" tone="over" live>
          {stage.why}
        </Notice>
      )}
      {stage.is === 'seen' && (
        <View className="gap-2" testID="preview">
          <Told {...stage.preview} />
          {stage.preview.added > 0 ? (
            <Button
              label={`Read in ${stage.preview.added} ${stage.preview.added === 1 ? 'box' : 'boxes'}`}
              kind="main"
              onPress={() => void take(stage.file)}
            />
          ) : (
            <Words>All of it is here already.</Words>
          )}
        </View>
      )}
      {stage.is === 'done' && (
        <Notice title="It is read in" live>
          <Words>{`${stage.told.added} ${stage.told.added === 1 ? 'box was' : 'boxes were'} added.`}</Words>
          <Button label={`Open ${stage.told.job}`} onPress={() => go(`/job/${stage.told.jobId}`)} />
        </Notice>
      )}
      <Notice title="Nothing is lost by reading">
        What is stored here stays as it is: a box that is here already is not taken twice, and one that
        differs is named and left. A damaged archive is refused whole.
      </Notice>
    </Screen>
  );
}

function Told({ job, known, boxes, photos, statesLeftOut, added, same, kept }: ArchivePreview) {
  return (
    <View className="gap-1 rounded-card border border-line bg-sheet p-3">
      <Words heading={2} strong size="lead">
        {job}
      </Words>
      <Words>{`${boxes} ${boxes === 1 ? 'box' : 'boxes'}, ${photos} ${photos === 1 ? 'photo' : 'photos'}`}</Words>
      {statesLeftOut > 0 && (
        <Words tone="text-unknown">
          {`The archive does not have ${statesLeftOut} older ${statesLeftOut === 1 ? 'state' : 'states'} of its boxes: they did not fit. They are where it was made.`}
        </Words>
      )}
      {known && <Words tone="text-soft">The job is here already; what is said of it here stays.</Words>}
      <Words>{`${added} not here yet, ${same} here and the same`}</Words>
      {kept.length > 0 && (
        <Words tone="text-unknown">{`Here and not the same, left as they are: ${kept.join(', ')}.`}</Words>
      )}
    </View>
  );
}
