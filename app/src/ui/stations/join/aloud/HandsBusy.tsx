/**
 * Both hands busy: one step fills the screen in large words and is read aloud if wished; a touch anywhere, or a
 * key, goes on. The screen stays awake while it is open. Silent until the person turns the voice on.
 */
import * as Speech from 'expo-speech';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import Volume from 'lucide-react-native/icons/volume-2';
import VolumeOff from 'lucide-react-native/icons/volume-x';
import X from 'lucide-react-native/icons/x';
import { useEffect, useState } from 'react';
import { Modal, Platform } from 'react-native';
import { tinykeys } from 'tinykeys';
import { Button, IconPress } from '../../../parts/Press';
import { Touch } from '../../../parts/Touch';
import { Words } from '../../../parts/Words';
import { setPreferences, usePreferences } from '../../../theme/preferences';
import { spoken, type Step } from './steps';
import { useAwake } from './use-awake';
import { View } from '../../../parts/View';

interface HandsBusyProps {
  readonly steps: readonly Step[];
  readonly made: ReadonlySet<string>;
  readonly onTick: (id: string) => void;
  readonly onClose: () => void;
}

export function HandsBusy(props: HandsBusyProps) {
  return (
    <Modal
      visible
      transparent={false}
      onRequestClose={props.onClose}
      animationType="none"
      aria-label="Both hands busy"
    >
      <Open {...props} />
    </Modal>
  );
}

/** Whether this device has a voice of its own. */
const hasVoice = () => Platform.OS !== 'web' || 'speechSynthesis' in window;

function Open({ steps, made, onTick, onClose }: HandsBusyProps) {
  useAwake();
  const { aloud } = usePreferences();
  // It begins where the work stands.
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      steps.findIndex(({ tick }) => !made.has(tick)),
    ),
  );
  const step = steps[Math.min(at, steps.length - 1)];
  const last = at >= steps.length - 1;
  const words = step && spoken(step);
  useEffect(() => {
    if (!aloud || words === undefined || !hasVoice()) return undefined;
    Speech.speak(words, { language: 'en-US', rate: 0.95 });
    return () => void Speech.stop();
  }, [aloud, words]);
  const go = (by: number) => setAt((now) => Math.min(steps.length - 1, Math.max(0, now + by)));
  useEffect(() => {
    if (typeof window === 'undefined' || typeof window.addEventListener !== 'function') return undefined;
    const press = (by: number) => (event: KeyboardEvent) => {
      // The space bar presses a button that has the focus, but for the one that goes on anyway.
      const button = event.target instanceof HTMLElement ? event.target.closest('button') : null;
      if (event.code === 'Space' && button && button.dataset['testid'] !== 'busy-step') return;
      event.preventDefault();
      go(by);
    };
    return tinykeys(window, {
      Space: press(1),
      ArrowRight: press(1),
      ArrowDown: press(1),
      PageDown: press(1),
      ArrowLeft: press(-1),
      ArrowUp: press(-1),
      PageUp: press(-1),
    });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the number of steps alone matters
  }, [steps.length]);
  useEffect(() => {
    // The keyboard begins at the step, not at a button above it.
    if (Platform.OS !== 'web') return undefined;
    const frame = requestAnimationFrame(() => document.getElementById('busy-step')?.focus());
    return () => cancelAnimationFrame(frame);
  }, []);
  if (!step) return null;
  const done = made.has(step.tick);
  return (
    <View className="h-full w-full bg-paper">
      <View className="min-h-[56px] flex-row items-center border-b border-hair pl-4">
        <Words strong className="flex-1" aria-live="polite">{`${at + 1} of ${steps.length}`}</Words>
        <IconPress label="The step before" icon={ArrowLeft} disabled={at === 0} onPress={() => go(-1)} />
        {hasVoice() && (
          <IconPress
            label={aloud ? 'Be silent' : 'Read aloud'}
            icon={aloud ? Volume : VolumeOff}
            onPress={() => setPreferences({ aloud: !aloud })}
          />
        )}
        <IconPress label="Close the steps" icon={X} onPress={onClose} />
      </View>
      <Touch
        id="busy-step"
        testID="busy-step"
        className="min-h-0 flex-1 items-stretch justify-start gap-3 overflow-auto p-5 active:opacity-80"
        onPress={() => go(1)}
      >
        <Words size="reading" strong testID="busy-title">
          {step.title}
        </Words>
        {step.lines.map((line) => (
          <Words key={line} size="title">
            {line}
          </Words>
        ))}
        <View className="grow" />
        <Words tone="text-soft">
          {last
            ? 'That was the last step.'
            : 'Touch anywhere, or press the space bar, for the next. The screen stays on.'}
        </Words>
      </Touch>
      <View className="border-t border-hair p-3">
        <Button
          label={done ? 'Done: take the tick back' : last ? 'Done' : 'Done, next'}
          kind={done ? 'plain' : 'main'}
          onPress={() => {
            onTick(step.tick);
            if (!done) go(1);
          }}
        />
      </View>
    </View>
  );
}
