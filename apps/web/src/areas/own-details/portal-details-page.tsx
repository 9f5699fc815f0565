import * as routes from '@steady/contract/own-details.routes';
import { useData } from '../../app/api';
import { PortalFrame } from '../portal';
import { ClientForm, PersonForm } from './portal-forms';

/** What is known of them and of those they act for. They say what is different; the firm looks at it and changes it. */
export const PortalDetailsPage = () => (
  <PortalFrame title="Your details" back={{ to: '/portal/you', words: 'Back to you' }}>
    {(me) => <Details firm={me.firm} />}
  </PortalFrame>
);

function Details({ firm }: { firm: string }) {
  const { data: of, error } = useData(routes.mine);
  if (error) return <p className="mt-4">{error.words}</p>;
  if (!of) return null;
  return (
    <>
      <h1 className="mt-1 text-[22px]">Your details</h1>
      <p className="mt-1">Say what is different. {firm} looks at it first and tells you when it is changed; until then everything stays as it is.</p>
      <PersonForm of={of.me} />
      {of.clients.map((one) => (
        <ClientForm key={one.id} of={one} />
      ))}
    </>
  );
}
