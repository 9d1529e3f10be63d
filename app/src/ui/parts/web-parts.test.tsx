/** View and Words as elements of a page: their props become the attributes and classes of the element. */
import { renderToStaticMarkup } from 'react-dom/server';
import { View } from './View.web';
import { Words } from './Words.web';

const drawn = (element: React.ReactElement) => renderToStaticMarkup(element);

test('a part is an element with its classes, its style and its name for tests', () => {
  expect(
    drawn(
      <View className="gap-2 p-4" style={{ width: 84, flex: 1, pointerEvents: 'none' }} testID="fill" id="a">
        <View />
      </View>,
    ),
  ).toBe(
    '<div class="part gap-2 p-4" style="width:84px;flex:1;pointer-events:none" data-testid="fill" id="a"><div class="part"></div></div>',
  );
});

test('what is said to those who hear the page is said; what is not hidden says nothing of it', () => {
  expect(drawn(<View role="group" aria-label="Cables" aria-hidden={false} />)).toBe(
    '<div aria-label="Cables" class="part" role="group"></div>',
  );
  expect(drawn(<View aria-hidden aria-live="off" tabIndex={0} />)).toBe(
    '<div aria-live="off" aria-hidden="true" class="part" tabindex="0"></div>',
  );
  expect(drawn(<View aria-live="polite" />)).toBe('<div aria-live="polite" class="part"></div>');
});

test('words take their size, font and color from their props', () => {
  expect(drawn(<Words>15.75</Words>)).toBe('<span class="words text-body font-sans text-ink ">15.75</span>');
  expect(
    drawn(
      <Words mono strong size="fine" tone="text-soft" className="px-2" testID="sum">
        {3}
      </Words>,
    ),
  ).toBe('<span class="words text-fine font-monoStrong text-soft px-2" data-testid="sum">3</span>');
});

test('a heading says its level, a live text that it is live', () => {
  expect(drawn(<Words heading={2}>Count</Words>)).toMatch(/^<span role="heading" aria-level="2" /);
  expect(drawn(<Words role="status" aria-live="polite" nativeID="b" />)).toMatch(
    /^<span aria-live="polite" role="status" .* id="b">/,
  );
});

test.each([
  [1, 'words one-line', ''],
  [2, 'words some-lines', '-webkit-line-clamp:2'],
])('words of at most %d lines are cut there', (lines, looks, style) => {
  const text = drawn(<Words numberOfLines={lines}>long</Words>);
  expect(text).toContain(`class="${looks} `);
  expect(text).toContain(style);
});

test('a line height is in px, as everywhere in React Native', () => {
  expect(drawn(<Words style={{ lineHeight: 16, height: 20 }}>a</Words>)).toContain(
    'style="height:20px;line-height:16px"',
  );
});
