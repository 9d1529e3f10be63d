import { useLocalSearchParams } from 'expo-router';
import { BoxScreen } from '@/ui/box/BoxScreen';

export default function Route() {
  const { job, box, panel } = useLocalSearchParams<{ job: string; box: string; panel?: string }>();
  return <BoxScreen key={box} jobId={job} boxId={box} first={panel === 'shell' ? 'shell' : undefined} />;
}
