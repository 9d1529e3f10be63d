/** Ways to bring boxes into a job beside touching them together: one line, or many lines. */
import { useState } from 'react';
import { readDraft } from '../client/draft';
import type { ShownJob } from '../client/queries';
import { late, LatePart } from '../parts/late';
import { addBox } from './new-box';
import { View } from '../parts/View';

const Batch = late('Batch');
const QuickLine = late('QuickLine');

const WAYS = ['line', 'many'] as const;
export type Way = (typeof WAYS)[number];
/** Where what is typed and not used yet is kept. */
const draftOf = (jobId: string, way: Way) => `${way}/${jobId}`;

/** The way that is open: at first the one in which something was typed and not used. */
export function useWay(jobId: string) {
  return useState(() => WAYS.find((way) => readDraft(draftOf(jobId, way)) !== undefined));
}

interface BringInProps {
  readonly job: ShownJob;
  readonly way: Way | undefined;
  readonly onDone: () => void;
}

export function BringIn({ job, way, onDone }: BringInProps) {
  return (
    <LatePart what="it">
      {way === 'line' && (
        <View className="rounded-card border-2 border-action bg-sheet p-4">
          <QuickLine
            edition={job.edition}
            action="Add this box"
            draft={draftOf(job.id, way)}
            onRead={(box) => addBox(job.id, box)}
          />
        </View>
      )}
      {way === 'many' && (
        <Batch jobId={job.id} draft={draftOf(job.id, way)} edition={job.edition} onDone={onDone} />
      )}
    </LatePart>
  );
}
