/** Choosing a file of the phone: a button over the browser's own file input. */
import type { LucideIcon } from 'lucide-react-native';
import { createElement, useRef } from 'react';
import { Button } from './Press';
import { View } from './View';

interface FilePickProps {
  readonly label: string;
  readonly icon?: LucideIcon;
  /** Kinds offered, as the file input words them. */
  readonly accept: string;
  readonly onFile: (file: File) => void;
  readonly disabled?: boolean;
}

export function FilePick({ label, icon, accept, onFile, disabled = false }: FilePickProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <View>
      {createElement('input', {
        ref: input,
        type: 'file',
        accept,
        'aria-label': label,
        'data-testid': 'file',
        tabIndex: -1,
        style: { display: 'none' },
        onChange: (event: { currentTarget: HTMLInputElement }) => {
          const file = event.currentTarget.files?.[0];
          // The same file can be chosen again after it was refused.
          if (file) onFile(file);
          event.currentTarget.value = '';
        },
      })}
      <Button
        label={label}
        {...(icon ? { icon } : {})}
        disabled={disabled}
        onPress={() => input.current?.click()}
      />
    </View>
  );
}
