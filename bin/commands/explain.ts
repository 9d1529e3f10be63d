/** `dense-pack explain`: the count of one box with every reason, and what room is left. */
import type { EditionId } from '@dense-pack/core/edition/index';
import { certaintyOf } from '@dense-pack/core/certainty/certainty';
import { certaintyJson } from '@dense-pack/core/certainty/certainty-json';
import { roomLeft, smallestBoxes } from '@dense-pack/core/fill/room';
import { tally } from '@dense-pack/core/fill/tally';
import { tallyJson } from '@dense-pack/core/fill/tally-json';
import { printVolume, UNIT_NAMES } from '@dense-pack/core/quantity/volume';
import type { Command } from 'commander';
import { exitOf } from './exit.ts';
import { readOneLine } from './one-line.ts';
import { editionOption, isChosen } from './options.ts';
import { tapeText } from './tape.ts';

export function addExplain(program: Command): void {
  program
    .command('explain')
    .description('count one box and say why each line counts, what room is left, which boxes would hold it')
    .argument('<line>', 'a count line')
    .option('--json', 'print JSON', false)
    .addOption(editionOption())
    .action((line: string, options: { json: boolean; edition: EditionId }, command: Command) => {
      const read = readOneLine(line, options.edition);
      if (!read) return;
      const { box, edition } = read;
      const counted = tally(box, edition);
      const certainty = certaintyOf(box, edition, counted, { chosen: isChosen(box, command) });
      const room = roomLeft(box, edition);
      const boxes = smallestBoxes(box, edition).map(({ standard }) => ({
        box: standard.code,
        trade: standard.trade,
        volume: printVolume(standard.volume, edition.unit),
      }));
      process.exitCode = exitOf(counted.verdict);
      if (options.json) {
        console.log(
          JSON.stringify({ ...tallyJson(counted), ...certaintyJson(certainty), room, smallestBoxes: boxes }),
        );
        return;
      }
      const { allowances, boxes: table } = edition;
      console.log(
        [
          tapeText(counted, certainty),
          '',
          ...counted.lines.map((one) => `${one.section}  ${one.what}: ${one.why}`),
          '',
          `Allowances: ${edition.name}, ${allowances.section} (${allowances.confidence}).`,
          `Room for: ${room.map(({ name, more }) => `${name} × ${more ?? '?'}`).join(', ')}`,
          boxes.length === 0
            ? `No box of ${table.section} would hold it.`
            : `Smallest standard boxes that hold it: ${boxes.map(({ trade, volume }) => `${trade} (${volume} ${UNIT_NAMES[edition.unit]})`).join(', ')}`,
        ].join('\n'),
      );
    });
}
