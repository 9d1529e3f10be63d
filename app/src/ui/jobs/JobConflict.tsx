/** When someone else changed the job in the meantime: what both say of the same, and the person chooses. */
import { jobClashWords } from '@dense-pack/core/shorthand/conflict-words';
import { useMemo } from 'react';
import type { JobEntry } from '@/sync/entry';
import { askedBoth } from '@/sync/pending';
import { useOutbox } from '../client/queries';
import { Choose, Clashes, Gone } from '../parts/Clashes';
import { Notice } from '../parts/Notice';
import { Words } from '../parts/Words';

export function JobConflict({ jobId }: { readonly jobId: string }) {
  const { entries } = useOutbox();
  const waiting = entries.find((entry): entry is JobEntry => entry.what === 'job' && entry.id === jobId);
  if (!waiting) return null;
  if (waiting.refused !== undefined)
    return (
      <Notice title="Not taken by the server" tone="over" live>
        <Words>{waiting.refused}</Words>
        <Words tone="text-soft">Your change is kept here. Correct it, and it is sent again.</Words>
      </Notice>
    );
  if (waiting.gone) return <Gone what="job" id={jobId} />;
  return waiting.conflict ? <Asked waiting={waiting} stored={waiting.conflict} /> : null;
}

interface AskedProps {
  readonly waiting: JobEntry;
  readonly stored: NonNullable<JobEntry['conflict']>;
}

function Asked({ waiting, stored }: AskedProps) {
  const clashes = useMemo(() => {
    const { mine, theirs, clashes: found } = askedBoth(waiting.operation, stored);
    return found.map((clash) => jobClashWords(clash, mine, theirs));
  }, [waiting, stored]);
  return (
    <Notice title="This job was changed elsewhere too" tone="unknown" live>
      {clashes.length === 0 && (
        <Words>{`Yours is “${waiting.fields.name}”, stored is “${stored.name}”.`}</Words>
      )}
      <Clashes clashes={clashes} whole={!waiting.operation.before} />
      <Choose id={waiting.id} />
    </Notice>
  );
}
