/** Options several commands share. */
import { DEFAULT_EDITION, EDITION_IDS } from '@dense-pack/core/edition/index';
import { Option } from 'commander';

/** The edition of lines which name none. */
export const editionOption = () =>
  new Option('-e, --edition <edition>', 'edition for lines that name none')
    .choices([...EDITION_IDS])
    .default(DEFAULT_EDITION);
