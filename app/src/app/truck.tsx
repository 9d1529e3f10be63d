import { useLocalSearchParams } from 'expo-router';
import { late, LateScreen } from '@/ui/parts/late';

const Screen = late('TruckScreen');

export default function Route() {
  const { part } = useLocalSearchParams<{ part?: string }>();
  return (
    <LateScreen>
      <Screen {...(part === undefined ? {} : { part })} />
    </LateScreen>
  );
}
