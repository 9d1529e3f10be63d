/** The tape, what to know about the answer, and the touched tile's item. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { editionOf } from '@dense-pack/core/edition/index';
import type { Tally } from '@dense-pack/core/fill/tally';
import { View } from 'react-native';
import { Notice } from '../../parts/Notice';
import { Words } from '../../parts/Words';
import { OtherEditions } from '../../tape/OtherEditions';
import { RoomLeft } from '../../tape/RoomLeft';
import { Tape } from '../../tape/Tape';
import { ItemRow } from '../ItemRow';

interface CountPanelProps {
  readonly box: BoxDocument;
  readonly counted: Tally;
  readonly open: number | undefined;
  readonly onOpen: (line: number | undefined) => void;
  /** The item of the tile that was touched. */
  readonly itemId: string | undefined;
  readonly onChange: (box: BoxDocument) => void;
}

export function CountPanel({ box, counted, open, onOpen, itemId, onChange }: CountPanelProps) {
  const item = box.items.find((one) => one.id === itemId);
  const line = open === undefined ? undefined : counted.lines[open];
  return (
    <View className="gap-3">
      {item && (
        <View
          className="rounded-card border-2 border-action bg-sheet px-3 py-2"
          role="region"
          aria-label="Touched tile"
        >
          {line && <Words>{line.why}</Words>}
          <ItemRow item={item} box={box} onChange={onChange} />
        </View>
      )}
      {counted.warnings.map((warning, nth) => (
        <Notice key={nth} title="To know" tone="unknown">
          {warning.text}
        </Notice>
      ))}
      <Tape counted={counted} open={open} onOpen={onOpen} />
      <OtherEditions box={box} counted={counted} />
      <RoomLeft box={box} edition={editionOf(counted.edition)} />
      <Notice title="Before hands go in">
        Power off, locked or tagged, and proved dead conductor by conductor. The adopted local code and the
        inspector decide; this is work for licensed people.
      </Notice>
    </View>
  );
}
