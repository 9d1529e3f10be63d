/** Whether what one sees is stored: saved, being saved, or kept here until the server answers. */
import CloudCheck from 'lucide-react-native/icons/cloud-check';
import CloudOff from 'lucide-react-native/icons/cloud-off';
import CloudUpload from 'lucide-react-native/icons/cloud-upload';
import { View } from 'react-native';
import { useOutbox } from '../client/queries';
import { usePreferences } from '../theme/preferences';
import { useColours } from '../theme/theme';
import { Words } from './Words';

export function SaveSign() {
  const { away, entries, full } = useOutbox();
  const colours = useColours();
  const { text } = usePreferences();
  const waiting = entries.length;
  const Icon = away || full ? CloudOff : waiting > 0 ? CloudUpload : CloudCheck;
  const words = full ? 'Not kept' : away ? `${waiting} queued` : waiting > 0 ? 'Saving' : 'Saved';
  return (
    <View
      role="status"
      aria-label={words}
      testID="save-sign"
      className="min-w-[52px] items-center justify-center px-1"
    >
      <Icon size={20} color={away || full ? colours.unknown : colours.soft} aria-hidden />
      {text <= 125 && (
        <Words size="fine" tone={away || full ? 'text-unknown' : 'text-soft'}>
          {words}
        </Words>
      )}
    </View>
  );
}
