import { useLocalSearchParams } from 'expo-router';
import { LateJob } from '@/ui/jobs/late-job';
import { LateScreen } from '@/ui/parts/late';

export default function Route() {
  const { job } = useLocalSearchParams<{ job: string }>();
  return (
    <LateScreen>
      <LateJob jobId={job} />
    </LateScreen>
  );
}
