import * as portalRoutes from '@steady/contract/portal.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import type { PortalMe } from '@steady/contract/requests';
import { ProblemError, send, useData } from '../../app/api';
import { dayOf } from '../../ui/words';
import { shortDate } from '@steady/core/words';
import { PortalFrame } from './frame';

/** What is known of whoever is in, and the devices on which they come in with one click. */
export const YouPage = () => (
  <PortalFrame title="You" back={{ to: '/portal', words: 'Back to what is to do' }}>
    {(me) => <You me={me} />}
  </PortalFrame>
);

/** Where one goes on from here. */
const ONWARD = [
  { to: '/portal/details', words: 'Change your details', says: (firm: string) => `Yours, and those of whom you act for: ${firm} looks at it first.` },
  { to: '/portal/services', words: 'Our services', says: (firm: string) => `What ${firm} does for you.` },
];

function You({ me }: { me: PortalMe }) {
  const { data } = useData(portalRoutes.you);
  const [problem, setProblem] = useState<string | null>(null);
  if (!data) return null;
  const end = async (id: string) => {
    setProblem(null);
    try {
      await send(portalRoutes.endDevice, { id });
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.message);
    }
  };
  return (
    <>
      <h1 className="mt-1 text-[22px]">{me.name}</h1>
      <dl className="facts mt-2">
        <dt>Email</dt>
        <dd className="wrap-anywhere">{data.email ?? 'none'}</dd>
        {data.phones.map((phone) => (
          <div key={phone} className="contents">
            <dt>Telephone</dt>
            <dd>{phone}</dd>
          </div>
        ))}
        <dt>You act for</dt>
        <dd>{data.clients.map(({ name, role }) => (role ? `${name} (${role})` : name)).join(', ') || 'nobody any more'}</dd>
      </dl>
      <ul className="mt-3">
        {ONWARD.map(({ to, words, says }) => (
          <li key={to} className="border-b border-rule">
            <Link to={to} className="flex min-h-12 items-center justify-between gap-3">
              <span>
                <b className="font-semibold">{words}</b>
                <span className="block text-[13.5px] text-soft">{says(me.firm)}</span>
              </span>
              <span aria-hidden="true">›</span>
            </Link>
          </li>
        ))}
      </ul>
      <section className="mt-6" aria-label="Your devices">
        <h2 className="mb-1">Your devices</h2>
        <p className="mb-2 text-[13.5px] text-soft">On these you come in with one click. End one that you have lost or do not know.</p>
        {problem && (
          <p role="alert" className="mb-2 border border-rust bg-rust-tint px-2 py-1 text-table">
            {problem}
          </p>
        )}
        {data.devices.length === 0 ? (
          <p className="text-soft">None.</p>
        ) : (
          <ul className="text-table">
            {data.devices.map((device) => (
              <li key={device.id} className="flex min-h-11 items-center justify-between gap-4 border-b border-rule">
                <span>
                  {device.name}
                  {device.here && <b> (this one)</b>}
                  <span className="block text-fine text-soft">
                    since {shortDate(dayOf(device.since))}
                    {device.lastIn && `, last used ${shortDate(dayOf(device.lastIn))}`}
                  </span>
                </span>
                <button className="min-h-11 px-2" aria-label={`End ${device.name}`} onClick={() => void end(device.id)}>
                  <span className="lnk">End</span>
                </button>
              </li>
            ))}
          </ul>
        )}
      </section>
    </>
  );
}
