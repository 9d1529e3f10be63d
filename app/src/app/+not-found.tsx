import { router } from 'expo-router';
import { Notice } from '@/ui/parts/Notice';
import { Button } from '@/ui/parts/Press';
import { Screen } from '@/ui/parts/Screen';

export default function NotFound() {
  return (
    <Screen title="Nothing here" back={{ label: 'all jobs', href: '/' }}>
      <Notice title="There is no page at this address">
        <Button label="All jobs" onPress={() => router.navigate('/')} />
      </Notice>
    </Screen>
  );
}
