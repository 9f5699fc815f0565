// Every check that needs no running application; says what fails and how long each took.
import { runChecks } from './run-checks.mjs';
import { installWhatIsMissing } from './tasks.mjs';

installWhatIsMissing();
const began = Date.now();
const failed = (await runChecks()).filter((good) => !good).length;
console.log(`${failed === 0 ? 'All good' : `${failed} failed`} after ${((Date.now() - began) / 1000).toFixed(1)} s.`);
process.exit(failed === 0 ? 0 : 1);
