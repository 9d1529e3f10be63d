/** What a station of the work is. Each is one folder here; the box screen composes them and decides nothing. */
import type { Job } from '@dense-pack/core/box/record';
import type { Edition } from '@dense-pack/core/edition/edition';
import type { Tally } from '@dense-pack/core/fill/tally';
import type { Surroundings } from '@dense-pack/core/run/surroundings';
import type { LucideIcon } from 'lucide-react-native';
import type { ReactNode } from 'react';
import type { ChangeBoth, ChangeBox, ChangeFields } from '../box/use-box-edit';
import type { ShownBox } from '../client/queries';

/** What a station knows of the box it works on. */
export interface StationProps {
  readonly box: ShownBox;
  readonly job: Job;
  readonly counted: Tally;
  readonly edition: Edition;
  /** What the job knows of the box beside its record. */
  readonly around: Surroundings;
  /** The count as a tape, for the station that shows it. */
  readonly tape: ReactNode;
  readonly width: number;
  readonly onBox: ChangeBox;
  readonly onBoth: ChangeBoth;
  readonly onFields: ChangeFields;
}

/** What tells whether the work of a station is done. */
export interface Progress {
  readonly job: Pick<Job, 'panel'>;
  readonly box: ShownBox;
  readonly counted: Tally;
  /** Nothing that is open could change the count. */
  readonly certain: boolean;
  /** Whether every joint is made up and every terminal landed. */
  readonly made: { readonly joined: boolean; readonly landed: boolean };
}

export interface StationPart {
  readonly label: string;
  readonly icon: LucideIcon;
  /** Its key on a wide screen. */
  readonly shortcut: string;
  /** Its work is not the vessel: on a phone the instrument is a band. */
  readonly band: boolean;
  /** One brings something in here: the adders stand below it. */
  readonly adds: boolean;
  readonly isDone: (progress: Progress) => boolean;
}
