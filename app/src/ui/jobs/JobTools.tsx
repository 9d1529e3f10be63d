/** What is asked of a whole house: how full it is, where to tap, what to buy, a file of it. */
import CalendarClock from 'lucide-react-native/icons/calendar-clock';
import ChartBar from 'lucide-react-native/icons/chart-column';
import FileDown from 'lucide-react-native/icons/file-down';
import FileText from 'lucide-react-native/icons/file-text';
import FolderArchive from 'lucide-react-native/icons/folder-archive';
import ScrollText from 'lucide-react-native/icons/scroll-text';
import ListChecks from 'lucide-react-native/icons/list-checks';
import QrCode from 'lucide-react-native/icons/qr-code';
import Rows3 from 'lucide-react-native/icons/rows-3';
import Spline from 'lucide-react-native/icons/spline';
import Workflow from 'lucide-react-native/icons/workflow';
import { useState } from 'react';
import { Linking, View } from 'react-native';
import { archiveAddress, csvAddress } from '../client/api';
import type { ShownJob } from '../client/queries';
import { go } from '../parts/go';
import { late, LatePart } from '../parts/late';
import { Button } from '../parts/Press';
import type { Listed } from './box-list';

const HouseChart = late('HouseChart');

interface JobToolsProps {
  readonly job: ShownJob;
  /** The boxes that are shown. */
  readonly list: readonly Listed[];
}

export function JobTools({ job, list }: JobToolsProps) {
  const [chart, setChart] = useState(false);
  return (
    <>
      {job.boxes.length > 1 && (
        <View className="flex-row flex-wrap gap-2">
          <Button
            label="Panel"
            icon={Rows3}
            className="grow basis-[44%]"
            onPress={() => go(`/job/${job.id}/panel`)}
          />
          <Button
            label="The run"
            icon={Workflow}
            className="grow basis-[44%]"
            onPress={() => go(`/job/${job.id}/run`)}
          />
          <Button
            label="Outage plan"
            icon={CalendarClock}
            className="grow basis-[44%]"
            onPress={() => go(`/job/${job.id}/outage`)}
          />
          <Button
            label={chart ? 'Hide the chart' : 'How full is the house?'}
            icon={ChartBar}
            className="grow basis-[44%]"
            onPress={() => setChart(!chart)}
          />
          <Button
            label="Where to tap?"
            icon={Spline}
            className="grow basis-[44%]"
            onPress={() => go(`/job/${job.id}/tap`)}
          />
          <Button
            label="One trip"
            icon={ListChecks}
            className="grow basis-[44%]"
            onPress={() => go(`/job/${job.id}/trip`)}
          />
          <Button
            label="Sheets"
            icon={FileText}
            className="grow basis-[44%]"
            onPress={() => go(`/job/${job.id}/sheet`)}
          />
          <Button
            label="Labels"
            icon={QrCode}
            className="grow basis-[44%]"
            onPress={() => go(`/job/${job.id}/labels`)}
          />
          <Button
            label="What happened"
            icon={ScrollText}
            className="grow basis-[44%]"
            onPress={() => go(`/job/${job.id}/events`)}
          />
          <Button
            label="Save as archive"
            icon={FolderArchive}
            className="grow basis-[44%]"
            onPress={() => void Linking.openURL(archiveAddress(job.id))}
          />
          <Button
            label="Save as CSV"
            icon={FileDown}
            className="grow basis-[44%]"
            onPress={() => void Linking.openURL(csvAddress(job.id))}
          />
        </View>
      )}
      <LatePart what="it">{chart && <HouseChart boxes={list} />}</LatePart>
    </>
  );
}
