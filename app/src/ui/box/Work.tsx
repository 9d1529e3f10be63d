/** The work of the station or adder that is open. */
import type { Job } from '@dense-pack/core/box/record';
import type { Edition } from '@dense-pack/core/edition/edition';
import type { Tally } from '@dense-pack/core/fill/tally';
import { memo, type ReactNode } from 'react';
import type { ShownBox } from '../client/queries';
import type { Open } from './BoxScreen';
import { JoinStation } from '../join/JoinStation';
import { LandStation } from '../join/LandStation';
import { BoxPanel } from './panels/BoxPanel';
import { CablePanel } from './panels/CablePanel';
import { DevicePanel } from './panels/DevicePanel';
import { LinePanel } from './panels/LinePanel';
import { MorePanel } from './panels/MorePanel';
import { ChangeStation } from './stations/ChangeStation';
import { FixStation } from './stations/FixStation';
import { FoundStation } from './stations/FoundStation';
import { SafeStation } from './stations/SafeStation';
import type { ChangeBox, ChangeFields } from './use-box-edit';

interface WorkProps {
  readonly open: Open;
  readonly box: ShownBox;
  readonly job: Job;
  readonly counted: Tally;
  readonly edition: Edition;
  readonly tape: ReactNode;
  readonly width: number;
  readonly onBox: ChangeBox;
  readonly onFields: ChangeFields;
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
    switch (open.station) {
      case 'safe':
        return (
          <SafeStation
            seen={box.seen}
            onChange={(change) => onFields((now) => ({ seen: change(now.seen) }))}
          />
        );
      case 'found':
        return <FoundStation box={box} job={job} onChange={onFields} />;
      case 'change':
        return (
          <ChangeStation box={box} counted={counted} edition={edition} width={width} onChange={onFields} />
        );
      case 'count':
        return tape;
      case 'fix':
        return <FixStation box={box} counted={counted} edition={edition} onBox={onBox} onFields={onFields} />;
      case 'join':
        return <JoinStation box={box} edition={edition} width={width - 32} onBox={onBox} />;
      case 'land':
        return <LandStation box={box} edition={edition} onBox={onBox} />;
    }
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
