/** A new box at once, as a shortcut of the phone's home screen asks for it. */
import { router } from 'expo-router';
import { useEffect, useRef, useState } from 'react';
import { useJobs } from '../client/jobs-shown';
import { beginBox } from '../jobs/new-box';
import { Loading } from '../parts/Notice';
import { Screen } from '../parts/Screen';
import { BoxScreen } from './BoxScreen';

export function Begin({ open }: { readonly open: string }) {
  const { jobs, error } = useJobs();
  const [made, setMade] = useState<{ readonly jobId: string; readonly boxId: string }>();
  const making = useRef(false);
  const known = jobs !== undefined || error !== null;
  useEffect(() => {
    // One box, however often this is drawn; and only once it is known whether there is a job to put it in.
    if (made || making.current || !known) return;
    making.current = true;
    setMade(beginBox(jobs));
  }, [made, known, jobs]);
  useEffect(() => {
    // The address names the box: a reload opens it and begins no other. At the first drawing the router may not stand yet.
    if (made) router.setParams({ job: made.jobId, box: made.boxId, open });
  }, [made, open]);
  if (!made)
    return (
      <Screen title="New box" back={{ label: 'all jobs', href: '/' }}>
        <Loading what="the jobs" />
      </Screen>
    );
  return <BoxScreen key={made.boxId} {...made} first={open} />;
}
