import { useMatters } from '../../app/portal-brought';
import { PortalFrame } from './frame';
import { Lines } from './home-page';

/** All that is done: nothing vanishes. */
export const OverPage = () => (
  <PortalFrame title="Done" back={{ to: '/portal', words: 'Back to what is to do' }}>
    {() => <Over />}
  </PortalFrame>
);

function Over() {
  const matters = useMatters();
  if (!matters) return null;
  const over = [...matters.over].sort((a, b) => b.movedAt.localeCompare(a.movedAt));
  if (over.length === 0) return <h1 className="mt-3 text-[22px]">Nothing is done yet</h1>;
  return <Lines title="Done" of={over} severalClients={new Set(over.map(({ client }) => client)).size > 1} />;
}
