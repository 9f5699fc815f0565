import * as portalRoutes from '@steady/contract/portal.routes';
import { type ReactNode, useEffect } from 'react';
import { Link, NavLink, useSearchParams } from 'react-router';
import type { PortalMe } from '@steady/contract/requests';
import { addressOf, refresh, send, useData } from '../../app/api';
import { useLookAgain } from '../../app/look-again';
import { useWays } from '../../app/portal-brought';
import { useTitle } from '../../app/use-title';
import { DaysContext } from '../../ui/days';
import { setZone } from '../../ui/words';
import { type FirmShown, firmShownBefore, keepFirmShown } from './firm-shown';

interface Props {
  /** What the page is called for the browser, behind the name of the firm. */
  title?: string;
  /** A step back; nothing on the first page. */
  back?: { to: string; words: string };
  children(me: PortalMe): ReactNode;
}

/** What stands around every page of the portal: whose it is, a step back, the ways at its foot. */
export function PortalFrame({ title, back, children }: Props) {
  const { data: me, error } = useData(portalRoutes.me);
  const ways = useWays();
  useLookAgain(me?.readOnly ?? false);
  useTitle(me && (title ? `${title}, ${me.firm}` : me.firm));
  useEffect(() => {
    if (me) keepFirmShown(me);
  }, [me]);
  const isCutOff = error?.problem.code === 'unreachable';
  if (error && !isCutOff) return <NotIn words={error.message} />;
  if (!me) return isCutOff ? <NoConnection /> : null;
  // Moments are said on the clock of the firm.
  setZone(me.zone);
  return (
    <>
      <main className="mx-auto max-w-xl px-[18px] pt-3 pb-28">
        {me.looking && <Looking name={me.name} />}
        <header className="flex items-center justify-between gap-4 border-b border-ink pt-1 pb-2.5">
          <Link to="/portal">
            <FirmName of={me} />
          </Link>
          <span className="text-right text-table text-soft">{me.name}</span>
        </header>
        {isCutOff && (
          <p role="status" className="mt-3 border border-ochre bg-ochre-tint px-3 py-2">
            There is no connection just now. What you type is kept on this device.
          </p>
        )}
        {me.readOnly && (
          <p role="status" className="mt-3 border border-ochre bg-ochre-tint px-3 py-2">
            For the moment nothing can be sent here. You can read what there is; please come back a little later.
          </p>
        )}
        {back && (
          <p className="mt-2">
            <Link to={back.to} className="inline-flex min-h-11 items-center">
              <span className="lnk">{back.words}</span>
            </Link>
          </p>
        )}
        <fieldset disabled={me.looking || me.readOnly} className="min-w-0">
          <DaysContext value={me}>{children(me)}</DaysContext>
        </fieldset>
      </main>
      <nav aria-label="Ways" className="fixed inset-x-0 bottom-0 border-t border-ink bg-page print:hidden">
        <ul className="mx-auto flex max-w-xl justify-around">
          {ways.map(({ to, words }) => (
            <li key={to}>
              <NavLink
                to={to}
                end={to === '/portal'}
                className={({ isActive }) => `flex min-h-12 min-w-11 items-center px-2 text-table ${isActive ? 'font-semibold text-ink' : 'text-slate'}`}
              >
                {words}
              </NavLink>
            </li>
          ))}
        </ul>
      </nav>
    </>
  );
}

/** The firm’s name and logo. */
export function FirmName({ of: { firm, logo } }: { of: FirmShown }) {
  return (
    <span className="flex items-center gap-3 font-serif text-[15px] font-semibold">
      {logo && <img src={`${addressOf(portalRoutes.logo)}?of=${logo}`} alt="" className="max-h-9 max-w-28" />}
      {firm}
    </span>
  );
}

function NotIn({ words }: { words: string }) {
  return (
    <main className="mx-auto max-w-md px-[18px] pt-16">
      <h1>Please use your link</h1>
      <p className="mt-2">{words}</p>
    </main>
  );
}

/** The page was opened where there is no connection. */
function NoConnection() {
  const before = firmShownBefore();
  return (
    <main className="mx-auto max-w-xl px-[18px] pt-3">
      {before && (
        <header className="border-b border-ink pt-1 pb-2.5">
          <FirmName of={before} />
        </header>
      )}
      <h1 className="mt-5 text-[22px]">No connection just now</h1>
      <p className="mt-1">What you typed is kept on this device. This page goes on by itself when there is a connection again.</p>
      <button className="act mt-4 min-h-11" onClick={() => void refresh()}>
        Try again
      </button>
    </main>
  );
}

/** Says to a person of the firm that this is the client's view, and leads back. */
function Looking({ name }: { name: string }) {
  const [search] = useSearchParams();
  const asked = search.get('back') ?? window.sessionStorage.getItem('look-back') ?? '';
  const back = /^\/[a-z]+\/[\w-]+$/.test(asked) ? asked : '/clients';
  // The way back holds on every page that is looked at.
  if (search.get('back')) window.sessionStorage.setItem('look-back', back);
  const leave = async () => {
    await send(portalRoutes.leave, {});
    window.sessionStorage.removeItem('look-back');
    window.location.assign(back);
  };
  return (
    <p
      className="sticky top-0 z-10 mb-3 flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1 border border-slate bg-slate-tint px-3 py-2 text-table"
      role="status"
    >
      <span>
        You see this as <b>{name}</b> does. Nothing can be sent or paid from here.
      </span>
      <button className="act-quiet" onClick={() => void leave()}>
        Back to our own pages
      </button>
    </p>
  );
}
