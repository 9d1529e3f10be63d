/** What stands in the bar of the panel and the run: whether all is saved, and undo. */
import type { Job } from '@dense-pack/core/box/record';
import Undo from 'lucide-react-native/icons/undo-2';
import { IconPress } from '../parts/Press';
import { SaveSign } from '../parts/SaveSign';
import { useHouseUndo } from './job-changes';

export function HouseActions({ job }: { readonly job: Job }) {
  const undo = useHouseUndo(job);
  return (
    <>
      <SaveSign />
      <IconPress label="Undo" icon={Undo} disabled={!undo} onPress={undo} />
    </>
  );
}
