/**
 * A part of a screen as an element of the page, with the layout React Native gives its own (`.part` in global.css). React Native’s
 * web parts listen for gestures and measure themselves, and NativeWind draws another component around each.
 */
import type { CSSProperties } from 'react';
import { spokenProps } from './spoken-props';
import type { ViewProps } from './View';

export function View({ className, style, testID, role, children, id, tabIndex, ...said }: ViewProps) {
  return (
    <div
      {...spokenProps(said)}
      className={className === undefined ? 'part' : `part ${className}`}
      style={style as CSSProperties | undefined}
      data-testid={testID}
      role={role}
      id={id}
      tabIndex={tabIndex}
    >
      {children}
    </div>
  );
}
