/** The tags of the conductors as a sheet of labels: of one box, or of the whole house. */
import { houseOf } from '@dense-pack/core/run/house';
import { type BoxTags, tagsOfRun } from '@dense-pack/core/run/tags-of-run';
import Printer from 'lucide-react-native/icons/printer';
import { useMemo } from 'react';
import { useJob } from '../client/queries';
import { backFrom, isMissing } from '../jobs/hrefs';
import { useFirst } from '../parts/first';
import { Notice } from '../parts/Notice';
import { NotThere } from '../parts/NotThere';
import { Button } from '../parts/Press';
import { PrintSheet, printNow } from '../parts/PrintSheet';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { View } from '../parts/View';

/** Of so many boxes the tags are shown at first; all are printed. */
const SHEETS = 40;

interface TagsScreenProps {
  readonly jobId: string;
  /** One box; without it, all of the job. */
  readonly boxId?: string | undefined;
}

export function TagsScreen({ jobId, boxId }: TagsScreenProps) {
  const query = useJob(jobId);
  const { job } = query;
  const back = backFrom(jobId, job, boxId, 'identify');
  const sheets = useMemo(() => {
    if (!job) return [];
    const all = tagsOfRun(houseOf(job.boxes, job.panel), job.links);
    return boxId === undefined ? all : all.filter(({ id }) => id === boxId);
  }, [job, boxId]);
  const { shown, more } = useFirst(sheets, SHEETS);
  if (!job || isMissing(job, boxId))
    return <NotThere what={job ? 'box' : 'job'} title="Tags" back={back} query={query} />;
  const many = sheets.reduce(
    (sum, { cables }) => sum + cables.reduce((all, { tags }) => all + tags.length, 0),
    0,
  );
  return (
    <Screen title="Tags" detail={boxId === undefined ? job.name : sheets[0]?.name} back={back}>
      {many === 0 ? (
        <Notice title="No cable is told yet">
          Test which cable is what in Identify and write it down; its tags are then here to print.
        </Notice>
      ) : (
        <Button
          label={`Print ${many} ${many === 1 ? 'label' : 'labels'}`}
          icon={Printer}
          kind="main"
          onPress={printNow}
        />
      )}
      {shown.map((sheet) => (
        <BoxSheet key={sheet.id} sheet={sheet} />
      ))}
      {more}
      <Notice title="A tag is what a test said" tone="unknown">
        Wrap it round the conductor itself, turned so that it can be read with the device out, and leave it on
        for the next person. Who works by it tests all the same.
      </Notice>
      <PrintSheet>
        {sheets.flatMap(({ id, name, room, cables }) =>
          cables.flatMap(({ piece, tags }) =>
            tags.map(({ colour, words }) => (
              <div className="print-label" key={`${id}${piece}${colour}`}>
                <strong>{words}</strong>
                <span>{`${colour}, ${[room, name].filter(Boolean).join(', ')}`}</span>
              </div>
            )),
          ),
        )}
      </PrintSheet>
    </Screen>
  );
}

function BoxSheet({ sheet: { name, room, cables, untold } }: { readonly sheet: BoxTags }) {
  if (cables.length + untold.length === 0) return null;
  return (
    <View className="gap-1 rounded-card border border-hair bg-sheet p-3" testID="tag-sheet">
      <Words heading={2} strong>
        {[room, name].filter(Boolean).join(', ')}
      </Words>
      {cables.map(({ piece, name: cable, tags }) => (
        <View key={piece} className="border-t border-hair py-1">
          <Words size="fine" tone="text-soft">
            {cable}
          </Words>
          {tags.map(({ colour, words }) => (
            <Words key={colour} mono size="fine">
              {`${colour}: ${words}`}
            </Words>
          ))}
        </View>
      ))}
      {untold.length > 0 && (
        <Words size="fine" tone="text-unknown">
          {`Not told yet: ${untold.join(', ')}.`}
        </Words>
      )}
    </View>
  );
}
