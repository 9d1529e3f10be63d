import { late, LateScreen } from '@/ui/parts/late';

const Screen = late('ArchiveScreen');

export default function Route() {
  return (
    <LateScreen>
      <Screen />
    </LateScreen>
  );
}
