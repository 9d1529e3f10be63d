import { late, LateScreen } from '@/ui/parts/late';

const Screen = late('SettingsScreen');

export default function Route() {
  return (
    <LateScreen>
      <Screen />
    </LateScreen>
  );
}
