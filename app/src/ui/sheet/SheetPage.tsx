/** One sheet as it is read on the screen and printed by the browser: paper, whatever the theme. */
import { PAPER } from '@dense-pack/core/sheet/picture';
import type { Part } from '@dense-pack/core/sheet/part';
import type { Sheet } from '@dense-pack/core/sheet/sheet';
import { Image, Text } from 'react-native';
import { PlainPicture } from '../parts/PlainPicture';
import { View } from '../parts/View';

interface SheetPageProps {
  readonly sheet: Sheet;
  /** Width of a drawing, in px. */
  readonly drawn: number;
  /** In two columns, as on paper. */
  readonly columns?: boolean;
  readonly photo: (id: string) => string;
}

const SIGNS: Readonly<Record<Sheet['verdict']['is'], string>> = {
  legal: '',
  over: '× ',
  violation: '× ',
  open: '? ',
  unknown: '? ',
};

export function SheetPage({ sheet, drawn, columns = false, photo }: SheetPageProps) {
  const {
    title,
    where,
    verdict,
    facts,
    vessel,
    wiring,
    fold,
    wall,
    parts,
    ifRoom,
    photos,
    caution,
    sources,
  } = sheet;
  const [front, side] = fold;
  return (
    <View
      className="sheet-page"
      style={{ backgroundColor: PAPER.white, padding: columns ? 0 : 16, gap: 8 }}
      testID="sheet"
    >
      <Say size={columns ? 22 : 24} strong heading={2}>
        {title}
      </Say>
      <Say tone={PAPER.soft}>{where}</Say>
      <View
        style={{
          borderWidth: 2,
          borderColor: verdict.is === 'over' ? PAPER.over : PAPER.ink,
          padding: 8,
          alignSelf: 'flex-start',
          maxWidth: '100%',
        }}
      >
        <Say size={16} strong tone={verdict.is === 'over' ? PAPER.over : PAPER.ink}>
          {`${SIGNS[verdict.is]}${verdict.words}`}
        </Say>
      </View>
      <View className={columns ? 'sheet-columns' : ''} style={columns ? {} : { gap: 12 }}>
        <View className="sheet-part" style={{ gap: 2 }}>
          {facts.map(([name, value]) => (
            <View key={name} style={{ flexDirection: 'row', gap: 8 }}>
              <View style={{ width: 84 }}>
                <Say tone={PAPER.soft}>{name}</Say>
              </View>
              <View style={{ flex: 1, minWidth: 0 }}>
                <Say strong>{value}</Say>
              </View>
            </View>
          ))}
        </View>
        {/* The box opened stands beside the vessel: on paper a sheet is one page. */}
        <View className="sheet-part" style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
          <PlainPicture
            picture={vessel}
            width={front ? Math.min(drawn / 2 - 4, 220) : Math.min(drawn, 220)}
          />
          {front && <PlainPicture picture={front} width={Math.min(drawn / 2 - 4, front.width)} />}
        </View>
        {wiring && (
          <View className="sheet-part">
            <PlainPicture picture={wiring} width={drawn} />
          </View>
        )}
        {side && !columns && (
          <View className="sheet-part">
            <PlainPicture picture={side} width={Math.min(drawn, side.width)} />
          </View>
        )}
        {wall && (
          <View className="sheet-part">
            <PlainPicture picture={wall} width={Math.min(drawn, 300)} />
          </View>
        )}
        {[...parts, ...(columns ? [] : ifRoom)].map((part) => (
          <PartView key={part.title} part={part} />
        ))}
        {photos.length > 0 && (
          <View className="sheet-part" style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
            {photos.map((id, nth) => (
              <Image
                key={id}
                source={{ uri: photo(id) }}
                alt={`Photo ${nth + 1} of the box`}
                resizeMode="contain"
                style={{ width: 150, height: 110 }}
              />
            ))}
          </View>
        )}
      </View>
      <Say size={11} tone={PAPER.soft}>
        {caution}
      </Say>
      <Say size={11} tone={PAPER.soft}>
        {sources}
      </Say>
      <View style={{ flexDirection: 'row', gap: 24, paddingTop: 28 }}>
        {['Signed', 'Date'].map((one) => (
          <View key={one} style={{ flex: 1, borderTopWidth: 1, borderColor: PAPER.ink }}>
            <Say size={11}>{one}</Say>
          </View>
        ))}
      </View>
    </View>
  );
}

function PartView({ part: { title, rows, widths, figures = 0, note } }: { readonly part: Part }) {
  return (
    <View className="sheet-part" style={{ gap: 1, paddingTop: 6 }}>
      <View style={{ borderBottomWidth: 1, borderColor: PAPER.ink, marginBottom: 2 }}>
        <Say strong heading={3}>
          {title}
        </Say>
      </View>
      {rows.map(({ cells, strong = false }, nth) => (
        <View key={nth} style={{ flexDirection: 'row', gap: 4 }}>
          {cells.map((text, at) => {
            // A cell takes the room of empty ones after it.
            let share = widths[at] ?? 0;
            for (let next = at + 1; cells[next] === ''; next += 1) share += widths[next] ?? 0;
            return text === '' ? null : (
              <View key={at} style={{ flexGrow: share, flexShrink: 1, flexBasis: 0, minWidth: 0 }}>
                <Say strong={strong} align={at >= widths.length - figures ? 'right' : 'left'}>
                  {text}
                </Say>
              </View>
            );
          })}
        </View>
      ))}
      {note !== undefined && <Say tone={PAPER.soft}>{note}</Say>}
    </View>
  );
}

interface SayProps {
  readonly children: string;
  readonly size?: number;
  readonly strong?: boolean;
  readonly tone?: string;
  readonly heading?: 2 | 3;
  readonly align?: 'left' | 'right';
}

/** Text of paper. */
const Say = ({
  children,
  size = 12.5,
  strong = false,
  tone = PAPER.ink,
  heading,
  align = 'left',
}: SayProps) => (
  <Text
    {...(heading === undefined ? {} : { role: 'heading' as const, 'aria-level': heading })}
    style={{
      fontFamily: strong ? 'Overpass_700Bold' : 'Overpass_400Regular',
      fontSize: size,
      lineHeight: size * 1.3,
      color: tone,
      textAlign: align,
    }}
  >
    {children}
  </Text>
);
