/** What a job is called and what is noted of it; both stand on its sheets. */
import { JobFields } from '@dense-pack/core/box/record';
import { useState } from 'react';
import { changeJobNow, type ShownJob } from '../client/queries';
import { Field } from '../parts/Field';
import { LongField } from '../parts/LongField';
import { Words } from '../parts/Words';
import { View } from '../parts/View';

const NOTE_MOST = 4000;

export function AboutJob({ job }: { readonly job: ShownJob }) {
  const [problem, setProblem] = useState<string>();
  return (
    <View className="gap-2">
      <Words heading={2} strong>
        About this job
      </Words>
      <Field
        label="Name or address of the job"
        defaultValue={job.name}
        problem={problem}
        onEnd={(text) => {
          const read = JobFields.shape.name.safeParse(text);
          const wrong = read.success ? undefined : read.error.issues[0]?.message;
          setProblem(wrong === undefined ? undefined : `The name ${wrong}. It stays “${job.name}”.`);
          if (read.success && read.data !== job.name) changeJobNow(job, () => ({ name: read.data }));
        }}
      />
      <LongField
        label="Note, printed on the sheets"
        most={NOTE_MOST}
        value={job.note}
        onValue={(note) => changeJobNow(job, () => ({ note }))}
      />
    </View>
  );
}
