/** Switches with electronics in them: leads in place of screws, and for some a neutral of their own. */
import { type DeviceKind, GREEN_LEAD, takesNeutral, TO_GROUND } from './kind.ts';

type Own = Pick<DeviceKind, 'words' | 'short' | 'aliases' | 'depth' | 'neutral' | 'smartInItsPlace'>;

/** A switch of one line and one load on leads; its electronics take the neutral where it has one. */
export function electronicSwitch(own: Own): DeviceKind {
  return {
    ...own,
    gangs: 1,
    group: 'switch',
    rated: false,
    pairs: false,
    electronic: true,
    asks: ['neutral', 'guard'],
    ports: (wired) => [
      { name: 'line', metal: 'lead' },
      { name: 'load', metal: 'lead' },
      ...(takesNeutral(own, wired) ? [{ name: 'neutral', metal: 'lead' as const }] : []),
      GREEN_LEAD,
    ],
    inside: (wired) => ({
      contacts: [{ positions: [[], [['line', 'load']]] }],
      uses: takesNeutral(own, wired)
        ? [
            {
              name: 'electronics',
              words: 'its electronics',
              hot: 'line',
              neutral: 'neutral',
              half: 1,
              builtIn: true,
            },
          ]
        : [],
    }),
    meant: () => ({
      line: { is: 'hot', half: 1 },
      load: { is: 'given', half: 1 },
      neutral: { is: 'neutral', half: 1 },
      ...TO_GROUND,
    }),
  };
}
