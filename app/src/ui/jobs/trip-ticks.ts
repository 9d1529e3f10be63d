/** What is ticked of the list of a trip, kept on this phone by job. */
import { z } from 'zod';
import { keepList } from '../client/kept';

const Ticks = z.object({
  jobs: z
    .record(z.string(), z.array(z.string().max(600)).max(2000))
    .catch({})
    .default({}),
});
const kept = keepList<z.output<typeof Ticks>>('dense-pack/trip', Ticks, () => ({ jobs: {} }));

export const useTicks = (job: string): readonly string[] => kept.use().jobs[job] ?? NONE;
const NONE: readonly string[] = [];

export function tick(job: string, key: string): void {
  const { jobs } = kept.now();
  const now = jobs[job] ?? [];
  kept.set({
    jobs: { ...jobs, [job]: now.includes(key) ? now.filter((one) => one !== key) : [...now, key] },
  });
}
