/**
 * `npm start`: for real use. Installs what is missing, builds, serves the person's own database, prints the
 * address. The database is in the usual data folder of the system, or where `DENSE_PACK_DB` says.
 */
import { serve } from './serve.mjs';

const [unknown] = process.argv.slice(2);
if (unknown !== undefined) {
  console.error(
    `“${unknown}” is not understood. \`npm start\` takes nothing; PORT and DENSE_PACK_DB are read from the environment.`,
  );
  process.exit(2);
}
await serve([]);
