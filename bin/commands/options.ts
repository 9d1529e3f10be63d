/** Options several commands share. */
import { DEFAULT_EDITION, EDITION_IDS } from '@dense-pack/core/edition/index';
import type { BoxDocument } from '@dense-pack/core/box/document';
import { type Command, Option } from 'commander';

/** The edition of lines which name none. */
export const editionOption = () =>
  new Option('-e, --edition <edition>', 'edition for lines that name none')
    .choices([...EDITION_IDS])
    .default(DEFAULT_EDITION);

/** Whether the option names an edition for lines that name none. */
export const editionChosen = (command: Command): boolean =>
  command.getOptionValueSource('edition') !== 'default';

/** Whether somebody chose the edition a box is counted by: its line names it, or the option does. */
export const isChosen = (box: BoxDocument, command: Command): boolean =>
  box.edition !== undefined || editionChosen(command);
