// Checks the seals of a PDF: npm run check-seal FILE
import { join } from 'node:path';
import { buildWhatHasChanged, installWhatIsMissing, root } from './tasks.mjs';

installWhatIsMissing();
buildWhatHasChanged();
await import(join(root, 'apps/server/dist/check-seal.js'));
