/* In place of the icons' own component: it writes the looks of an icon on each of its lines, which have them from the icon anyway. */
import { createElement } from 'react';

/** An icon of these lines, drawn once; it is hidden from those who hear the page. */
export default function createLucideIcon({ name, node }) {
  const lines = node.map(([line, attributes]) => createElement(line, attributes));
  return function Icon({ color = 'currentColor', size = 24, strokeWidth = 2, ...rest }) {
    return createElement(
      'svg',
      {
        width: size,
        height: size,
        viewBox: '0 0 24 24',
        fill: 'none',
        stroke: color,
        strokeWidth,
        strokeLinecap: 'round',
        strokeLinejoin: 'round',
        className: `lucide lucide-${name}`,
        'aria-hidden': true,
        ...rest,
      },
      lines,
    );
  };
}
