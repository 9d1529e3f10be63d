/** A thread of the server that makes papers and reads archives: `server/src/works/worker.ts`. */
import { runBundled } from './bundle.mjs';
import { WORKER } from './server-bundles.mjs';

const { default: work } = await runBundled(...WORKER);
export default work;
