import { useEffect } from 'react';
import { useBlocker } from 'react-router';
import { Confirm } from '../ui/leaf';
import { somethingUnsaved } from '../ui/unsaved';

/** Asks before a page is left on which something was typed and not saved; once, and staying loses nothing. */
export function Leaving() {
  const blocker = useBlocker(({ currentLocation, nextLocation }) => currentLocation.pathname !== nextLocation.pathname && somethingUnsaved());
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent) => {
      if (somethingUnsaved()) event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, []);
  return (
    <Confirm
      open={blocker.state === 'blocked'}
      title="Leave without saving?"
      act="Leave without saving"
      back="Stay"
      safe
      onYes={() => blocker.proceed?.()}
      onClose={() => blocker.reset?.()}
    >
      <p>What you changed on this page is not saved.</p>
    </Confirm>
  );
}
