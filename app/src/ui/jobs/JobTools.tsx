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
import type { LucideIcon } from 'lucide-react-native';
import RulerDimensionLine from 'lucide-react-native/icons/ruler-dimension-line';
import { useState } from 'react';
import { Linking } from 'react-native';
import { archiveAddress, csvAddress } from '@/sync/api';
import type { ShownJob } from '../client/queries';
import { go } from '../parts/go';
import { late, LatePart } from '../parts/late';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';
import { useWorkName, WorkProgress } from '../parts/WorkProgress';
import type { Listed } from './box-list';
import { View } from '../parts/View';

const HouseChart = late('HouseChart');

interface JobToolsProps {
  readonly job: ShownJob;
  /** The boxes that are shown. */
  readonly list: readonly Listed[];
}

interface Tool {
  readonly label: string;
  readonly icon: LucideIcon;
  readonly onPress: () => void;
}

export function JobTools({ job, list }: JobToolsProps) {
  const { name: work, begin } = useWorkName();
  const [chart, setChart] = useState(false);
  if (job.boxes.length < 2) return null;
  const to = (label: string, icon: LucideIcon, screen: string): Tool => ({
    label,
    icon,
    onPress: () => go(`/job/${job.id}/${screen}`),
  });
  const groups: readonly (readonly [string, readonly Tool[]])[] = [
    [
      'The house',
      [
        to('Panel', Rows3, 'panel'),
        to('The run', Workflow, 'run'),
        to('Where to tap?', Spline, 'tap'),
        {
          label: chart ? 'Hide the chart' : 'How full is the house?',
          icon: ChartBar,
          onPress: () => setChart(!chart),
        },
      ],
    ],
    [
      'The work',
      [
        to('Outage plan', CalendarClock, 'outage'),
        to('One trip', ListChecks, 'trip'),
        to('A row of fixtures', RulerDimensionLine, 'row'),
        to('What happened', ScrollText, 'events'),
      ],
    ],
    [
      'On paper and in files',
      [
        to('Sheets', FileText, 'sheet'),
        to('Labels', QrCode, 'labels'),
        {
          label: 'Save as archive',
          icon: FolderArchive,
          onPress: () => void Linking.openURL(archiveAddress(job.id, begin())),
        },
        { label: 'Save as CSV', icon: FileDown, onPress: () => void Linking.openURL(csvAddress(job.id)) },
      ],
    ],
  ];
  return (
    <>
      {groups.map(([name, tools]) => (
        <View key={name} className="gap-2" role="group" aria-label={name}>
          <Words size="fine" strong>
            {name}
          </Words>
          <View className="flex-row flex-wrap gap-2">
            {tools.map(({ label, icon, onPress }) => (
              <Button key={label} label={label} icon={icon} className="grow basis-[44%]" onPress={onPress} />
            ))}
          </View>
        </View>
      ))}
      <WorkProgress name={work} what="Packing boxes" />
      <LatePart what="it">{chart && <HouseChart boxes={list} />}</LatePart>
    </>
  );
}
