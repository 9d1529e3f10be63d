import { useLocalSearchParams } from 'expo-router';
import { BoxScreen } from '@/ui/box/BoxScreen';

export default function Route() {
  const { job, box, open } = useLocalSearchParams<{ job: string; box: string; open?: string }>();
  return <BoxScreen key={box} jobId={job} boxId={box} first={open} />;
}
