import { useLocalSearchParams } from 'expo-router';
import { Begin } from '@/ui/box/Begin';
import { BoxScreen } from '@/ui/box/BoxScreen';

export default function Route() {
  const { job, box, open } = useLocalSearchParams<{ job: string; box: string; open?: string }>();
  // The address of a box that is to be made: a shortcut of the phone's home screen leads there.
  if (job === 'now' && box === 'new') return <Begin open={open ?? 'box'} />;
  return <BoxScreen key={box} jobId={job} boxId={box} first={open} />;
}
