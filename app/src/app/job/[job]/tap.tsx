import { useLocalSearchParams } from 'expo-router';
import { late, LateScreen } from '@/ui/parts/late';

const Screen = late('TapScreen');

export default function Route() {
  const { job } = useLocalSearchParams<{ job: string }>();
  return (
    <LateScreen>
      <Screen jobId={job} />
    </LateScreen>
  );
}
