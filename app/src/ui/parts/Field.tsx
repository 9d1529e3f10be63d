/**
 * A labelled text field; what was wrong stands under it. What it begins with may be changed elsewhere meanwhile, on another
 * phone: a field nobody has typed in follows, and what is being typed stays. What is being typed when the screen is left, by the
 * phone's own way back or because the page is closed, is taken as if the field had been left.
 */
import { useEffect, useId, useRef, useState } from 'react';
import { TextInput, type TextInputProps } from 'react-native';
import { useColours } from '../theme/theme';
import { withPoint } from './with-point';
import { Words } from './Words';
import { View } from './View';

export interface FieldProps extends TextInputProps {
  readonly label: string;
  readonly problem?: string | undefined;
  readonly mono?: boolean;
  /** The text when the person leaves the field or presses enter. */
  readonly onEnd?: (text: string) => void;
}

export function Field({
  label,
  problem,
  mono = false,
  onEnd,
  onChangeText,
  onSubmitEditing,
  defaultValue = '',
  ...rest
}: FieldProps) {
  const [typed, setTyped] = useState(defaultValue);
  const [start, setStart] = useState(defaultValue);
  const [typing, setTyping] = useState(false);
  if (start !== defaultValue) {
    setStart(defaultValue);
    const taken = !typing && problem === undefined;
    if (taken || typed === start || typed.trim() === defaultValue) setTyped(defaultValue);
  }
  const id = useId();
  const colours = useColours();
  const end = () => {
    setTyping(false);
    onEnd?.(rest.inputMode === 'decimal' ? withPoint(typed) : typed);
  };
  useTakenWhenLeft(typing && onEnd ? end : undefined);
  return (
    <View className="gap-1">
      <Words size="fine" strong nativeID={id}>
        {label}
      </Words>
      <TextInput
        aria-labelledby={id}
        aria-label={label}
        placeholderTextColor={colours.soft}
        value={typed}
        {...rest}
        onChangeText={(text) => {
          setTyped(text);
          setTyping(true);
          onChangeText?.(text);
        }}
        {...(onEnd ? { onBlur: end } : {})}
        onSubmitEditing={(event) => {
          end();
          onSubmitEditing?.(event);
        }}
        aria-invalid={problem !== undefined}
        className={`min-h-thumb rounded-card border bg-sheet px-3 py-2 text-body text-ink ${mono ? 'font-mono' : 'font-sans'} ${problem === undefined ? 'border-line' : 'border-over'}`}
      />
      {problem !== undefined && (
        <Words tone="text-over" role="alert" testID="problem">
          {problem}
        </Words>
      )}
    </View>
  );
}

/** Takes what is being typed when the field goes without being left: no browser says so to a field that is taken away. */
function useTakenWhenLeft(take: (() => void) | undefined): void {
  const latest = useRef(take);
  useEffect(() => {
    latest.current = take;
  });
  useEffect(() => {
    const page = globalThis.document;
    const leave = () => {
      const due = latest.current;
      latest.current = undefined;
      due?.();
    };
    const hidden = () => page?.visibilityState === 'hidden' && leave();
    globalThis.addEventListener?.('pagehide', leave);
    page?.addEventListener('visibilitychange', hidden);
    return () => {
      globalThis.removeEventListener?.('pagehide', leave);
      page?.removeEventListener('visibilitychange', hidden);
      leave();
    };
  }, []);
}
