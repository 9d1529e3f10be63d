const plugin = require('tailwindcss/plugin');
const tokens = require('./src/ui/theme/tokens.json');

const variables = (colours) =>
  Object.fromEntries(Object.entries(colours).map(([name, value]) => [`--${name}`, value]));
const px = (sizes) => Object.fromEntries(Object.entries(sizes).map(([name, value]) => [name, `${value}px`]));

/** Every measure and colour comes from tokens.json; there are no others. */
module.exports = {
  content: ['./src/**/*.{ts,tsx}'],
  presets: [require('nativewind/preset')],
  darkMode: 'class',
  // No universal rule of fifty variables: they would be worked out anew for every element that changes.
  experimental: { optimizeUniversalDefaults: true },
  theme: {
    colors: Object.fromEntries(
      ['transparent', ...Object.keys(tokens.colour.light)].map((name) => [
        name,
        name === 'transparent' ? name : `var(--${name})`,
      ]),
    ),
    spacing: px(tokens.space),
    fontSize: Object.fromEntries(
      Object.entries(tokens.type).map(([name, [size, line]]) => [
        name,
        [`${size / 16}rem`, `${line / 16}rem`],
      ]),
    ),
    fontFamily: Object.fromEntries(Object.entries(tokens.font).map(([name, family]) => [name, [family]])),
    borderRadius: { none: '0', ...px(tokens.radius), full: '9999px' },
    extend: {},
  },
  plugins: [
    plugin(({ addBase }) => {
      addBase({
        ':root': variables(tokens.colour.light),
        '.dark': variables(tokens.colour.dark),
        '.sun': variables(tokens.colour.sun),
      });
    }),
  ],
};
