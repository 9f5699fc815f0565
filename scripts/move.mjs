// Moves all data between the embedded database and a server: npm run move -- --help
import { join } from 'node:path';
import { buildWhatHasChanged, installWhatIsMissing, root } from './tasks.mjs';

installWhatIsMissing();
buildWhatHasChanged();
await import(join(root, 'apps/server/dist/move.js'));
