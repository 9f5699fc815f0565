import { useSession } from '../../app/session';
import { Views } from '../../ui/page';

/** The views of fees; where it is a demo, the stand-in that collects cards among them. */
export function FeeViews() {
  const { demo, may } = useSession();
  return (
    <Views
      views={[
        { to: '/fees', words: 'WIP by job' },
        { to: '/fees/bills', words: 'Bills' },
        ...(demo && may('bill') ? [{ to: '/fees/collector', words: 'Collector (stand-in)' }] : []),
      ]}
    />
  );
}
