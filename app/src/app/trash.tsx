import { late, LateScreen } from '@/ui/parts/late';

const Screen = late('TrashScreen');

export default function Route() {
  return (
    <LateScreen>
      <Screen />
    </LateScreen>
  );
}
