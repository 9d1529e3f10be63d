/**
 * What is pressed, in a page: the page's own button. A finger's touch is answered as it leaves the glass;
 * the click a page makes of it comes some 25 ms later on a slow phone, and is not waited for.
 */
import { type TouchEvent, useRef } from 'react';
import type { TouchProps } from './Touch';

/** How long a touch is held before it counts as held, in ms. */
const HELD = 500;
/** How far a finger may slide and still mean the button, in px. */
const SLIDE = 12;

interface Finger {
  readonly x: number;
  readonly y: number;
  timer?: ReturnType<typeof setTimeout>;
  held?: boolean;
}

export function Touch({
  children,
  className = '',
  onPress,
  onLongPress,
  disabled,
  testID,
  tabIndex,
  role,
  id,
  style,
  ...rest
}: TouchProps) {
  const finger = useRef<Finger>(undefined);
  const lift = () => {
    const lifted = finger.current;
    clearTimeout(lifted?.timer);
    finger.current = undefined;
    return lifted;
  };
  const hold = (x: number, y: number) => {
    lift();
    const down: Finger = { x, y };
    if (onLongPress)
      down.timer = setTimeout(() => {
        down.held = true;
        onLongPress();
      }, HELD);
    finger.current = down;
  };
  const touchEnds = (event: TouchEvent) => {
    const lifted = lift();
    const at = event.changedTouches[0];
    if (disabled || !lifted || !at || !event.cancelable) return;
    if (Math.hypot(at.clientX - lifted.x, at.clientY - lifted.y) > SLIDE) return;
    // No click follows: it would land on whatever stands here by then.
    event.preventDefault();
    const { activeElement } = document;
    if (activeElement instanceof HTMLInputElement || activeElement instanceof HTMLTextAreaElement)
      activeElement.blur();
    if (!lifted.held) onPress?.();
  };
  const said = Object.fromEntries(Object.entries(rest).filter(([name]) => name.startsWith('aria-')));
  return (
    <button
      type="button"
      role={role}
      id={id}
      style={style}
      {...said}
      data-testid={testID}
      disabled={disabled ?? false}
      tabIndex={tabIndex}
      className={`touch ${className}`}
      onTouchStart={({ touches }) => {
        const at = touches.length === 1 ? touches[0] : undefined;
        if (at) hold(at.clientX, at.clientY);
        else lift();
      }}
      onTouchEnd={touchEnds}
      onTouchCancel={lift}
      onClick={() => onPress?.()}
      onContextMenu={onLongPress && ((event) => event.preventDefault())}
    >
      {children}
    </button>
  );
}
