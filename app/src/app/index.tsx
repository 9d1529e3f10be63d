import { useLocalSearchParams } from 'expo-router';
import { JobsScreen } from '@/ui/jobs/JobsScreen';

/** The list of jobs. `?begin=box` or `?begin=line`, as the shortcuts of the installed app have it, goes on to a new box. */
export default function Jobs() {
  const { begin } = useLocalSearchParams<{ begin?: string }>();
  return <JobsScreen begin={begin === 'box' || begin === 'line' ? begin : undefined} />;
}
