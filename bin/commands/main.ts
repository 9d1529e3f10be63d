/** `dense-pack`: the count on the command line. */
import { Command, CommanderError } from 'commander';
import { addBoxes } from './boxes.ts';
import { addCheck } from './check.ts';
import { addCompare } from './compare.ts';
import { addConvert } from './convert.ts';
import { addCutIn } from './cutin.ts';
import { EXIT } from './exit.ts';
import { addExplain } from './explain.ts';
import { addFill } from './fill.ts';
import { addFix } from './fix.ts';
import { addFold } from './fold.ts';
import { addIdentify } from './identify.ts';
import { addDiagnose } from './diagnose.ts';
import { addOutage } from './outage.ts';
import { addRaceway } from './raceway.ts';
import { addSplice } from './splice.ts';
import { addTap } from './tap.ts';

const program = new Command('dense-pack')
  .description('Counts the fill of electrical boxes exactly. The adopted code and the inspector decide.')
  .exitOverride()
  .configureHelp({ showGlobalOptions: true })
  .showHelpAfterError('Add --help to see what is accepted.');
for (const add of [
  addFill,
  addExplain,
  addCheck,
  addFix,
  addTap,
  addSplice,
  addIdentify,
  addDiagnose,
  addOutage,
  addCutIn,
  addRaceway,
  addFold,
  addCompare,
  addConvert,
  addBoxes,
])
  add(program);

// A reader that has had enough (head, less) closes the pipe: that is no error of ours.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
  process.exit();
});

program.parseAsync().catch((error: unknown) => {
  if (!(error instanceof CommanderError)) throw error;
  process.exitCode = error.exitCode === 0 ? EXIT.legal : EXIT.unreadable;
});
