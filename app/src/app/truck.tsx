import { late, LateScreen } from '@/ui/parts/late';

const Screen = late('TruckScreen');

export default function Route() {
  return (
    <LateScreen>
      <Screen />
    </LateScreen>
  );
}
