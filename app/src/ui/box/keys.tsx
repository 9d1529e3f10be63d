/** A sheet that lists the keys of a box. */
import { Sheet } from '../parts/Sheet';
import { Words } from '../parts/Words';
import { STATION_NAMES, STATIONS } from '../stations';
import { ADDERS, type Adder } from './AddBar';
import { ADDER_KEYS } from './box-keys';
import { View } from '../parts/View';

export function KeySheet({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  const rows = [
    ...STATION_NAMES.map((name) => [STATIONS[name].shortcut, STATIONS[name].label]),
    ...(Object.keys(ADDERS) as Adder[]).map((name) => [ADDER_KEYS[name].toUpperCase(), ADDERS[name].label]),
    ['U or Ctrl Z', 'Undo'],
    ['Ctrl Shift Z', 'Redo'],
    ['Esc', 'Close what is open'],
    ['Tab, Enter', 'Go to and touch anything'],
    ['?', 'This sheet'],
  ];
  return (
    <Sheet title="Keys" open={open} onClose={onClose}>
      {rows.map(([key, words]) => (
        <View key={words} className="flex-row gap-3 border-b border-hair pb-1">
          <Words mono strong className="w-[150px]">
            {key}
          </Words>
          <Words>{words}</Words>
        </View>
      ))}
    </Sheet>
  );
}
