/** Keys that move what a thumb slides: the page does not scroll by them, and no other takes them. */
interface KeyPress {
  readonly key: string;
  readonly shiftKey?: boolean;
  readonly preventDefault: () => void;
  readonly stopPropagation: () => void;
}

/** @param take what a key does; false where it does nothing here */
export const slideKeys = (take: (key: string, shift: boolean) => boolean): object => ({
  onKeyDown: (event: KeyPress) => {
    if (!take(event.key, event.shiftKey === true)) return;
    event.preventDefault();
    event.stopPropagation();
  },
});
