/** `dense-pack`: the count on the command line. */
import { Command, CommanderError } from 'commander';
import { addFill } from './fill.ts';
import { EXIT } from './exit.ts';

const program = new Command('dense-pack')
  .description('Counts the fill of electrical boxes exactly. The adopted code and the inspector decide.')
  .exitOverride()
  .showHelpAfterError('Add --help to see what is accepted.');
addFill(program);

try {
  await program.parseAsync();
} catch (error) {
  if (!(error instanceof CommanderError)) throw error;
  process.exitCode = error.exitCode === 0 ? EXIT.legal : EXIT.unreadable;
}
