import { useBrought } from '../../app/brought';
import { Views } from '../../ui/page';

/** The pages under "Firm", as far as the person may see them. */
export function FirmViews() {
  return <Views views={useBrought('firmPages')} />;
}
