import { buildWhatHasChanged, installWhatIsMissing } from './tasks.mjs';

installWhatIsMissing();
buildWhatHasChanged();
