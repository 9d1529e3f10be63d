/** What is asked of a whole house: how full it is, where to tap, what to buy, a file of it. */
import ChartBar from 'lucide-react-native/icons/chart-column';
import FileDown from 'lucide-react-native/icons/file-down';
import ListChecks from 'lucide-react-native/icons/list-checks';
import Spline from 'lucide-react-native/icons/spline';
import { useState } from 'react';
import { Linking, View } from 'react-native';
import { csvAddress } from '../client/api';
import type { ShownJob } from '../client/queries';
import { go } from '../parts/go';
import { late, LatePart } from '../parts/late';
import { Button } from '../parts/Press';
import type { Listed } from './box-list';

const HouseChart = late('HouseChart');
const JobParts = late('JobParts');

interface JobToolsProps {
  readonly job: ShownJob;
  /** The boxes that are shown. */
  readonly list: readonly Listed[];
}

export function JobTools({ job, list }: JobToolsProps) {
  const [chart, setChart] = useState(false);
  const [parts, setParts] = useState(false);
  return (
    <>
      {job.boxes.length > 1 && (
        <View className="flex-row flex-wrap gap-2">
          <Button
            label={chart ? 'Hide the chart' : 'How full is the house?'}
            icon={ChartBar}
            className="grow"
            onPress={() => setChart(!chart)}
          />
          <Button
            label="Where to tap?"
            icon={Spline}
            className="grow"
            onPress={() => go(`/job/${job.id}/tap`)}
          />
          <Button
            label={parts ? 'Hide the parts' : 'Parts for the job'}
            icon={ListChecks}
            className="grow"
            onPress={() => setParts(!parts)}
          />
          <Button
            label="Save as CSV"
            icon={FileDown}
            className="grow"
            onPress={() => void Linking.openURL(csvAddress(job.id))}
          />
        </View>
      )}
      <LatePart what="it">
        {parts && <JobParts boxes={job.boxes} edition={job.edition} />}
        {chart && <HouseChart boxes={list} />}
      </LatePart>
    </>
  );
}
