/** `dense-pack boxes`: the standard metal boxes of an edition. */
import { type EditionId, editionOf, SIZES } from '@dense-pack/core/edition/index';
import { printVolume, showVolume, UNIT_NAMES } from '@dense-pack/core/quantity/volume';
import type { Command } from 'commander';
import { editionOption } from './options.ts';

export function addBoxes(program: Command): void {
  program
    .command('boxes')
    .description('list the standard metal boxes of an edition’s table')
    .option('--json', 'print JSON', false)
    .addOption(editionOption())
    .action((options: { json: boolean; edition: EditionId }) => {
      const edition = editionOf(options.edition);
      const { boxes, unit, name } = edition;
      if (options.json) {
        const list = boxes.value.map(({ code, trade, volume, perGang, counts }) => ({
          box: code,
          trade,
          volume: printVolume(volume, unit),
          unit,
          perGang: perGang ?? false,
          ...(counts ? { counts } : {}),
        }));
        console.log(
          JSON.stringify({
            edition: edition.id,
            section: boxes.section,
            confidence: boxes.confidence,
            boxes: list,
          }),
        );
        return;
      }
      console.log(`${name}, ${boxes.section} (${boxes.confidence}); volumes in ${UNIT_NAMES[unit]}`);
      for (const { code, trade, volume, perGang, counts } of boxes.value) {
        const printed = counts
          ? `  ${SIZES.filter((size) => counts[size] !== undefined)
              .map((size) => `${counts[size]}/${size}`)
              .join(' ')}`
          : '';
        console.log(
          `${code.padEnd(18)} ${trade.padEnd(28)} ${showVolume(volume, unit).padStart(7)}${perGang ? ' a gang' : ''}${printed}`,
        );
      }
    });
}
