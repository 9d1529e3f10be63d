/** Bringing in a cable: the last used and the commonest with one touch, any other made up from chips. */
import type { ChangeBox } from '../use-box-edit';
import type { BoxDocument } from '@dense-pack/core/box/document';
import { addItem, type NewItem } from '@dense-pack/core/box/edit';
import { newId } from '@dense-pack/core/box/new-id';
import { itemFrom } from '@dense-pack/core/shorthand/piece';
import Plus from 'lucide-react-native/icons/plus';
import { useState } from 'react';
import { Button, Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { CableFields } from '../CableFields';
import { pieceOf, useCableOffers } from '../recent-cables';
import { InTheBox } from './InTheBox';
import { View } from '../../parts/View';

type Cable = Extract<NewItem, { kind: 'cable' }>;

interface CablePanelProps {
  readonly box: BoxDocument;
  readonly onChange: ChangeBox;
  readonly onOpen: (id: string) => void;
}

export function CablePanel({ box, onChange, onOpen }: CablePanelProps) {
  const { offers, remember } = useCableOffers();
  const [draft, setDraft] = useState<Cable>();
  const add = (piece: string) => {
    remember(piece);
    onChange((now) => addItem(now, itemFrom(piece), newId).box);
  };
  return (
    <View className="gap-3">
      <Words heading={2} strong>
        Bring in a cable
      </Words>
      <View className="flex-row flex-wrap gap-2">
        {offers.map((piece) => (
          <Chip
            key={piece}
            label={piece}
            aria-label={`Add ${piece}`}
            className="min-w-[80px] grow basis-[80px]"
            onPress={() => add(piece)}
            onLongPress={() => setDraft(itemFrom(piece) as Cable)}
          />
        ))}
      </View>
      {draft ? (
        <Maker
          draft={draft}
          onDraft={setDraft}
          onAdd={() => {
            add(pieceOf(draft));
            setDraft(undefined);
          }}
        />
      ) : (
        <Button
          label="Another: size, kind, role, where it enters"
          icon={Plus}
          onPress={() => setDraft(itemFrom(offers[0] ?? '12/2') as Cable)}
        />
      )}
      <Words size="fine" tone="text-soft">
        Touch to add one; hold one to change it first. The sheath’s color is a hint of size only: read the
        printing.
      </Words>
      <InTheBox box={box} kinds={['cable']} onChange={onChange} onOpen={onOpen} />
    </View>
  );
}

interface MakerProps {
  readonly draft: Cable;
  readonly onDraft: (cable: Cable) => void;
  readonly onAdd: () => void;
}

function Maker({ draft, onDraft, onAdd }: MakerProps) {
  const set = (change: Partial<Record<keyof Cable, unknown>>) => {
    const fields = Object.entries({ ...draft, ...change }).filter(([, value]) => value !== undefined);
    onDraft(Object.fromEntries(fields) as Cable);
  };
  return (
    <View className="gap-3 rounded-card border-2 border-action bg-sheet p-3" role="group" aria-label="Cable">
      <CableFields cable={draft} onChange={set} />
      <Button label={`Bring in ${pieceOf(draft)}`} kind="main" onPress={onAdd} />
    </View>
  );
}
