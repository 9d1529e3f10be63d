/** Making a job: a name is enough. */
import { DEFAULT_EDITION } from '@dense-pack/core/edition/edition';
import { zodResolver } from '@hookform/resolvers/zod';
import { JobFields } from '@dense-pack/core/box/record';
import FolderInput from 'lucide-react-native/icons/folder-input';
import { Controller, useForm } from 'react-hook-form';
import type { z } from 'zod';
import { makeJob } from '../client/queries';
import { todaysJobName } from './new-box';
import { Field } from '../parts/Field';
import { EditionChoice } from '../parts/EditionChoice';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';
import { go } from '../parts/go';
import { View } from '../parts/View';

export function NewJobForm({ onDone }: { readonly onDone: () => void }) {
  const { control, handleSubmit, formState } = useForm<z.input<typeof JobFields>, unknown, JobFields>({
    resolver: zodResolver(JobFields),
    defaultValues: { name: todaysJobName(new Date()), edition: DEFAULT_EDITION, note: '' },
  });
  const make = handleSubmit((fields) => {
    const id = makeJob(fields);
    onDone();
    go(`/job/${id}`);
  });
  return (
    <View className="gap-3 rounded-card border-2 border-action bg-sheet p-4" role="form" aria-label="New job">
      <Controller
        control={control}
        name="name"
        render={({ field }) => (
          <Field
            label="Name or address of the job"
            value={field.value}
            onChangeText={field.onChange}
            onBlur={field.onBlur}
            onSubmitEditing={() => void make()}
            selectTextOnFocus
            autoFocus
            problem={formState.errors.name && `The name ${formState.errors.name.message}.`}
          />
        )}
      />
      <Words size="fine" strong>
        Code adopted there
      </Words>
      <Controller
        control={control}
        name="edition"
        render={({ field }) => <EditionChoice value={field.value} onChoose={field.onChange} />}
      />
      <View className="flex-row gap-2">
        <Button label="Make job" kind="main" className="flex-1" onPress={() => void make()} />
        <Button label="Cancel" onPress={onDone} />
      </View>
      <Button label="Read an archive instead" icon={FolderInput} onPress={() => go('/archive')} />
    </View>
  );
}
