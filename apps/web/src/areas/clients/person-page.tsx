import * as contactsRoutes from '@steady/contract/contacts.routes';
import * as lookRoutes from '@steady/contract/look.routes';
import { useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { type PersonView } from '@steady/contract/contacts';
import { counted } from '@steady/core/words';
import { send, useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Confirm } from '../../ui/leaf';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { MoreMenu } from '../../ui/more-menu';
import { Page, Trouble } from '../../ui/page';
import { PersonsDataLeaf } from '../keeping';
import { LinkLeaf, PersonLeaf } from './contact-leaf';
import { MergePersonLeaf } from './merge-person-leaf';
import { PersonMargin } from './person-margin';
import { permissionsInWords } from './words';

type At = PersonView['clients'][number];
/** A person, and every client for whom they act. */
export function PersonPage() {
  const { id = '' } = useParams();
  const session = useSession();
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const { data: person, error } = useData(contactsRoutes.person, { id });
  const [changing, setChanging] = useState(false);
  const [merging, setMerging] = useState(false);
  const [data, setData] = useState(false);
  const [link, setLink] = useState<At | null>(null);
  const [taking, setTaking] = useState<At | null>(null);
  const may = session.may('change clients');
  useKeys(may ? [{ press: 'e', does: 'change the facts', act: () => setChanging(true) }] : []);
  if (error) return <Trouble error={error} />;
  if (!person) return null;
  // The old address of a record that became part of this one.
  if (person.id !== id) return <Navigate to={`/contacts/${person.id}`} replace />;
  const look = () =>
    act(async () => {
      await send(lookRoutes.look, { id });
      window.location.assign(`/portal?back=${encodeURIComponent(`/contacts/${id}`)}`);
    });
  const rare = [
    ...(may ? [{ words: 'Merge a duplicate into them', act: () => setMerging(true) }] : []),
    ...(session.may('run firm') ? [{ words: 'What we have of them', act: () => setData(true) }] : []),
  ];
  const columns: Column<At>[] = [
    {
      key: 'client',
      head: 'Client',
      cell: (row) => (
        <>
          <span className="font-semibold">{row.name}</span>
          {row.standing !== 'active' && <span className="text-soft"> {row.standing}</span>}
        </>
      ),
      sort: (row) => row.name,
    },
    { key: 'role', head: 'Role', cell: (row) => row.role ?? <span className="text-soft">not said</span>, sort: (row) => row.role },
    { key: 'says', head: 'May', cell: (row) => permissionsInWords(row) },
    ...(may
      ? ([
          {
            key: 'acts',
            head: '',
            cell: (row) => (
              <span className="flex justify-end gap-3" onClick={(event) => event.stopPropagation()} role="presentation">
                <button className="lnk" onClick={() => setLink(row)}>
                  Change
                </button>
                <button className="lnk" onClick={() => setTaking(row)}>
                  Remove
                </button>
              </span>
            ),
          },
        ] satisfies Column<At>[])
      : []),
  ];
  return (
    <Page
      above="Contact"
      title={person.name}
      sum={
        <>
          {person.clients.length === 0
            ? 'Acts for no client any more'
            : person.clients.length === 1
              ? 'Acts for one client'
              : `Acts for ${counted(person.clients.length, 'client')}`}
          {person.email ? '.' : <span className="soon">; has no email address, so nothing can be sent.</span>}
        </>
      }
      tools={
        <span className="ml-auto flex flex-wrap gap-3">
          {person.clients.length > 0 && (
            <button className="act-quiet" disabled={busy} onClick={() => void look()}>
              See the portal as {person.name}
            </button>
          )}
          <Link className="act-quiet" to={`/signatures?contact=${id}`}>
            What they sign
          </Link>
          {may && (
            <button className="act-quiet" onClick={() => setChanging(true)}>
              Change the facts
            </button>
          )}
          <MoreMenu of={person.name} acts={rare} />
        </span>
      }
      margin={<PersonMargin person={person} />}
    >
      <LedgerTable
        label="Clients"
        columns={columns}
        rows={person.clients}
        keyOf={(row) => row.id}
        to={(row) => `/clients/${row.id}`}
        empty={
          <>
            Link {person.name} from a{' '}
            <Link to="/clients" className="lnk">
              client&rsquo;s page
            </Link>
            , under &ldquo;Add a contact&rdquo;.
          </>
        }
      />
      {changing && <PersonLeaf person={person} onClose={() => setChanging(false)} />}
      {data && <PersonsDataLeaf person={person} onClose={() => setData(false)} />}
      {merging && <MergePersonLeaf person={person} onClose={() => setMerging(false)} />}
      {link && <LinkLeaf clientId={link.id} contact={person} there={link} onClose={() => setLink(null)} />}
      <Confirm
        open={taking !== null}
        title={`Remove ${person.name} from ${taking?.name ?? ''}?`}
        act="Remove"
        onClose={() => setTaking(null)}
        busy={busy}
        onYes={() =>
          void act(
            async () => {
              await send(contactsRoutes.unlink, { id: taking!.id, contact: person.id });
              const last = person.clients.length === 1;
              const from = taking!.id;
              setTaking(null);
              if (last) void navigate(`/clients/${from}`);
            },
            `${person.name} no longer acts for ${taking?.name ?? ''}.`,
          )
        }
      >
        They get no more messages about it, and their portal does not show it any more. What they did stays in the history.
      </Confirm>
    </Page>
  );
}
