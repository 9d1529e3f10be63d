/** The work of the station or adder that is open. */
import { memo } from 'react';
import { STATIONS } from '../stations';
import type { StationProps } from '../stations/station';
import type { Open } from './BoxScreen';
import { BoxPanel } from './panels/BoxPanel';
import { CablePanel } from './panels/CablePanel';
import { DevicePanel } from './panels/DevicePanel';
import { LinePanel } from './panels/LinePanel';
import { MorePanel } from './panels/MorePanel';

interface WorkProps extends StationProps {
  readonly open: Open;
  readonly onItem: (id: string) => void;
}

/** Drawn anew only when what it shows has changed: the verdict is on the screen before. */
export const Work = memo(function Work({
  open,
  box,
  job,
  counted,
  edition,
  tape,
  width,
  onBox,
  onFields,
  onItem,
}: WorkProps) {
  if ('station' in open) {
    const { View } = STATIONS[open.station];
    return <View {...{ box, job, counted, edition, tape, width, onBox, onFields }} />;
  }
  const adding = { box: box.box, onChange: onBox, onOpen: onItem };
  switch (open.adder) {
    case 'box':
      return <BoxPanel box={box.box} edition={edition} onChange={onBox} />;
    case 'cable':
      return <CablePanel {...adding} />;
    case 'device':
      return <DevicePanel {...adding} />;
    case 'more':
      return <MorePanel {...adding} edition={edition} />;
    case 'line':
      return <LinePanel box={box.box} job={job} onChange={onBox} />;
  }
});
