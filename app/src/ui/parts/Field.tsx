/** A labelled text field; what was wrong stands under it. */
import { useId, useRef } from 'react';
import { TextInput, type TextInputProps, View } from 'react-native';
import { useColours } from '../theme/theme';
import { withPoint } from './with-point';
import { Words } from './Words';

interface FieldProps extends TextInputProps {
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
  ...rest
}: FieldProps) {
  const typed = useRef(rest.defaultValue ?? '');
  const id = useId();
  const colours = useColours();
  const end = () => onEnd?.(rest.inputMode === 'decimal' ? withPoint(typed.current) : typed.current);
  return (
    <View className="gap-1">
      <Words size="fine" strong nativeID={id}>
        {label}
      </Words>
      <TextInput
        aria-labelledby={id}
        aria-label={label}
        placeholderTextColor={colours.soft}
        {...rest}
        onChangeText={(text) => {
          typed.current = text;
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
