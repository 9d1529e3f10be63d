/** The sheets of a box or of a house: on the screen, printed by the browser without a server, or as PDF from it. */
import { type HouseRun, runOf } from '@dense-pack/core/run/run';
import { type Sheet, sheetOf } from '@dense-pack/core/sheet/sheet';
import FileDown from 'lucide-react-native/icons/file-down';
import Printer from 'lucide-react-native/icons/printer';
import { useMemo, useState } from 'react';
import { useWindowDimensions } from 'react-native';
import { photoAddress, sheetAddress } from '@/sync/api';
import { type ShownBox, type ShownJob, useJob } from '../client/queries';
import { backFrom, isMissing } from '../jobs/hrefs';
import { dayWords } from '../parts/days';
import { useFirst } from '../parts/first';
import { Notice } from '../parts/Notice';
import { NotThere } from '../parts/NotThere';
import { Button } from '../parts/Press';
import { PrintSheet, printNow } from '../parts/PrintSheet';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { useWorkName, WorkProgress } from '../parts/WorkProgress';
import { SheetPage } from './SheetPage';
import { View } from '../parts/View';

interface SheetScreenProps {
  readonly jobId: string;
  /** One box; without it, all of the job. */
  readonly boxId?: string | undefined;
}

export function SheetScreen({ jobId, boxId }: SheetScreenProps) {
  const query = useJob(jobId);
  const { job } = query;
  const back = backFrom(jobId, job, boxId, 'close');
  if (!job || isMissing(job, boxId))
    return <NotThere what={job ? 'box' : 'job'} title="Sheets" back={back} query={query} />;
  return (
    <Screen title={boxId === undefined ? 'Sheets' : 'Sheet'} detail={job.name} back={back}>
      <Sheets job={job} boxId={boxId} />
    </Screen>
  );
}

const made = new WeakMap<ShownBox, { readonly run: HouseRun; readonly sheet: Sheet }>();

/** The sheet of a box as it stands in its house: worked out once. */
function sheetIn(job: ShownJob, record: ShownBox, run: HouseRun): Sheet {
  const before = made.get(record);
  if (before?.run === run) return before.sheet;
  const sheet = sheetOf({ job, record, run, day: dayWords });
  made.set(record, { run, sheet });
  return sheet;
}

/** So many sheets are worked out at first: each is a plan and its proof. */
const AT_FIRST = 4;

function Sheets({ job, boxId }: { readonly job: ShownJob; readonly boxId: string | undefined }) {
  const { width } = useWindowDimensions();
  const [printing, setPrinting] = useState(false);
  const boxes = useMemo(
    () => (boxId === undefined ? job.boxes : job.boxes.filter(({ id }) => id === boxId)),
    [job.boxes, boxId],
  );
  const run = useMemo(() => runOf(job.boxes, job.links, job.panel), [job]);
  const { shown, more } = useFirst(boxes, AT_FIRST);
  const { name: work, begin } = useWorkName();
  const sheet = (record: ShownBox) => sheetIn(job, record, run);
  if (boxes.length === 0)
    return <Notice title="No box to make a sheet of">Record a box first; its sheet is then here.</Notice>;
  const print = () => {
    // All of them are laid out before the browser is asked.
    setPrinting(true);
    requestAnimationFrame(() => requestAnimationFrame(printNow));
  };
  const all = boxes.length > 1;
  return (
    <>
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={all ? `Print ${boxes.length} sheets` : 'Print'}
          icon={Printer}
          kind="main"
          className="grow"
          onPress={print}
        />
        <Button
          label="PDF from the server"
          icon={FileDown}
          className="grow"
          onPress={() => globalThis.open(sheetAddress(job.id, boxId, begin()), '_blank', 'noopener')}
        />
      </View>
      <WorkProgress name={work} what="Setting sheets" />
      <Words size="fine" tone="text-soft">
        Printing needs no server; the PDF has its text, tags and a cover, and is made of what the server has.
      </Words>
      {shown.map((record) => (
        <View key={record.id} className="overflow-hidden rounded-card border border-line">
          <SheetPage sheet={sheet(record)} drawn={Math.min(width - 66, 420)} photo={photoAddress} />
        </View>
      ))}
      {more}
      <PrintSheet kind="pages">
        {printing || !all
          ? boxes.map((record) => (
              <SheetPage key={record.id} sheet={sheet(record)} drawn={330} columns photo={photoAddress} />
            ))
          : null}
      </PrintSheet>
    </>
  );
}
