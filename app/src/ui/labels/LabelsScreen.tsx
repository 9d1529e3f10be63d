/** Labels for the inside of covers: seen here, printed by the browser without a server, or as PDF from it. */
import { codeOf, codePath, type Label, labelOf } from '@dense-pack/core/sheet/label';
import { PAPER } from '@dense-pack/core/sheet/picture';
import { isLoopback } from '@dense-pack/core/sheet/public-address';
import FileDown from 'lucide-react-native/icons/file-down';
import Printer from 'lucide-react-native/icons/printer';
import { useMemo } from 'react';
import { Text } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { labelAddress } from '@/sync/api';
import { type ShownJob, useJob } from '../client/queries';
import { backFrom, isMissing } from '../jobs/hrefs';
import { dayWords } from '../parts/days';
import { useFirst } from '../parts/first';
import { Notice } from '../parts/Notice';
import { NotThere } from '../parts/NotThere';
import { Button } from '../parts/Press';
import { PrintSheet, printNow } from '../parts/PrintSheet';
import { Screen } from '../parts/Screen';
import { useWorkName, WorkProgress } from '../parts/WorkProgress';
import { View } from '../parts/View';
import { AskAddress, NotAnswered } from './AskAddress';
import { usePublicAddress } from './public-address';

interface LabelsScreenProps {
  readonly jobId: string;
  /** One box; without it, all of the job. */
  readonly boxId?: string | undefined;
}

export function LabelsScreen({ jobId, boxId }: LabelsScreenProps) {
  const query = useJob(jobId);
  const { job } = query;
  const back = backFrom(jobId, job, boxId, 'close');
  if (!job || isMissing(job, boxId))
    return <NotThere what={job ? 'box' : 'job'} title="Labels" back={back} query={query} />;
  return (
    <Screen title={boxId === undefined ? 'Labels' : 'Label'} detail={job.name} back={back}>
      <Labels job={job} boxId={boxId} />
    </Screen>
  );
}

/** Of so many boxes the labels are shown at first; all are printed. */
const AT_FIRST = 20;

function Labels({ job, boxId }: { readonly job: ShownJob; readonly boxId: string | undefined }) {
  const said = usePublicAddress();
  const { origin: here = '' } = globalThis.location ?? {};
  const origin = said?.address || here;
  const labels = useMemo(
    () =>
      job.boxes
        .filter(({ id }) => boxId === undefined || id === boxId)
        .map((record) => labelOf({ job, record, origin, day: dayWords })),
    [job, boxId, origin],
  );
  const { shown, more } = useFirst(labels, AT_FIRST);
  const { name: work, begin } = useWorkName();
  if (labels.length === 0)
    return <Notice title="No box to label">Record a box first; its label is then here.</Notice>;
  return (
    <>
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={labels.length === 1 ? 'Print the label' : `Print ${labels.length} labels`}
          icon={Printer}
          kind="main"
          className="grow"
          onPress={printNow}
        />
        <Button
          label={boxId === undefined ? 'PDF, thirty a page' : 'PDF, 62 × 29 mm'}
          icon={FileDown}
          className="grow"
          onPress={() => globalThis.open(labelAddress(job.id, boxId, begin()), '_blank', 'noopener')}
        />
      </View>
      <WorkProgress name={work} what="Setting labels" />
      {said?.address === null && isLoopback(here) && <AskAddress />}
      {said?.answered === false && (
        <Notice title="Try one code first" tone="unknown">
          <NotAnswered address={said.address} />
        </Notice>
      )}
      {shown.map((label) => (
        <LabelFace key={label.id} label={label} />
      ))}
      {more}
      <Notice title="For the inside of the cover">
        Its code opens the record of the box, on any phone that reaches this server; in the app “Scan a tag”
        finds it without one. The label tells what was known on its day: count again before anything is added.
      </Notice>
      <PrintSheet>
        {labels.map((label) => (
          <div key={label.id} className="print-cover">
            <LabelFace label={label} />
          </div>
        ))}
      </PrintSheet>
    </>
  );
}

/** One label: its code, and what was known on its day. */
function LabelFace({ label: { name, lines, address } }: { readonly label: Label }) {
  const code = useMemo(() => codeOf(address), [address]);
  const side = 112;
  return (
    <View
      testID="label"
      style={{
        width: '100%',
        maxWidth: 340,
        flexDirection: 'row',
        gap: 8,
        padding: 8,
        backgroundColor: PAPER.white,
        borderWidth: 1,
        borderColor: PAPER.ink,
        borderRadius: 4,
      }}
    >
      <Svg
        width={side}
        height={side}
        viewBox={`-2 -2 ${code.size + 4} ${code.size + 4}`}
        role="img"
        aria-label={`Code that leads to ${name}`}
      >
        <Path d={codePath(code)} fill={PAPER.ink} />
      </Svg>
      <View style={{ flex: 1, minWidth: 0 }}>
        <Text style={{ fontFamily: 'Overpass_700Bold', fontSize: 15, color: PAPER.ink }} numberOfLines={2}>
          {name}
        </Text>
        {lines.map((line) => (
          <Text key={line} style={{ fontFamily: 'Overpass_400Regular', fontSize: 13, color: PAPER.ink }}>
            {line}
          </Text>
        ))}
      </View>
    </View>
  );
}
