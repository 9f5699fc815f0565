// The journeys in a browser; a part of a journey's name or of its file's may be given.
import { buildWhatHasChanged, installWhatIsMissing, must } from './tasks.mjs';

installWhatIsMissing();
buildWhatHasChanged();
const names = process.argv.slice(2);
must('npx', ['playwright', 'test', ...names.flatMap((name) => (name.endsWith('.spec.ts') ? [name] : ['--grep', name]))]);
