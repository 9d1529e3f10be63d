/** Photos of a box: taken or chosen, made small and freed of their place here, sent when the server answers. */
import { newId } from '@dense-pack/core/box/new-id';
import { PHOTOS_MOST } from '@dense-pack/core/box/record';
import Camera from 'lucide-react-native/icons/camera';
import { useEffect, useState } from 'react';
import { Image } from 'react-native';
import { photoAddress } from '@/sync/api';
import { photos } from '../client/queries';
import { PhotoRefused, shrinkPhoto } from '../client/shrink-photo';
import { FilePick } from '../parts/FilePick';
import { Button } from '../parts/Press';
import { Sheet } from '../parts/Sheet';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { View } from '../parts/View';

interface BoxPhotosProps {
  readonly boxId: string;
  readonly ids: readonly string[];
  readonly onChange: (change: (ids: readonly string[]) => string[]) => void;
}

export function BoxPhotos({ boxId, ids, onChange }: BoxPhotosProps) {
  const [problem, setProblem] = useState<string>();
  const [open, setOpen] = useState<string>();
  const [refused, setRefused] = useState<ReadonlyMap<string, string>>(new Map());
  useEffect(() => {
    let gone = false;
    void photos.refused().then((all) => {
      if (!gone) setRefused(all);
    });
    return () => {
      gone = true;
    };
  }, [ids]);
  const take = async (file: File) => {
    setProblem(undefined);
    try {
      const photo = await shrinkPhoto(file);
      const id = newId();
      await photos.keep(boxId, id, photo);
      onChange((now) => [...now, id]);
    } catch (error) {
      setProblem(
        error instanceof PhotoRefused
          ? error.message
          : 'The photo could not be kept: this browser gives no place for it. Nothing else was changed.',
      );
    }
  };
  return (
    <View className="gap-2" role="group" aria-label="Photos">
      <Words size="fine" strong>
        Photos
      </Words>
      {ids.length > 0 && (
        <View className="flex-row flex-wrap gap-2">
          {ids.map((id, nth) => (
            <Touch
              key={id}
              role="button"
              aria-label={`Open photo ${nth + 1}`}
              testID="photo"
              onPress={() => setOpen(id)}
              className="h-[96px] w-[96px] rounded-card border border-line active:opacity-70"
            >
              <Photo id={id} className="h-full w-full rounded-card" />
            </Touch>
          ))}
        </View>
      )}
      {ids.length < PHOTOS_MOST ? (
        <FilePick
          label="Take or choose a photo"
          icon={Camera}
          accept="image/*"
          onFile={(file) => void take(file)}
        />
      ) : (
        <Words tone="text-soft">{`${PHOTOS_MOST} photos are kept with a box: remove one to take another.`}</Words>
      )}
      {ids.flatMap((id, nth) => {
        const why = refused.get(id);
        return why === undefined
          ? []
          : [
              <Words key={id} tone="text-over" testID="photo-refused">
                {`Photo ${nth + 1} is kept on this phone only: ${why}.`}
              </Words>,
            ];
      })}
      {problem !== undefined && (
        <Words tone="text-over" role="alert" testID="problem">
          {problem}
        </Words>
      )}
      <Words size="fine" tone="text-soft">
        Made small here; the place it was taken at is left out. At most 10 MB each.
      </Words>
      <Sheet title="Photo" open={open !== undefined} onClose={() => setOpen(undefined)}>
        {open !== undefined && (
          <>
            <Photo id={open} className="h-[420px] w-full" contain />
            <Button
              label="Remove this photo"
              kind="danger"
              onPress={() => {
                onChange((now) => now.filter((one) => one !== open));
                setOpen(undefined);
              }}
            />
          </>
        )}
      </Sheet>
    </View>
  );
}

interface PhotoProps {
  readonly id: string;
  readonly className: string;
  readonly contain?: boolean;
}

/** A photo: from this phone while it waits here, from the server after. */
function Photo({ id, className, contain = false }: PhotoProps) {
  const [address, setAddress] = useState<string>();
  useEffect(() => {
    let made: string | undefined;
    let gone = false;
    photos
      .waiting(id)
      .catch(() => undefined)
      .then((blob) => {
        if (gone) return;
        made = blob && URL.createObjectURL(blob);
        setAddress(made ?? photoAddress(id));
      })
      .catch(() => undefined);
    return () => {
      gone = true;
      if (made !== undefined) URL.revokeObjectURL(made);
    };
  }, [id]);
  if (address === undefined) return <View className={`bg-sunk ${className}`} />;
  return (
    <Image
      source={{ uri: address }}
      alt="Photo of the box"
      className={className}
      resizeMode={contain ? 'contain' : 'cover'}
    />
  );
}
