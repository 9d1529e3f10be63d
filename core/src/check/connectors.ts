/**
 * Cables are secured to the box: a plastic box of more than one gang has clamps or connectors; one of a single gang without relies on
 * fastening within 8 in, which a cable fished in a finished wall cannot have (314.17). Connectors: every cable into a metal box needs one of its own kind (NEC 314.17, CEC 12-3022); armored cable
 * its anti-short bushing (320.40); metal-clad or armored cable into a plastic box only where that box is made
 * for it, bonded through (314.3). From memory.
 */
import type { BoxDocument } from '../box/document.ts';
import { isSingleDeviceBox } from './single-box.ts';
import {
  type Check,
  DOES_NOT_APPLY,
  finds,
  notChecked,
  notRecorded,
  type Outcome,
  PASS,
  together,
} from './finding.ts';

export const connectors: Check = ({ box, cables, edition }) => {
  if (cables.length === 0) return DOES_NOT_APPLY;
  const { sections, bushing, armorInPlastic } = edition.checks;
  const section = sections.connectors;
  if (section === null) return notRecorded('connectors', edition);
  const material = box.shell.material ?? (box.shell.box === undefined ? undefined : 'metal');
  if (material === undefined)
    return notChecked('connectors', section, 'whether the box is metal or plastic', 'material');
  const armor = cables.filter(({ make }) => make === 'mc' || make === 'ac');
  const armored = cables.some(({ make }) => make === 'ac');
  const clamped = box.site?.secured === true || box.items.some((item) => item.kind === 'clamps');
  const makes = [...new Set(cables.map(({ make }) => make))];
  return together([
    material === 'plastic' ? secured(box, section) : PASS,
    material === 'metal' && !clamped
      ? finds('connectors', { why: 'none', makes }, { severity: 'look', section })
      : PASS,
    material === 'plastic' && armor.length > 0
      ? finds(
          'connectors',
          { why: 'armor' },
          { severity: 'look', section: armorInPlastic, ids: armor.map(({ id }) => id) },
        )
      : PASS,
    armored ? finds('connectors', { why: 'bushing' }, { severity: 'look', section: bushing }) : PASS,
  ]);
};

/** Whether the cables of a plastic box are secured to it, as far as that is wanted. */
function secured({ shell, items, absent, site }: BoxDocument, section: string): Outcome {
  const several = !isSingleDeviceBox(shell);
  const fished = site?.finished === true && shell.mount !== 'new-work';
  if (shell.conduitBody || shell.form === 'surface' || (!several && !fished) || site?.secured) return PASS;
  const clamps = items.filter((item) => item.kind === 'clamps');
  if (clamps.some(({ hold }) => hold === 'grip')) return PASS;
  if (clamps.length > 0) return finds('connectors', { why: 'flaps' }, { severity: 'look', section });
  if (absent?.includes('clamps'))
    return finds('connectors', { why: several ? 'loose' : 'fished' }, { severity: 'violation', section });
  return notChecked('connectors', section, 'whether clamps grip the cables', 'clamps');
}
