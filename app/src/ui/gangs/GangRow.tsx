/** The gangs of a box side by side, seen from the room: which device stands in which, put in another order by dragging or by touch. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { DOORS, gangsOf, gangWords, withDeviceAt } from '@dense-pack/core/box/gangs';
import { DEVICES } from '@dense-pack/core/box/words';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import ArrowRight from 'lucide-react-native/icons/arrow-right';
import { useState } from 'react';
import type { ChangeBox } from '../box/use-box-edit';
import { Choice, wordOptions } from '../parts/Choice';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';
import { SortRow } from './SortRow';
import { View } from '../parts/View';

interface GangRowProps {
  readonly box: BoxDocument;
  /** What a device is called. */
  readonly titleOf?: ((id: string) => string | undefined) | undefined;
  readonly onBox: ChangeBox;
}

export function GangRow({ box, titleOf, onBox }: GangRowProps) {
  const [picked, setPicked] = useState<string>();
  const gangs = gangsOf(box);
  if (gangs.length < 2) return null;
  const ids = gangs.map(({ item }) => item.id);
  const nameOf = (id: string) => {
    const gang = gangs.find(({ item }) => item.id === id);
    if (!gang) return '';
    return `${titleOf?.(id) ?? gang.item.label ?? DEVICES[gang.item.device]}, ${gangWords(gang, box.shell.gangs)}`;
  };
  const move = (id: string, at: number) => {
    setPicked(id);
    onBox((now) => withDeviceAt(now, id, at));
  };
  const chosen = picked !== undefined && ids.includes(picked) ? picked : undefined;
  const place = chosen === undefined ? -1 : ids.indexOf(chosen);
  const door = box.site?.door;
  const nearest = door === undefined ? undefined : ids[door === 'left' ? 0 : ids.length - 1];
  return (
    <View className="gap-2" role="group" aria-label="Which device stands in which gang">
      <Words heading={2} strong>
        Which stands where
      </Words>
      <SortRow ids={ids} nameOf={nameOf} onMove={move} picked={chosen} onPick={setPicked}>
        {(id) => {
          const gang = gangs.find(({ item }) => item.id === id);
          return (
            <View
              key={id}
              testID="gang"
              className={`min-h-[72px] min-w-0 flex-1 items-center justify-center gap-1 rounded-card border px-1 py-2 ${id === chosen ? 'border-action bg-sunk' : 'border-line bg-sheet'}`}
            >
              <Words size="fine" mono strong>
                {gang === undefined ? '' : gang.from === gang.to ? gang.from : `${gang.from}–${gang.to}`}
              </Words>
              <Words size="fine" strong className="text-center">
                {titleOf?.(id) ?? gang?.item.label ?? (gang ? DEVICES[gang.item.device] : '')}
              </Words>
              {id === nearest && (
                <Words size="fine" tone="text-soft" className="text-center">
                  by the door
                </Words>
              )}
            </View>
          );
        }}
      </SortRow>
      <Words size="fine" tone="text-soft">
        Hold one and drag it, or touch one and move it. The one used first stands nearest the side on which
        the door opens.
      </Words>
      <View className="flex-row gap-2">
        <Button
          label="To the left"
          icon={ArrowLeft}
          className="grow"
          disabled={place <= 0}
          onPress={() => chosen !== undefined && move(chosen, place - 1)}
        />
        <Button
          label="To the right"
          icon={ArrowRight}
          className="grow"
          disabled={place < 0 || place >= ids.length - 1}
          onPress={() => chosen !== undefined && move(chosen, place + 1)}
        />
      </View>
      <Choice
        title="The door opens"
        options={wordOptions(DOORS)}
        value={door}
        even
        onChoose={(side) =>
          onBox(({ site: { door: _door, ...site } = {}, ...now }) => ({
            ...now,
            site: side === undefined ? site : { ...site, door: side },
          }))
        }
      />
    </View>
  );
}
