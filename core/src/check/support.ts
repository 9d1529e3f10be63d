/**
 * Support of cables near the box: NM and UF within 12 in of a box with clamps, 8 in of a single-gang plastic
 * box without (NEC 334.30, 314.17 Exception, 340.10); AC within 12 in, MC where it has up to four conductors of 10 AWG or smaller
 * (320.30, 330.30(B)); CEC within 300 mm (12-510, 12-618). A cable fished in a finished wall is excused (334.30(B)(1), CEC 12-520), not
 * from being secured to the box; a box nailed to the framing had its cables before the board. From memory.
 */
import { isSingleDeviceBox } from './single-box.ts';
import { lengthIn } from '../box/stored-quantities.ts';
import { type Check, DOES_NOT_APPLY, finds, lookedAt, type Outcome, PASS, together } from './finding.ts';

export const support: Check = ({ box, cables, edition }) => {
  if (cables.length === 0) return DOES_NOT_APPLY;
  const distance = box.site?.support;
  const gripped = box.items.some((item) => item.kind === 'clamps' && item.hold === 'grip');
  const singlePlastic = isSingleDeviceBox(box.shell) && box.shell.material === 'plastic' && !gripped;
  const finished = box.site?.finished === true;
  const nailed = box.shell.mount === 'new-work';
  const makes = [...new Set(cables.map(({ make }) => make))];
  return together(
    makes.map((make): Outcome => {
      const rule = edition.checks.support[make];
      const mine = cables.filter((one) => one.make === make);
      if (finished && !nailed && rule.fished !== null)
        return finds('support', { fished: true }, { severity: 'advice', section: rule.fished });
      const section = rule.single !== null && singlePlastic ? '314.17' : rule.section;
      if (distance === undefined)
        return lookedAt(
          'support',
          { box },
          { section, needs: 'the distance to the nearest support', fact: 'support' },
        );
      const single = rule.single !== null && singlePlastic;
      const { upTo } = rule;
      // A larger cable is stiff: it is held farther off.
      const large =
        upTo !== undefined &&
        mine.every(({ conductors, size }) => conductors > upTo.conductors || size < upTo.size);
      const most = single && rule.single !== null ? rule.single : large ? upTo.else : rule.most;
      return lengthIn(distance) <= most
        ? PASS
        : finds(
            'support',
            {
              is: lengthIn(distance),
              limit: most,
              single,
              ...(finished && rule.fished !== null ? { later: true as const } : {}),
              ...(make === 'nm' && makes.length === 1 ? {} : { make }),
            },
            {
              severity: 'violation',
              section,
              ids: mine.map(({ id }) => id),
            },
          );
    }),
  );
};
