/** A sheet over the screen: closed by its button, by Escape, or by touching beside it. */
import X from 'lucide-react-native/icons/x';
import type { ReactNode } from 'react';
import { Modal, Pressable, ScrollView } from 'react-native';
import { IconPress } from './Press';
import { Words } from './Words';
import { View } from './View';

interface SheetProps {
  readonly title: string;
  readonly open: boolean;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

export function Sheet({ title, open, onClose, children }: SheetProps) {
  return (
    <Modal visible={open} transparent onRequestClose={onClose} animationType="none" aria-label={title}>
      <View className="h-full w-full items-center justify-end">
        <Pressable
          aria-hidden
          tabIndex={-1}
          className="absolute h-full w-full bg-ink opacity-50"
          onPress={onClose}
        />
        <View className="max-h-[85%] w-full max-w-[640px] rounded-card border border-line bg-paper">
          <View className="min-h-thumb flex-row items-center border-b border-hair pl-4">
            <Words heading={2} size="lead" strong className="flex-1">
              {title}
            </Words>
            <IconPress label={`Close ${title}`} icon={X} onPress={onClose} />
          </View>
          <ScrollView contentContainerClassName="gap-3 p-4" tabIndex={0}>
            {children}
          </ScrollView>
        </View>
      </View>
    </Modal>
  );
}
