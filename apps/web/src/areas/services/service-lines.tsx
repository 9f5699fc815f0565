import { counted } from '@steady/core/words';
import { useState } from 'react';
import { Link } from 'react-router';
import { rhythmInWords } from '@steady/core/calendar';
import { formatMoney, moneyInWords, sumOf } from '@steady/core/money';
import type { ServiceLineView } from '@steady/contract/lines';
import { useKeys } from '../../app/keys';
import { useSession, useTeam } from '../../app/session';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { dayInWords } from '../../ui/words';
import { LineLeaf } from './line-leaf';
import { PauseLeaf, PermissionLeaf, ResumeLeaf, StopLeaf } from './line-standing-leaves';
import { PERMISSION_WORDS, permissionsWanted } from './words';

type Open = { leaf: 'give' | 'change' | 'pause' | 'resume' | 'stop' | 'permission'; line?: ServiceLineView } | null;

const feeColumns = (currency: string): Column<ServiceLineView>[] => [
  {
    key: 'fee',
    head: `Fee, ${currency}`,
    figure: true,
    cell: (row) => (row.charged ? row.fee && formatMoney(row.fee) : <span className="text-soft">not charged</span>),
  },
  { key: 'year', head: 'A year', figure: true, cell: (row) => (row.perYear?.amount ? formatMoney(row.perYear) : ''), wide: true },
];

/** What can be done to a line that goes on. */
const actsColumn = (today: string, resting: (line: ServiceLineView) => unknown, setOpen: (open: Open) => void): Column<ServiceLineView> => ({
  key: 'more',
  head: '',
  cell: (row) =>
    (!row.endsOn || row.endsOn >= today) && (
      <span className="flex justify-end gap-3 whitespace-nowrap">
        <button className="lnk" aria-label={`Change ${row.name}`} onClick={() => setOpen({ leaf: 'change', line: row })}>
          Change
        </button>
        {resting(row) ? (
          <button className="lnk" aria-label={`Resume ${row.name}`} onClick={() => setOpen({ leaf: 'resume', line: row })}>
            Resume
          </button>
        ) : (
          <button className="lnk" aria-label={`Pause ${row.name}`} onClick={() => setOpen({ leaf: 'pause', line: row })}>
            Pause
          </button>
        )}
        <button className="lnk" aria-label={`Stop ${row.name}`} onClick={() => setOpen({ leaf: 'stop', line: row })}>
          Stop
        </button>
      </span>
    ),
});

/** What the client has of our services, and the leaves that give it another, change one, let it rest or stop it. */
export function ServiceLines({ clientId, lines }: { clientId: string; lines: ServiceLineView[] }) {
  const session = useSession();
  const { nameOf } = useTeam();
  const [open, setOpen] = useState<Open>(null);
  const mayChange = session.may('change clients');
  useKeys(mayChange ? [{ press: 'n s', does: 'new service for this client', act: () => setOpen({ leaf: 'give' }) }] : []);
  const seesFees = session.may('see fees');
  const perYear = sumOf(
    session.firm.currency,
    lines.flatMap((line) => line.perYear ?? []),
  );
  const resting = (line: ServiceLineView) => line.pauses.find((one) => one.until === null || one.until >= session.today);
  const columns: Column<ServiceLineView>[] = [
    {
      key: 'name',
      head: 'Service',
      cell: (row) => <LineCell of={row} rest={resting(row)} onPermission={mayChange ? () => setOpen({ leaf: 'permission', line: row }) : undefined} />,
    },
    { key: 'rhythm', head: 'Rhythm', cell: (row) => rhythmInWords(row.rhythm) },
    { key: 'rules', head: 'Files', cell: (row) => row.rules.join(', ') || <span className="text-soft">our own date</span>, wide: true, className: 'max-w-44' },
    { key: 'since', head: 'Since', cell: (row) => dayInWords(row.startsOn, session.day), wide: true },
    { key: 'preparer', head: 'Preparer', cell: (row) => nameOf(row.preparerId), wide: true },
    ...(seesFees ? feeColumns(session.firm.currency) : []),
    ...(mayChange ? [actsColumn(session.today, resting, setOpen)] : []),
  ];
  const close = () => setOpen(null);
  return (
    <section className="mt-5" aria-label="Services">
      <div className="mb-2 flex items-baseline gap-5 text-table text-soft">
        <h2 className="text-ink">Services</h2>
        {lines.length > 0 && (
          <span>
            {counted(lines.length, 'line')}
            {seesFees && `, ${moneyInWords(perYear)} a year`}
          </span>
        )}
        {lines.length > 0 && (
          <Link to={`/clients/${clientId}/schedule`} className="lnk">
            Schedule to print
          </Link>
        )}
        {mayChange && (
          <button className="act ml-auto" onClick={() => setOpen({ leaf: 'give' })}>
            Add a service
          </button>
        )}
      </div>
      <LedgerTable
        label="Services"
        columns={columns}
        rows={lines}
        keyOf={(row) => row.id}
        empty="No services yet. Add one: its deadlines are computed at once."
      />
      {open?.leaf === 'give' && <LineLeaf clientId={clientId} lines={lines} onClose={close} />}
      {open?.leaf === 'change' && <LineLeaf clientId={clientId} lines={lines} line={open.line} onClose={close} />}
      {open?.leaf === 'pause' && <PauseLeaf line={open.line!} onClose={close} />}
      {open?.leaf === 'resume' && <ResumeLeaf line={open.line!} onClose={close} />}
      {open?.leaf === 'stop' && <StopLeaf line={open.line!} onClose={close} />}
      {open?.leaf === 'permission' && <PermissionLeaf clientId={clientId} line={open.line!} onClose={close} />}
    </section>
  );
}

interface LineCellProps {
  of: ServiceLineView;
  /** The pause that it is in, or that is ahead. */
  rest: ServiceLineView['pauses'][number] | undefined;
  onPermission?: () => void;
}

/** A line's name, how it stands, and what authorities were asked for it. */
function LineCell({ of: row, rest, onPermission }: LineCellProps) {
  const session = useSession();
  return (
    <>
      <span className={row.endsOn ? 'text-soft' : 'font-semibold'}>{row.name}</span>
      {row.name !== row.service && <span className="text-soft">, {row.service}</span>}
      {row.endsOn && (
        <span className="block text-fine text-soft">
          {row.endsOn < session.today ? 'stopped' : 'stops'} {dayInWords(row.endsOn, session.day)}
          {row.endReason && `: ${row.endReason}`}
        </span>
      )}
      {!row.endsOn && rest && (
        <span className="block text-fine soon">
          paused from {dayInWords(rest.from, session.day)} {rest.until ? `to ${dayInWords(rest.until, session.day)}` : 'until it is resumed'}
        </span>
      )}
      {permissionsWanted(row).map(({ kind, is }) => (
        <button
          key={kind}
          type="button"
          className={`block text-fine ${is?.givenOn ? 'good' : 'soon'} hover:underline`}
          disabled={!onPermission}
          onClick={onPermission}
        >
          {PERMISSION_WORDS[kind]}{' '}
          {is?.givenOn
            ? `given ${dayInWords(is.givenOn, session.day)}`
            : is?.askedOn
              ? `asked for ${dayInWords(is.askedOn, session.day)}`
              : 'not asked for yet'}
        </button>
      ))}
    </>
  );
}
