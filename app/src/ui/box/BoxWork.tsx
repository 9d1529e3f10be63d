/** What one works at in a box: the card of a touched piece, the count beside the vessel, or the work of a station or adder. */
import { rowWith } from '@dense-pack/core/box/rows';
import { late, LatePart } from '../parts/late';
import type { StationProps } from '../stations/station';
import { NotTaken } from './NotTaken';
import type { useBoxEdit } from './use-box-edit';
import type { Place } from './use-place';
import { Work } from './Work';
import { View } from '../parts/View';

const ItemCard = late('ItemCard');
const Conflict = late('Conflict');
const WideCount = late('WideCount');

/** Whether the server did not take a change of it as it is. */
const needsChoice = ({ waiting }: StationProps['box']) =>
  waiting !== undefined &&
  (waiting.refused !== undefined || waiting.gone !== undefined || waiting.conflict !== undefined);

interface BoxWorkProps
  extends
    Omit<StationProps, 'onBox' | 'onBoth' | 'onFields'>,
    Pick<ReturnType<typeof useBoxEdit>, 'edit' | 'editBoth' | 'changeFields'> {
  readonly place: Place;
  readonly wide: boolean;
  /** Goes to what makes the box legal. */
  readonly fix: () => void;
}

export function BoxWork({
  box,
  job,
  counted,
  edition,
  around,
  place,
  tape,
  wide,
  width,
  fix,
  edit,
  editBoth,
  changeFields,
}: BoxWorkProps) {
  const { open, touched, line } = place;
  const item = box.box.items.find((one) => one.id === touched?.itemId);
  const row = item && rowWith(box.box.items, item.id);
  const counts = 'station' in open && open.station === 'count';
  return (
    <View className="gap-3 p-4 pt-3">
      <NotTaken boxId={box.id} />
      {needsChoice(box) && (
        <LatePart what="what is to be chosen">
          <Conflict box={box} edition={edition} />
        </LatePart>
      )}
      {item && row ? (
        <LatePart what="it">
          <ItemCard
            key={item.id}
            item={item}
            row={row}
            edition={edition}
            parted={box.box.items.some(({ kind }) => kind === 'barrier')}
            why={line === undefined ? undefined : counted.lines[line]?.why}
            onChange={edit}
            onClose={place.close}
          />
        </LatePart>
      ) : wide && counts ? (
        <LatePart what="what can be added">
          <WideCount box={box.box} counted={counted} onBox={edit} onItem={place.openItem} onFix={fix} />
        </LatePart>
      ) : (
        <LatePart what="its work">
          <Work
            open={open}
            box={box}
            job={job}
            counted={counted}
            edition={edition}
            around={around}
            tape={tape}
            width={width}
            onBox={edit}
            onBoth={editBoth}
            onFields={changeFields}
            onItem={place.openItem}
          />
        </LatePart>
      )}
    </View>
  );
}
