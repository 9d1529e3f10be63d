/**
 * @jest-environment node
 *
 * Held to React Native's own style sheet for pages (react-native-web): the same classes, the same inline styles and, once everything
 * is worn, the same rules; and none of a style that nothing wears.
 */
import Theirs from 'react-native-web/dist/exports/StyleSheet';
import Ours from '../instead/style-sheet';

interface Sheet {
  (styles: readonly unknown[], options?: { writingDirection?: 'ltr' | 'rtl' }): readonly unknown[];
  create<T extends object>(styles: T): T;
  compose(one: unknown, other: unknown): unknown;
  flatten(...styles: unknown[]): object;
  getSheet(): { id: string; textContent: string };
  readonly absoluteFill: object;
  readonly absoluteFillObject: object;
  readonly hairlineWidth: number;
}
const [theirs, ours] = [Theirs, Ours] as unknown as [Sheet, Sheet];

const STYLES = {
  plain: { width: 3, color: 'red', opacity: 0.5 },
  sides: { paddingHorizontal: 4, marginStart: 2, start: 3, borderEndWidth: 1, textAlign: 'end' },
  shadow: { shadowColor: 'black', shadowRadius: 2, shadowOffset: { width: 1, height: 2 } },
  moved: { transform: [{ translateX: 3 }, { rotate: '4deg' }], aspectRatio: 2 },
  words: { fontFamily: 'System', lineHeight: 20, fontVariant: ['tabular-nums'], textAlignVertical: 'center' },
  keyframes: { animationKeyframes: { '0%': { opacity: 0 }, '100%': { opacity: 1 } } },
  own$raw: { display: 'flex', margin: 0, border: '0 solid black' },
};
const OTHERS = { wide: { width: 9, height: 'auto' }, worn: { $$css: true, 'p-4': 'p-4' } };

/** The rules of a sheet, each once, whatever their order within a group. */
const rulesOf = ({ textContent }: { textContent: string }) => [...new Set(textContent.split('\n'))].sort();

test('what is worn gets the same classes and inline styles, whichever way it is read', () => {
  const made = [theirs, ours].map((sheet) => {
    const styles = sheet.create(structuredClone(STYLES));
    const others = sheet.create(structuredClone(OTHERS));
    return (['ltr', 'rtl'] as const).flatMap((writingDirection) => [
      ...Object.values(styles).map((style) => sheet([style], { writingDirection })),
      sheet([styles.plain, null, false, [others.wide, styles.sides]], { writingDirection }),
      sheet([styles.plain, { width: 4, marginHorizontal: 2 }, others.worn], { writingDirection }),
      sheet([{ $$css: true, 'gap-2': 'gap-2' }, { shadowColor: 'red' }], { writingDirection }),
      sheet([sheet.absoluteFill], { writingDirection }),
      sheet([]),
    ]);
  });
  expect(made[1]).toEqual(made[0]);
  expect(JSON.stringify(made[1])).toContain('r-');
});

test('once all is worn the rules are the same', () => {
  expect(rulesOf(ours.getSheet())).toEqual(rulesOf(theirs.getSheet()));
  expect(rulesOf(ours.getSheet()).length).toBeGreaterThan(20);
});

test('what nothing wears makes no rule', () => {
  const { never } = ours.create({ never: { letterSpacing: 7.25 } });
  expect(ours.getSheet().textContent).not.toContain('7.25');
  ours([never]);
  expect(ours.getSheet().textContent).toContain('7.25');
  expect(ours([never])).toEqual(ours([never]));
});

test('the rest of it is the same', () => {
  const nested = [{ a: 1 }, [null, { b: 2 }], undefined, { a: 3 }];
  expect(ours.flatten(nested)).toEqual(theirs.flatten(nested));
  expect(ours.compose({ a: 1 }, null)).toEqual(theirs.compose({ a: 1 }, null));
  expect(ours.absoluteFillObject).toEqual(theirs.absoluteFillObject);
  expect(ours.hairlineWidth).toBe(theirs.hairlineWidth);
  expect(ours.getSheet().id).toBe(theirs.getSheet().id);
});
