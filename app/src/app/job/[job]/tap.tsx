import { useLocalSearchParams } from 'expo-router';
import { TapScreen } from '@/ui/jobs/TapScreen';

export default function Route() {
  const { job } = useLocalSearchParams<{ job: string }>();
  return <TapScreen jobId={job} />;
}
