/** The work of the station or adder that is open. */
import { memo } from 'react';
import type { StationProps } from '../stations/station';
import type { Open } from './open';
import { late } from '../parts/late';
import { STATION_VIEWS } from './late-work';

const BoxPanel = late('BoxPanel');
const CablePanel = late('CablePanel');
const DevicePanel = late('DevicePanel');
const LinePanel = late('LinePanel');
const MorePanel = late('MorePanel');

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
  around,
  tape,
  width,
  onBox,
  onBoth,
  onFields,
  onItem,
}: WorkProps) {
  if ('station' in open) {
    if (open.station === 'count') return tape;
    const View = STATION_VIEWS[open.station];
    return <View {...{ box, job, counted, edition, around, tape, width, onBox, onBoth, onFields }} />;
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
      return <LinePanel box={box.box} boxId={box.id} job={job} onChange={onBox} />;
  }
});
