// Makes a backup and proves it: npm run backup -- --help
import { join } from 'node:path';
import { buildWhatHasChanged, installWhatIsMissing, root } from './tasks.mjs';

installWhatIsMissing();
buildWhatHasChanged();
await import(join(root, 'apps/server/dist/backup.js'));
