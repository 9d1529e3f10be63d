/** Whether what one sees is stored: saved, being saved, or kept here. A touch shows what waits. */
import CloudAlert from 'lucide-react-native/icons/cloud-alert';
import CloudCheck from 'lucide-react-native/icons/cloud-check';
import CloudOff from 'lucide-react-native/icons/cloud-off';
import CloudUpload from 'lucide-react-native/icons/cloud-upload';
import { useState } from 'react';
import { useOutbox, useWaitingPhotos } from '../client/queries';
import { usePreferences } from '../theme/preferences';
import { useColours } from '../theme/theme';
import { Sheet } from './Sheet';
import { Touch } from './Touch';
import { needsPerson, Waiting } from './Waiting';
import { Words } from './Words';
import { View } from './View';

export function SaveSign() {
  const state = useOutbox();
  const { away, entries, full } = state;
  const [open, setOpen] = useState(false);
  const colours = useColours();
  const { text } = usePreferences();
  const pictures = useWaitingPhotos();
  const stuck = needsPerson(state) + pictures.filter(({ refused }) => refused !== undefined).length;
  const waiting = entries.length + pictures.length;
  const Icon = stuck > 0 ? CloudAlert : away || full ? CloudOff : waiting > 0 ? CloudUpload : CloudCheck;
  const words = full
    ? 'Not kept'
    : stuck > 0
      ? `${stuck} not sent`
      : away
        ? `${waiting} queued`
        : waiting > 0
          ? 'Saving'
          : 'Saved';
  const loud = stuck > 0 || away || full;
  return (
    <View role="status" aria-label={words} testID="save-sign">
      <Touch
        role="button"
        aria-label={`${words}: show what waits`}
        onPress={() => setOpen(true)}
        className="min-h-thumb min-w-[52px] items-center justify-center px-1"
      >
        <Icon size={20} color={loud ? colours.unknown : colours.soft} aria-hidden />
        {text <= 125 && (
          <Words size="fine" tone={loud ? 'text-unknown' : 'text-soft'}>
            {words}
          </Words>
        )}
      </Touch>
      <Sheet title="What waits to be sent" open={open} onClose={() => setOpen(false)}>
        {open && <Waiting state={state} onOpen={() => setOpen(false)} />}
      </Sheet>
    </View>
  );
}
