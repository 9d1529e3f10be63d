import { Notice } from '@/ui/parts/Notice';
import { Button } from '@/ui/parts/Press';
import { Screen } from '@/ui/parts/Screen';
import { go } from '@/ui/parts/go';

export default function NotFound() {
  return (
    <Screen title="Nothing here" back={{ label: 'all jobs', href: '/' }}>
      <Notice title="There is no page at this address">
        <Button label="All jobs" onPress={() => go('/')} />
      </Notice>
    </Screen>
  );
}
