import * as clientsRoutes from '@steady/contract/clients.routes';
import * as contactsRoutes from '@steady/contract/contacts.routes';
import { Link } from 'react-router';
import { enteredFacts, factLines } from '@steady/core/clients';
import { detailInWords } from '@steady/core/details';
import { factInWords } from '@steady/core/facts';
import type { ClientView } from '@steady/contract/clients';
import { send, useData } from '../../app/api';
import { useSession, useTeam } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Note } from '../../ui/page';
import { MailLink, PhoneLink } from '../../ui/reach';
import { HoldNote } from '../keeping';
import { permissionsInWords } from './words';

/** Facts, people, related clients, the firm's own details, as notes beside a client's page. */
export function ClientMargin({ client, onOpen }: { client: ClientView; onOpen(leaf: 'contact' | 'related'): void }) {
  const mayChange = useSession().may('change clients');
  const { act } = useAct();
  const { nameOf } = useTeam();
  const { data: details = [] } = useData(clientsRoutes.details);
  const { id } = client;
  return (
    <>
      <HoldNote clientId={id} />
      <Note title="Facts">
        <dl className="facts">
          {factLines({ ...client }).map(({ key, label, words }) => (
            <div key={key} className="contents">
              <dt>{label}</dt>
              <dd className="min-w-0 wrap-anywhere">{words}</dd>
            </div>
          ))}
          <dt>Number</dt>
          <dd>{client.number}</dd>
        </dl>
      </Note>
      <Note title="People here">
        {client.contacts.length === 0 && <p className="soon">Nobody yet, so no message can be sent.</p>}
        <ul className="flex flex-col gap-1.5">
          {client.contacts.map((contact) => (
            <li key={contact.id}>
              <Link className="lnk" to={`/contacts/${contact.id}`}>
                {contact.name}
              </Link>
              <span className="text-soft">{contact.role && `, ${contact.role}`}</span>
              {!(contact.getsRequests && contact.signs && contact.pays) && <span className="text-soft">; {permissionsInWords(contact)}</span>}
              <span className="flex flex-wrap gap-x-3">
                {contact.email ? <MailLink to={contact.email} /> : client.way === 'online' && <span className="soon">no email address</span>}
                {(contact.phone ?? contact.mobile) && <PhoneLink to={(contact.phone ?? contact.mobile)!} />}
              </span>
            </li>
          ))}
        </ul>
        {mayChange && (
          <button className="lnk mt-1 text-soft" onClick={() => onOpen('contact')}>
            Add a contact
          </button>
        )}
      </Note>
      {(client.related ?? mayChange) && (
        <Note title="Related clients">
          {client.related ? (
            <>
              <Link className="lnk" to={`/related/${client.related.id}`}>
                {client.related.name}
              </Link>
              {client.related.clients && <span className="text-soft">, with {client.related.clients.map((one) => one.name).join(', ')}</span>}
            </>
          ) : (
            <p className="text-soft">None</p>
          )}
          {mayChange && (
            <p className="mt-1 flex gap-3 text-soft">
              <button className="lnk" onClick={() => onOpen('related')}>
                {client.related ? 'Add one' : 'Relate clients'}
              </button>
              {client.related && (
                <button
                  className="lnk"
                  onClick={() => void act(() => send(contactsRoutes.leaveRelated, { id }), `${client.name} is not related to others any more.`)}
                >
                  Remove this one
                </button>
              )}
            </p>
          )}
        </Note>
      )}
      <Note title="Ours">
        <dl className="facts">
          {enteredFacts
            .filter((fact) => fact.section === 'ours')
            .map((fact) => (
              <div key={fact.key} className="contents">
                <dt>{fact.label}</dt>
                <dd>{fact.kind === 'person' ? nameOf(client[fact.key] as string | null) : factInWords(fact, client[fact.key])}</dd>
              </div>
            ))}
        </dl>
      </Note>
      {details.some((detail) => client.details[detail.id] !== undefined) && (
        <Note title="Our own details">
          <dl className="facts">
            {details
              .filter((detail) => client.details[detail.id] !== undefined)
              .map((detail) => (
                <div key={detail.id} className="contents">
                  <dt>{detail.name}</dt>
                  <dd>{detailInWords(detail.kind, client.details[detail.id])}</dd>
                </div>
              ))}
          </dl>
        </Note>
      )}
    </>
  );
}
