import { Link } from 'react-router';
import { counted } from '@steady/core/words';
import type { PortalMe } from '@steady/contract/requests';
import type { Matter } from '../../app/portal-matters';
import { useMatters } from '../../app/portal-brought';
import { Moon } from '../../ui/moon';
import { PortalFrame } from './frame';
import { areSeveral, daysLate, forYou, toDo, wantedBy } from './order';

/** The first page: what is theirs to do, for each client they act for; then what is with the firm, and what was last done. */
export const HomePage = () => <PortalFrame>{(me) => <Home me={me} />}</PortalFrame>;

/** As many of what is over stand on the first page. */
const LATEST = 5;

function Home({ me }: { me: PortalMe }) {
  const matters = useMatters();
  if (!matters) return null;
  const severalClients = areSeveral(matters);
  const over = [...matters.over].sort((a, b) => b.movedAt.localeCompare(a.movedAt));
  return (
    <>
      <h1 className="mt-4 text-[22px]">{forYou(matters.wanted.length)}</h1>
      {matters.wanted.length === 0 && matters.whenQuiet && <p className="mt-1">{matters.whenQuiet}</p>}
      {toDo(matters, me.today).map(({ client, wanted }) => (
        <section key={client} className="mt-3" aria-label={`To do for ${client}`}>
          {severalClients && <h2 className="mb-1.5 text-[15px]">{client}</h2>}
          <ul>
            {wanted.map((one) => (
              <li key={one.key} className="mb-2.5">
                <ToDo of={one} today={me.today} />
              </li>
            ))}
          </ul>
        </section>
      ))}
      <Lines title="With us" of={matters.withUs} severalClients={severalClients} />
      <Lines title="Done" of={over.slice(0, LATEST)} severalClients={severalClients} />
      {over.length > LATEST && (
        <p className="mt-1">
          <Link to="/portal/over" className="inline-flex min-h-11 items-center">
            <span className="lnk">All {counted(over.length, 'matter')} that are done</span>
          </Link>
        </p>
      )}
    </>
  );
}

function ToDo({ of, today }: { of: Matter; today: string }) {
  const late = daysLate(of, today);
  const by = wantedBy(of, today);
  return (
    <Link to={of.to} className="flex min-h-11 gap-3 border border-ink bg-page px-3.5 py-3">
      <span className="pt-0.5">
        <Moon done={of.done?.are ?? 0} of={of.done?.of ?? 1} tone={late > 0 ? 'rust' : 'ink'} />
      </span>
      <span className="min-w-0 flex-1">
        <b className="block">{of.title}</b>
        <span className="text-[13.5px] text-soft">
          {of.says}
          {by !== null && (
            <>
              {' '}
              <span className={late > 0 ? 'late' : ''}>{by}</span>
            </>
          )}
        </span>
      </span>
      <span aria-hidden="true" className="self-center text-slate">
        ›
      </span>
    </Link>
  );
}

/** Matters of which nothing is theirs to do, each a way to its page. */
export function Lines({ title, of, severalClients }: { title: string; of: readonly Matter[]; severalClients: boolean }) {
  if (of.length === 0) return null;
  return (
    <section className="mt-6" aria-label={title}>
      <h2 className="mb-1">{title}</h2>
      <ul className="text-table">
        {of.map((one) => (
          <li key={one.key} className="border-b border-rule">
            <Link to={one.to} className="flex min-h-11 flex-wrap items-center justify-between gap-x-4 py-1.5">
              <span>
                {one.title}
                {severalClients && <span className="text-soft">, {one.client}</span>}
              </span>
              <span className="text-soft">{one.says}</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
