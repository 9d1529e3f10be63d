import { late, LateScreen } from '@/ui/parts/late';

const Screen = late('ScanScreen');

export default function Route() {
  return (
    <LateScreen>
      <Screen />
    </LateScreen>
  );
}
