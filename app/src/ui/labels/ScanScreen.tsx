/** A box found by its tag: the camera is held to it, or a picture of it is chosen. */
import { boxInTag } from '@dense-pack/core/sheet/label';
import Camera from 'lucide-react-native/icons/camera';
import { useEffect, useRef, useState } from 'react';
import { boxHref } from '../jobs/hrefs';
import { FilePick } from '../parts/FilePick';
import { go } from '../parts/go';
import { Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { Screen } from '../parts/Screen';
import { Words } from '../parts/Words';
import { pixelsOf, readCode } from './read-code';
import { View } from '../parts/View';

/** How long between two looks, ms. */
const LOOK = 250;

export function ScanScreen() {
  const [looking, setLooking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const seen = (text: string) => {
    const found = boxInTag(text);
    if (found) go(boxHref(found.job, found.box));
    else setProblem(`This code is no tag of a box. It says “${text.slice(0, 80)}”.`);
  };
  const choose = async (file: File) => {
    setProblem(undefined);
    try {
      const bitmap = await createImageBitmap(file);
      const pixels = pixelsOf(bitmap, bitmap.width, bitmap.height);
      bitmap.close();
      const text = pixels && (await readCode(pixels));
      if (text === undefined)
        setProblem('No code is seen in this picture: hold the camera straight and near.');
      else seen(text);
    } catch {
      setProblem(`“${file.name}” is no picture this browser can read; accepted are JPEG, PNG and WebP.`);
    }
  };
  return (
    <Screen title="Scan a tag" detail="The label inside a cover" back={{ label: 'all jobs', href: '/' }}>
      {looking ? (
        <Viewfinder
          onCode={(text) => {
            setLooking(false);
            seen(text);
          }}
          onProblem={(words) => {
            setLooking(false);
            setProblem(words);
          }}
        />
      ) : (
        <Button
          label="Look through the camera"
          icon={Camera}
          kind="main"
          onPress={() => {
            setProblem(undefined);
            setLooking(true);
          }}
        />
      )}
      <FilePick label="Choose a picture of the tag" accept="image/*" onFile={(file) => void choose(file)} />
      {problem !== undefined && (
        <Notice title="Not found" tone="over" live>
          {problem}
        </Notice>
      )}
      <Notice title="Without signal too">
        A box this phone knows is opened at once. The camera’s picture stays on this phone.
      </Notice>
    </Screen>
  );
}

interface ViewfinderProps {
  readonly onCode: (text: string) => void;
  readonly onProblem: (words: string) => void;
}

function Viewfinder({ onCode, onProblem }: ViewfinderProps) {
  const video = useRef<HTMLVideoElement>(null);
  const told = useRef({ onCode, onProblem });
  useEffect(() => {
    told.current = { onCode, onProblem };
  });
  useEffect(() => {
    let stream: MediaStream | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let gone = false;
    const look = async () => {
      const shown = video.current;
      if (gone || !shown) return;
      const pixels = shown.videoWidth > 0 ? pixelsOf(shown, shown.videoWidth, shown.videoHeight) : undefined;
      const text = pixels && (await readCode(pixels));
      if (gone) return;
      if (text === undefined || text === '') timer = setTimeout(() => void look(), LOOK);
      else told.current.onCode(text);
    };
    const begin = async () => {
      try {
        stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
        if (gone || !video.current) return stream.getTracks().forEach((track) => track.stop());
        video.current.srcObject = stream;
        await video.current.play();
        await look();
      } catch {
        told.current.onProblem(
          'The camera cannot be used: it is refused, taken, or this page is not served securely. Choose a picture instead.',
        );
      }
    };
    void begin();
    return () => {
      gone = true;
      clearTimeout(timer);
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, []);
  return (
    <View className="gap-2">
      <video
        ref={video}
        muted
        playsInline
        aria-label="What the camera sees"
        style={{ width: '100%', borderRadius: 4 }}
      />
      <Words tone="text-soft" role="status">
        Looking for a code…
      </Words>
    </View>
  );
}
