/**
 * Held to the icons' own component (lucide-react-native): the same lines in the same place with the same looks. What it writes on
 * each line as well stands on the icon, from which a line has it (SVG 2, 6.1 and 13: these properties are inherited).
 */
import * as battery from 'lucide-react-native/icons/battery';
import * as box from 'lucide-react-native/icons/box';
import * as settings from 'lucide-react-native/icons/settings';
import * as undo from 'lucide-react-native/icons/undo-2';
import { type ComponentType, createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import createOurs from '../instead/icon';

jest.mock('react-native-svg', () => {
  const { createElement: make } = jest.requireActual<typeof import('react')>('react');
  const element =
    (tag: string) =>
    ({ testID: _testID, ...rest }: { testID?: string }) =>
      make(tag, rest);
  return Object.fromEntries(
    ['Svg', 'Path', 'Circle', 'Rect', 'Line'].map((name) => [name, element(name.toLowerCase())]),
  );
});

const INHERITED = ['fill', 'stroke', 'stroke-width', 'stroke-linecap', 'stroke-linejoin'];

/** Each element of a drawing with what is in force for it. */
function inForce(html: string): readonly Record<string, string>[] {
  const said = [...html.matchAll(/<([a-z]+)((?: [a-zA-Z-]+="[^"]*")*)\/?>/g)].map(
    ([, tag = '', attributes = '']) => ({
      tag,
      ...Object.fromEntries(
        [...attributes.matchAll(/ ([a-zA-Z-]+)="([^"]*)"/g)].map(([, name, value]) => [name, value]),
      ),
    }),
  ) as Record<string, string>[];
  const [icon = {}] = said;
  const from = Object.fromEntries(INHERITED.flatMap((name) => (name in icon ? [[name, icon[name]]] : [])));
  return said.map((one) => ({ ...from, ...one })) as Record<string, string>[];
}

const ICONS = { battery, box, settings, undo } as unknown as Record<
  string,
  { default: ComponentType<object>; __iconData: { name: string; node: readonly unknown[] } }
>;
const LOOKS = [{}, { size: 12, color: '#0b5d45', strokeWidth: 5 }, { color: 'red', size: 20 }];

test.each(Object.keys(ICONS))('%s looks as the icon’s own does', (name) => {
  const { default: Theirs, __iconData } = ICONS[name] ?? fail(name);
  const Ours = createOurs(__iconData);
  for (const looks of LOOKS) {
    const [theirs, ours] = [Theirs, Ours].map((Icon) =>
      inForce(renderToStaticMarkup(createElement(Icon, looks))),
    );
    expect(theirs).toHaveLength(__iconData.node.length + 1);
    expect(ours).toHaveLength(theirs?.length ?? 0);
    theirs?.forEach((line, nth) => {
      const { class: _class, xmlns: _xmlns, 'aria-hidden': _hidden, ...looked } = line;
      expect(ours?.[nth]).toMatchObject(looked);
    });
    expect(ours?.[0]).toMatchObject({
      'aria-hidden': 'true',
      class: expect.stringContaining(__iconData.name),
    });
  }
});

function fail(name: string): never {
  throw new Error(`no icon ${name}`);
}
