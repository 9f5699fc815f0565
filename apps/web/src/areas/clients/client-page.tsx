import * as almanacRoutes from '@steady/contract/almanac.routes';
import * as clientsRoutes from '@steady/contract/clients.routes';
import * as contactsRoutes from '@steady/contract/contacts.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import * as wholeFileRoutes from '@steady/contract/whole-file.routes';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { detailInWords } from '@steady/core/details';
import { counted } from '@steady/core/words';
import { formatMoney, ibanInGroups } from '@steady/core/money';
import { addressInLine } from '@steady/contract/contacts';
import { keepFile, send, useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession, useTeam } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Waits } from '../../ui/due';
import { Note, Page, Trouble, Views } from '../../ui/page';
import { dayInWords, dueTone, dueWords, monthDayInWords } from '../../ui/words';
import { ViewerList } from '../access/viewer-list';
import { DeadlineTable } from '../almanac/deadline-table';
import { DocumentList } from '../documents/document-list';
import { BillList } from '../fees/bill-list';
import { HistoryList } from '../jobs/history-list';
import { JobList } from '../jobs/job-list';
import { Correspondence } from '../post/correspondence';
import { ClientRequests } from '../requests/client-requests';
import { ServiceLines } from '../services/service-lines';
import { ClientLeaf } from './client-leaf';
import { MergeLeaf } from './merge-leaf';
import { NoteList } from './note-list';
import { RelateLeaf } from './relate-leaf';
import { StandingLeaf } from './standing-leaf';
import { ContactLeaf } from './contact-leaf';
import { FORM_WORDS, saysInWords, spanInWords } from './words';

const SECTIONS = [
  { key: '', words: 'Ahead' },
  { key: 'jobs', words: 'Jobs' },
  { key: 'requests', words: 'Requests' },
  { key: 'documents', words: 'Documents' },
  { key: 'money', words: 'Money' },
  { key: 'correspondence', words: 'Correspondence' },
  { key: 'notes', words: 'Notes' },
  { key: 'history', words: 'History' },
  { key: 'access', words: 'Who sees it' },
];

/** Of the deadlines ahead, those of these months are shown at first, and a few at least. */
const MONTHS_AHEAD = 4;
const FEW = 6;
const MANY = 12;

export function ClientPage() {
  const { id = '', section = '' } = useParams();
  const session = useSession();
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const { nameOf } = useTeam();
  const [leaf, setLeaf] = useState<'facts' | 'contact' | 'standing' | 'related' | 'merge' | null>(null);
  const { data: client, error } = useData(clientsRoutes.view, { id });
  const { data: ahead = [] } = useData(almanacRoutes.ofClient, { id });
  const [allAhead, setAllAhead] = useState(false);
  const soon = session.day.add({ months: MONTHS_AHEAD }).toString();
  const near = ahead.filter((one, index) => index < FEW || (index < MANY && one.dueOn <= soon));
  const { data: lines } = useData(servicesRoutes.linesOf, { id });
  const { data: details = [] } = useData(clientsRoutes.details);
  const mayChange = session.may('change clients');
  const sections = SECTIONS.filter((one) => one.key !== 'money' || session.may('see fees'));
  useKeys([
    ...(mayChange ? [{ press: 'e', does: 'change the facts', act: () => setLeaf('facts') }] : []),
    ...sections.map((one, index) => ({
      press: String(index + 1),
      does: `go to ${one.words}`,
      act: () => void navigate(`/clients/${id}${one.key ? `/${one.key}` : ''}`, { preventScrollReset: true }),
    })),
  ]);
  if (error) return <Trouble error={error} />;
  if (!client) return null;
  const next = ahead.find((one) => one.status === 'open' || one.status === 'filing');
  /** Pinned notes, and phone notes that nobody took yet. */
  const atOnce = client.notes.filter((note) => note.pinned || (note.kind === 'phone' && note.doneAt === null));
  const questions = client.notes.filter((note) => note.kind === 'question' && note.doneAt === null).length;
  const [unpaid, wip] = [client.unpaid ?? 0, client.wip ?? 0];
  return (
    <Page
      above={[
        FORM_WORDS[client.legalForm],
        client.trade,
        client.standing === 'active' ? `client since ${client.since.slice(0, 4)}` : client.standing,
        client.way === 'paper' ? 'on paper' : 'online',
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
            'No deadline stands ahead. '
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
          {session.may('see fees') && unpaid > 0 && (
            <>
              Unpaid{' '}
              <Link to={`/clients/${id}/money`} className="lnk">
                <span className={client.unpaidSince && client.unpaidSince < session.today ? 'late' : ''}>
                  {formatMoney(unpaid)}
                  {client.unpaidSince && client.unpaidSince < session.today ? `, ${dueWords(client.unpaidSince, session.day)}` : ''}
                </span>
              </Link>
              {wip ? '; ' : '.'}
            </>
          )}
          {session.may('see fees') && wip !== 0 && (
            <>
              {wip > 0 ? (unpaid > 0 ? 'unbilled' : 'Unbilled') : unpaid > 0 ? 'billed ahead of work' : 'Billed ahead of work'} {formatMoney(Math.abs(wip))}.
            </>
          )}
        </>
      }
      tools={
        <>
          <Views
            views={sections.map((one) => ({
              to: `/clients/${id}${one.key ? `/${one.key}` : ''}`,
              words: one.key === 'notes' && questions > 0 ? `${one.words}, ${questions} open` : one.words,
            }))}
          />
          {mayChange && (
            <span className="ml-auto flex gap-3">
              <button className="act-quiet" onClick={() => setLeaf('standing')}>
                {client.standing === 'prospect' ? 'Make it a client' : client.standing === 'active' ? 'Record leaving' : 'Take back'}
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
              {client.yearEnd && (
                <>
                  <dt>Year-end</dt>
                  <dd>{monthDayInWords(client.yearEnd)}</dd>
                </>
              )}
              <dt>VAT</dt>
              <dd>
                {client.vatRegistered
                  ? [client.vatNumber, `${client.vatGroup} group`, spanInWords(client.vatFrom, client.vatUntil, session.day)].filter(Boolean).join(', ')
                  : 'not registered'}
              </dd>
              {client.annualReturnDate && (
                <>
                  <dt>Annual return</dt>
                  <dd>{monthDayInWords(client.annualReturnDate)}</dd>
                </>
              )}
              <dt>Employs</dt>
              <dd>{client.employer ? ['yes', spanInWords(client.employerFrom, client.employerUntil, session.day)].filter(Boolean).join(', ') : 'nobody'}</dd>
              <dt>Works</dt>
              <dd>{client.way === 'paper' ? 'on paper' : 'online'}</dd>
              {client.taxNumber && (
                <>
                  <dt>Tax number</dt>
                  <dd>{client.taxNumber}</dd>
                </>
              )}
              {client.companyNumber && (
                <>
                  <dt>Company number</dt>
                  <dd>{client.companyNumber}</dd>
                </>
              )}
              {client.address && (
                <>
                  <dt>Address</dt>
                  <dd>{addressInLine(client.address)}</dd>
                </>
              )}
              {client.paymentMethod && (
                <>
                  <dt>Pays by</dt>
                  <dd>{client.paymentMethod}</dd>
                </>
              )}
              {client.iban && (
                <>
                  <dt>Account</dt>
                  <dd className="figures">{[ibanInGroups(client.iban), client.bic].filter(Boolean).join(', ')}</dd>
                </>
              )}
              {client.paperPlace && (
                <>
                  <dt>Paper is</dt>
                  <dd>{client.paperPlace}</dd>
                </>
              )}
              {client.labels.length > 0 && (
                <>
                  <dt>Labels</dt>
                  <dd>{client.labels.join(', ')}</dd>
                </>
              )}
              <dt>Number</dt>
              <dd>{client.number}</dd>
            </dl>
          </Note>
          <Note title="People here">
            {client.contacts.length === 0 && <p className="soon">Nobody yet: nobody can be written to.</p>}
            <dl className="facts">
              {client.contacts.map((contact) => (
                <div key={contact.id} className="contents">
                  <dt>
                    <Link className="lnk" to={`/contacts/${contact.id}`}>
                      {contact.name}
                    </Link>
                  </dt>
                  <dd className="min-w-0 wrap-anywhere text-soft">
                    {[contact.role, contact.email, contact.phone ?? contact.mobile].filter(Boolean).join(', ')}
                    {!contact.email && client.way === 'online' && <span className="soon"> no email address</span>}
                    {!(contact.getsRequests && contact.signs && contact.pays) && <span>; {saysInWords(contact)}</span>}
                  </dd>
                </div>
              ))}
            </dl>
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
                    {client.related ? 'Add one' : 'Say who belongs together'}
                  </button>
                  {client.related && (
                    <button className="lnk" onClick={() => void act(() => send(contactsRoutes.leaveRelated, { id }), `${client.name} stands by itself now.`)}>
                      Take this one out
                    </button>
                  )}
                </p>
              )}
            </Note>
          )}
          <Note title="Ours">
            <dl className="facts">
              <dt>Partner</dt>
              <dd>{nameOf(client.partnerId)}</dd>
              <dt>Manager</dt>
              <dd>{nameOf(client.managerId)}</dd>
              <dt>Preparer</dt>
              <dd>{nameOf(client.preparerId)}</dd>
            </dl>
          </Note>
          {details.some((detail) => client.details[detail.id] !== undefined) && (
            <Note title="Details of our own">
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
                {busy ? 'Putting the whole file together …' : 'Take the whole file along (ZIP)'}
              </button>
              {mayChange && !client.mergedInto && (
                <button className="lnk" onClick={() => setLeaf('merge')}>
                  Merge a double into it
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
          . Everything that belonged to it stands there.
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
      {section === '' && (
        <>
          <DeadlineTable
            label="Deadlines ahead"
            obligations={allAhead ? ahead : near}
            withoutClient
            empty="No deadlines yet. They are computed as soon as the client has a service: give it one below."
          />
          <p className="mt-2 flex gap-5 text-table">
            {near.length < ahead.length && (
              <button className="lnk" onClick={() => setAllAhead(!allAhead)}>
                {allAhead ? 'Only the next months' : `${counted(ahead.length - near.length, 'more deadline')} in the months after`}
              </button>
            )}
            <Link to={`/almanac?view=year&client=${id}`} className="lnk">
              Its year
            </Link>
          </p>
          <ServiceLines clientId={id} lines={lines ?? []} />
        </>
      )}
      {section === 'jobs' && <JobList of={{ client: id }} newFor={{ id, name: client.name }} />}
      {section === 'requests' && <ClientRequests clientId={id} />}
      {section === 'documents' && <DocumentList clientId={id} />}
      {section === 'money' && <BillList clientId={id} />}
      {section === 'correspondence' && <Correspondence client={{ id, name: client.name }} />}
      {section === 'notes' && <NoteList clientId={id} />}
      {section === 'history' && <HistoryList of={{ client: id }} />}
      {section === 'access' && <ViewerList clientId={id} />}
      <ClientLeaf open={leaf === 'facts'} client={client} onClose={() => setLeaf(null)} onSaved={() => setLeaf(null)} />
      {leaf === 'standing' && <StandingLeaf client={client} onClose={() => setLeaf(null)} />}
      {leaf === 'related' && <RelateLeaf client={client} onClose={() => setLeaf(null)} />}
      {leaf === 'merge' && <MergeLeaf client={client} onClose={() => setLeaf(null)} />}
      {leaf === 'contact' && <ContactLeaf clientId={id} onClose={() => setLeaf(null)} />}
    </Page>
  );
}
