// The API tests on a real database; names of files may be given.
import { buildWhatHasChanged, installWhatIsMissing, must } from './tasks.mjs';

installWhatIsMissing();
buildWhatHasChanged();
must('npx', ['vitest', 'run', '--project', 'server', ...process.argv.slice(2)], { env: { ...process.env, TZ: 'UTC' } });
