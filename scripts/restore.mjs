// Brings a backup back: npm run restore -- --help
import { join } from 'node:path';
import { buildWhatHasChanged, installWhatIsMissing, root } from './tasks.mjs';

installWhatIsMissing();
buildWhatHasChanged();
await import(join(root, 'apps/server/dist/restore.js'));
