import * as contactsRoutes from '@steady/contract/contacts.routes';
import * as postRoutes from '@steady/contract/post.routes';
import { addressInLine } from '@steady/core/facts';
import type { PersonView } from '@steady/contract/contacts';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Note } from '../../ui/page';
import { MailLink, PhoneLink } from '../../ui/reach';
import { dayInWords, momentInWords } from '../../ui/words';
import { IdentityNote } from '../identities';
import { OpenedOf } from './opened-by';

/** Where a contact is reached, and whether news of the firm is wanted, as notes beside the page. */
export function PersonMargin({ person }: { person: PersonView }) {
  const session = useSession();
  const may = session.may('change clients');
  const { act, busy } = useAct();
  return (
    <>
      <Note title="Contact details">
        <dl className="facts">
          <dt>Email</dt>
          <dd>
            {person.email ? <MailLink to={person.email} /> : <span className="soon">none</span>}
            {person.newEmailSince && (
              <span className="block text-fine">
                <span className="soon">new since {momentInWords(person.newEmailSince, session.day)}, not confirmed yet</span>
                {may && (
                  <button
                    className="lnk block"
                    disabled={busy}
                    onClick={() =>
                      void act(() => send(contactsRoutes.confirmAddress, { id: person.id }), `${person.email} is confirmed: it opens the portal from now on.`)
                    }
                  >
                    Confirm that it is theirs
                  </button>
                )}
              </span>
            )}
          </dd>
          {person.phone && (
            <>
              <dt>Telephone</dt>
              <dd>
                <PhoneLink to={person.phone} />
              </dd>
            </>
          )}
          {person.mobile && (
            <>
              <dt>Mobile</dt>
              <dd>
                <PhoneLink to={person.mobile} />
              </dd>
            </>
          )}
          {person.address && (
            <>
              <dt>Address</dt>
              <dd>{addressInLine(person.address)}</dd>
            </>
          )}
          {person.awayUntil !== null && person.awayUntil >= session.today && (
            <>
              <dt>Away until</dt>
              <dd>{dayInWords(person.awayUntil, session.day)}</dd>
            </>
          )}
        </dl>
      </Note>
      <IdentityNote person={person} />
      <Note title="In the portal">
        {person.lastInAt === null ? <p className="soon">never came in</p> : <p>last came in {momentInWords(person.lastInAt, session.day)}</p>}
        <OpenedOf contactId={person.id} />
        {session.may('do work') && person.clients.length > 0 && person.email && (
          <button
            className="lnk"
            disabled={busy}
            onClick={() => void act(() => send(postRoutes.invite, { id: person.id }), `An invitation to ${person.email} is on its way.`)}
          >
            {person.lastInAt === null ? 'Send an invitation' : 'Send a new link'}
          </button>
        )}
      </Note>
      <Note title="News of the firm">
        {person.marketing ? (
          <p>
            {person.marketing.wanted ? <span className="good">Wanted</span> : <b>Not wanted</b>}, said {person.marketing.source} on{' '}
            {dayInWords(person.marketing.on, session.day)}
          </p>
        ) : (
          <p className="text-soft">Never asked. Nothing is sent.</p>
        )}
      </Note>
    </>
  );
}
