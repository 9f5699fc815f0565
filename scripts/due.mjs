// When something is due under a filing rule: npm run due -- --help
import { join } from 'node:path';
import { buildWhatHasChanged, installWhatIsMissing, root } from './tasks.mjs';

installWhatIsMissing();
buildWhatHasChanged();
await import(join(root, 'apps/server/dist/due.js'));
