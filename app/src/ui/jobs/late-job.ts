import { lazy } from 'react';
import { fetchedOnce } from '../parts/fetched-once';

const jobs = fetchedOnce(() => import('./JobScreen'));

/** The screen of a job: a file of its own, for one begins there as well as in a box. */
export const LateJob = lazy(() => jobs.take(({ JobScreen }) => ({ default: JobScreen })));
