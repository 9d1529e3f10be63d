/** A route below a job, its screen fetched when it is opened. */
import { useLocalSearchParams } from 'expo-router';
import type { ComponentType } from 'react';
import { LateScreen } from './late';

/** @param Screen a late screen that takes its job, and a box where the address names one: `?box=` */
export function jobRoute(Screen: ComponentType<{ jobId: string; boxId?: string | undefined }>) {
  return function JobRoute() {
    const { job, box } = useLocalSearchParams<{ job: string; box?: string }>();
    return (
      <LateScreen>
        <Screen jobId={job} boxId={box} />
      </LateScreen>
    );
  };
}
