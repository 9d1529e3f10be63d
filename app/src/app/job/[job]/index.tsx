import { useLocalSearchParams } from 'expo-router';
import { JobScreen } from '@/ui/jobs/JobScreen';

export default function Route() {
  const { job } = useLocalSearchParams<{ job: string }>();
  return <JobScreen jobId={job} />;
}
