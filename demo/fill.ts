import type { CivilDate } from '@steady/core/calendar';
import type { Settings } from '@steady/server/platform/settings';

export async function fillDemoFirm(_settings: Settings, _today: CivilDate, _say: (said: string) => void): Promise<void> {}
