import { late, LateScreen } from '@/ui/parts/late';

const Screen = late('LogbookScreen');

export default function Route() {
  return (
    <LateScreen>
      <Screen />
    </LateScreen>
  );
}
