/** One trip: what the job needs that is not there yet, to tick, to print, or as CSV; lengths of cables are said here. */
import { endsOf, type Link } from '@dense-pack/core/box/links';
import {
  type Trip,
  TRIP_KINDS,
  type TripKind,
  tripCsv,
  tripKey,
  tripOf,
  type TripRow,
} from '@dense-pack/core/parts/trip';
import FileDown from 'lucide-react-native/icons/file-down';
import Printer from 'lucide-react-native/icons/printer';
import { useMemo, useState } from 'react';
import { type ShownJob, useJob } from '../client/queries';
import { changeHouse } from '../house/job-changes';
import { Field } from '../parts/Field';
import { Notice } from '../parts/Notice';
import { NotThere } from '../parts/NotThere';
import { Button } from '../parts/Press';
import { PrintSheet, printNow } from '../parts/PrintSheet';
import { Screen } from '../parts/Screen';
import { Tick } from '../parts/Tick';
import { Words } from '../parts/Words';
import { useKit } from '../truck/kit';
import { tick, useTicks } from './trip-ticks';
import { View } from '../parts/View';

export function TripScreen({ jobId }: { readonly jobId: string }) {
  const query = useJob(jobId);
  const back = { label: query.job?.name ?? 'the job', href: `/job/${jobId}` };
  if (!query.job) return <NotThere what="job" title="One trip" back={back} query={query} />;
  return (
    <Screen title="One trip" detail={query.job.name} back={back}>
      <List job={query.job} />
    </Screen>
  );
}

const rowWords = ({ count, what }: TripRow) => `${count === undefined ? '' : `${count} × `}${what}`;
const more = ({ note, for: names }: TripRow) =>
  [note, names.join(', ')].filter((one) => one !== '').join('; ');

function List({ job }: { readonly job: ShownJob }) {
  const kit = useKit();
  const ticked = useTicks(job.id);
  const trip = useMemo(() => tripOf({ job, boxes: job.boxes, kit }), [job, kit]);
  const left = trip.rows.filter((row) => !ticked.includes(tripKey(row))).length;
  if (trip.rows.length === 0)
    return (
      <>
        <Unplanned names={trip.unplanned} />
        <Notice title="Nothing to bring">
          Plan a change in a box, or say what its cables do: what that takes is then here.
        </Notice>
      </>
    );
  return (
    <>
      <Words size="lead" strong role="status" testID="left">
        {left === 0 ? 'All of it is ticked' : `${left} of ${trip.rows.length} to get`}
      </Words>
      <View className="flex-row flex-wrap gap-2">
        <Button label="Print, or save as PDF" icon={Printer} className="grow" onPress={printNow} />
        <Button label="Save as CSV" icon={FileDown} className="grow" onPress={() => save(job.name, trip)} />
      </View>
      {(Object.keys(TRIP_KINDS) as TripKind[]).map((kind) => {
        const rows = trip.rows.filter((row) => row.kind === kind);
        return rows.length === 0 ? null : (
          <View
            key={kind}
            className="rounded-card border border-hair bg-sheet"
            role="group"
            aria-label={TRIP_KINDS[kind]}
          >
            <Words heading={2} strong className="px-3 py-2">
              {TRIP_KINDS[kind]}
            </Words>
            {rows.map((row) => (
              <Tick
                key={tripKey(row)}
                bare
                on={ticked.includes(tripKey(row))}
                label={`${rowWords(row)}${more(row) === '' ? '' : `: ${more(row)}`}`}
                onPress={() => tick(job.id, tripKey(row))}
              />
            ))}
          </View>
        );
      })}
      <Unplanned names={trip.unplanned} />
      <Lengths job={job} />
      <Notice title="Of what is in it">
        Boxes, devices, plates and cable of what is planned; joints of every box that is not built. Plates by
        the usual openings: the device in hand governs.
      </Notice>
      <PrintSheet kind="pages">
        <h1>{`${job.name}: one trip`}</h1>
        <table className="trip">
          <tbody>
            {trip.rows.map((row) => (
              <tr key={tripKey(row)}>
                <td>{ticked.includes(tripKey(row)) ? '☑' : '☐'}</td>
                <td>{rowWords(row)}</td>
                <td>{more(row)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </PrintSheet>
    </>
  );
}

/** Boxes whose joints are in no list. */
function Unplanned({ names }: { readonly names: readonly string[] }) {
  if (names.length === 0) return null;
  return (
    <Notice title="Joints not in the list" tone="unknown">
      {`No good plan yet: ${names.join(', ')}.`}
    </Notice>
  );
}

/** Hands the list to the person as a file. */
function save(name: string, trip: Trip): void {
  const address = URL.createObjectURL(new Blob([tripCsv(trip)], { type: 'text/csv' }));
  const link = document.createElement('a');
  link.href = address;
  link.download = `${name}, one trip.csv`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}

/** The cables between boxes that are still to be laid, with their lengths. */
function Lengths({ job }: { readonly job: ShownJob }) {
  const open = new Map(job.boxes.flatMap(({ id, name, stage }) => (stage === 'planned' ? [[id, name]] : [])));
  const links = job.links.filter((link) => endsOf(link).some(({ box }) => open.has(box)));
  if (links.length === 0) return null;
  const nameOf = (id: string) => job.boxes.find((one) => one.id === id)?.name ?? '';
  return (
    <View className="gap-2" role="group" aria-label="Lengths of the cables">
      <Words heading={2} strong>
        Lengths of the cables
      </Words>
      {links.map((link) => (
        <Feet
          key={link.id}
          link={link}
          name={[nameOf(link.from.box), typeof link.to === 'string' ? link.to : nameOf(link.to.box)].join(
            ' to ',
          )}
          onFeet={(feet) =>
            changeHouse(job, (now) => ({
              links: now.links.map((one) => {
                if (one.id !== link.id) return one;
                const { feet: _before, ...rest } = one;
                return feet === undefined ? rest : { ...rest, feet };
              }),
            }))
          }
        />
      ))}
    </View>
  );
}

interface FeetProps {
  readonly link: Link;
  readonly name: string;
  readonly onFeet: (feet: number | undefined) => void;
}

function Feet({ link, name, onFeet }: FeetProps) {
  const [problem, setProblem] = useState<string>();
  return (
    <Field
      label={`${name}, ft`}
      inputMode="numeric"
      mono
      defaultValue={link.feet === undefined ? '' : String(link.feet)}
      problem={problem}
      onEnd={(text) => {
        const said = text.trim();
        const feet = Number(said);
        const wrong = said !== '' && !(Number.isInteger(feet) && feet >= 1 && feet <= 2000);
        setProblem(wrong ? `“${said}” is no length; accepted are whole feet from 1 to 2000` : undefined);
        const now = said === '' ? undefined : feet;
        if (!wrong && now !== link.feet) onFeet(now);
      }}
    />
  );
}
