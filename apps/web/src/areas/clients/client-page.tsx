import * as almanacRoutes from '@steady/contract/almanac.routes';
import * as clientsRoutes from '@steady/contract/clients.routes';
import * as contactsRoutes from '@steady/contract/contacts.routes';
import * as wholeFileRoutes from '@steady/contract/whole-file.routes';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { detailInWords } from '@steady/core/details';
import { moneyInWords, size } from '@steady/core/money';
import { FORM_WORDS, WAY_WORDS, enteredFacts, factLines } from '@steady/core/clients';
import { factInWords } from '@steady/core/facts';
import { keepFile, send, useData } from '../../app/api';
import { useBrought } from '../../app/brought';
import { useKeys } from '../../app/keys';
import { useSession, useTeam } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Waits } from '../../ui/due';
import { Note, Page, Trouble, Views } from '../../ui/page';
import { dayInWords, dueTone, dueWords } from '../../ui/words';
import { MailLink, PhoneLink } from '../../ui/reach';
import { ClientLeaf } from './client-leaf';
import { MergeLeaf } from './merge-leaf';
import { RelateLeaf } from './relate-leaf';
import { ClientStatusLeaf } from './client-status-leaf';
import { ContactLeaf } from './contact-leaf';
import { permissionsInWords } from './words';

export function ClientPage() {
  const { id = '', section = '' } = useParams();
  const session = useSession();
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const { nameOf } = useTeam();
  const [leaf, setLeaf] = useState<'facts' | 'contact' | 'standing' | 'related' | 'merge' | null>(null);
  const { data: client, error } = useData(clientsRoutes.view, { id });
  const { data: ahead = [] } = useData(almanacRoutes.ofClient, { id });
  const { data: details = [] } = useData(clientsRoutes.details);
  const mayChange = session.may('change clients');
  const sections = useBrought('clientSections');
  const shown = sections.find((one) => one.path === section);
  useKeys([
    ...(mayChange ? [{ press: 'e', does: 'change the facts', act: () => setLeaf('facts') }] : []),
    ...sections.map((one, index) => ({
      press: String(index + 1),
      does: `go to ${one.words}`,
      act: () => void navigate(`/clients/${id}${one.path ? `/${one.path}` : ''}`, { preventScrollReset: true }),
    })),
  ]);
  if (error) return <Trouble error={error} />;
  if (!client) return null;
  const next = ahead.find((one) => one.status === 'open' || one.status === 'filing');
  /** Pinned notes, and phone notes that nobody took yet. */
  const atOnce = client.notes.filter((note) => note.pinned || (note.kind === 'phone' && note.doneAt === null));
  const { unpaid, wip } = client;
  return (
    <Page
      above={[
        FORM_WORDS[client.legalForm],
        client.trade,
        client.standing === 'active' ? `client since ${client.since.slice(0, 4)}` : client.standing,
        WAY_WORDS[client.way],
      ]
        .filter(Boolean)
        .join(' · ')}
      title={client.name}
      sum={
        <>
          {next ? (
            <>
              Next deadline{' '}
              <span className={dueTone(next.dueOn, session.day)}>
                {dayInWords(next.dueOn, session.day)}, {next.service}, {dueWords(next.dueOn, session.day)}
              </span>
              .{' '}
            </>
          ) : (
            'No deadlines ahead. '
          )}
          {client.waitingSince && (
            <>
              <Link to={`/clients/${id}/jobs`} className="lnk">
                <Waits since={client.waitingSince} forWhat={client.waitingFor} />
              </Link>
              .{' '}
            </>
          )}
          {client.onHold && (
            <>
              <span className="soon">On hold:</span>{' '}
              <Link to={`/jobs/${client.onHold.jobId}`} className="lnk">
                {client.onHold.name}
              </Link>
              {client.onHold.reason && `, ${client.onHold.reason}`}.{' '}
            </>
          )}
          {unpaid && unpaid.amount > 0 && (
            <>
              Unpaid{' '}
              <Link to={`/clients/${id}/money`} className="lnk">
                <span className={client.unpaidSince && client.unpaidSince < session.today ? 'late' : ''}>
                  {moneyInWords(unpaid)}
                  {client.unpaidSince && client.unpaidSince < session.today ? `, ${dueWords(client.unpaidSince, session.day)}` : ''}
                </span>
              </Link>
              {wip?.amount ? '; ' : '.'}
            </>
          )}
          {wip && wip.amount !== 0 && (
            <>
              {wip.amount > 0 ? (unpaid?.amount ? 'unbilled' : 'Unbilled') : unpaid?.amount ? 'billed ahead of work' : 'Billed ahead of work'}{' '}
              {moneyInWords(size(wip))}.
            </>
          )}
        </>
      }
      tools={
        <>
          <Views
            views={sections.map((one) => ({
              to: `/clients/${id}${one.path ? `/${one.path}` : ''}`,
              words: one.Words ? <one.Words client={client} /> : one.words,
            }))}
          />
          {mayChange && (
            <span className="ml-auto flex gap-3">
              <button className="act-quiet" onClick={() => setLeaf('standing')}>
                {client.standing === 'prospect' ? 'Make it a client' : client.standing === 'active' ? 'End the engagement' : 'Take on again'}
              </button>
              <button className="act-quiet" onClick={() => setLeaf('facts')}>
                Change the facts
              </button>
            </span>
          )}
        </>
      }
      margin={
        <>
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
              <button className="lnk mt-1 text-soft" onClick={() => setLeaf('contact')}>
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
                  <button className="lnk" onClick={() => setLeaf('related')}>
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
          <Note title="This record">
            <p className="flex flex-col items-start gap-0.5 text-soft">
              <button className="lnk" disabled={busy} onClick={() => void act(() => keepFile(wholeFileRoutes.zip, { id }))}>
                {busy ? 'Preparing the file …' : 'Export the whole file (ZIP)'}
              </button>
              {mayChange && !client.mergedInto && (
                <button className="lnk" onClick={() => setLeaf('merge')}>
                  Merge a duplicate into it
                </button>
              )}
            </p>
          </Note>
        </>
      }
    >
      {client.mergedInto && (
        <p className="mb-3 border border-[#eadbb5] bg-ochre-tint px-2.5 py-1.5 text-table">
          This record is one with{' '}
          <Link className="lnk" to={`/clients/${client.mergedInto.id}`}>
            {client.mergedInto.name}
          </Link>
          . Everything that belonged to it is there.
        </p>
      )}
      {client.standing === 'former' && !client.mergedInto && (
        <p className="mb-3 border border-rule bg-page px-2.5 py-1.5 text-table">
          <b>Former client</b>
          {client.endedOn && ` since ${dayInWords(client.endedOn, session.day)}`}
          {client.endReason && `: ${client.endReason}`}
        </p>
      )}
      {atOnce.map((note) => (
        <p key={note.id} className="mb-3 border border-[#eadbb5] bg-ochre-tint px-2.5 py-1.5 text-table">
          <b>{note.kind === 'phone' ? `Phone note for ${nameOf(note.forId)}` : 'Note'}</b> {note.text}
        </p>
      ))}
      {shown && <shown.Body client={client} />}
      <ClientLeaf open={leaf === 'facts'} client={client} onClose={() => setLeaf(null)} onSaved={() => setLeaf(null)} />
      {leaf === 'standing' && <ClientStatusLeaf client={client} onClose={() => setLeaf(null)} />}
      {leaf === 'related' && <RelateLeaf client={client} onClose={() => setLeaf(null)} />}
      {leaf === 'merge' && <MergeLeaf client={client} onClose={() => setLeaf(null)} />}
      {leaf === 'contact' && <ContactLeaf clientId={id} onClose={() => setLeaf(null)} />}
    </Page>
  );
}
