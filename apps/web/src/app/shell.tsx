import * as sessionRoutes from '@steady/contract/session.routes';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Menu as MenuIcon, X } from 'lucide-react';
import { Suspense, lazy, useEffect, useState } from 'react';
import { NavLink, Outlet, ScrollRestoration, useLocation, useNavigate } from 'react-router';
import { send, whenPasswordIsWanted } from './api';
import { type Command, fetchParts } from './area';
import { useBrought } from './brought';
import { Keys, useKeys } from './keys';
import { Leaving } from './leaving';
import { useLive } from './live';
import { useLookAgain } from './look-again';
import { Search } from './search';
import { SignedIn, useSession } from './session';
import { RunningTimer } from './running-timer';
import { PRODUCT, useTitle } from './use-title';

const PasswordAgain = lazy(async () => ({ default: (await import('./password-again')).PasswordAgain }));

/** The frame of every page of the firm: the contents line on top, the page below. */
export function Shell() {
  return (
    <SignedIn>
      <Keys>
        <Frame />
      </Keys>
    </SignedIn>
  );
}

function Frame() {
  const session = useSession();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [openAt, setOpenAt] = useState<string | null>(null);
  const open = openAt === pathname;
  /** What is shown over the page, begun by its keys. */
  const [over, setOver] = useState<Command | null>(null);
  useTitle(PRODUCT);
  useLive();
  useLookAgain(session.readOnly);
  const [asking, setAsking] = useState<((given: boolean) => void) | null>(null);
  useEffect(() => {
    whenPasswordIsWanted(() => new Promise((resolve) => setAsking(() => resolve)));
    return () => whenPasswordIsWanted(null);
  }, []);
  useEffect(() => {
    // Not every browser tells when it is at rest.
    if ('requestIdleCallback' in window) window.requestIdleCallback(fetchParts);
    else setTimeout(fetchParts);
  }, []);
  const commands = useBrought('keys');
  useKeys(
    commands.map((command) => ({
      press: command.press,
      does: command.does,
      act: () => (command.goTo ? void navigate(command.goTo) : setOver(command)),
    })),
  );
  const contents = useBrought('contents');
  const signOut = async () => {
    await send(sessionRoutes.signOut, {});
    window.location.assign('/sign-in');
  };
  const links = (
    <>
      {contents.map(({ to, words }) => (
        <NavLink
          key={to}
          to={to}
          className={({ isActive }) =>
            `pb-[11px] max-lg:py-2 ${isActive ? 'font-semibold text-ink shadow-[inset_0_-3px_0_var(--color-kelp)]' : 'text-soft hover:text-ink'}`
          }
        >
          {words}
        </NavLink>
      ))}
    </>
  );
  return (
    <>
      <header className="flex h-[46px] items-baseline gap-5 border-b border-ink px-6 pt-[13px] max-sm:gap-3 max-sm:px-4">
        <NavLink to="/today" className="mr-2 font-serif text-[15px] font-semibold tracking-[0.01em] whitespace-nowrap">
          {session.firm.shortName}
        </NavLink>
        <nav aria-label="Contents" className="flex gap-[17px] max-lg:hidden">
          {links}
        </nav>
        <div className="ml-auto flex items-baseline gap-3.5 text-[13px] whitespace-nowrap text-soft">
          <Search />
          <RunningTimer />
          <NavLink to="/firm" className={({ isActive }) => `max-lg:hidden ${isActive ? 'font-semibold text-ink' : 'hover:text-ink'}`}>
            Firm
          </NavLink>
          <Menu>
            <MenuButton className="font-semibold text-ink max-sm:hidden">{session.name}</MenuButton>
            <MenuItems anchor={{ to: 'bottom end', gap: 6 }} className="sheet z-40 w-48 py-1 text-table shadow-menu">
              <p className="px-3 py-1 text-soft">{session.role}</p>
              <MenuItem>
                <NavLink to="/you" className="block px-3 py-1 data-focus:bg-kelp-tint">
                  Your account
                </NavLink>
              </MenuItem>
              <MenuItem>
                <button className="block w-full px-3 py-1 text-left data-focus:bg-kelp-tint" onClick={() => void signOut()}>
                  Sign out
                </button>
              </MenuItem>
            </MenuItems>
          </Menu>
          <button className="self-center text-ink lg:hidden" aria-expanded={open} aria-label="Contents" onClick={() => setOpenAt(open ? null : pathname)}>
            {open ? <X className="size-5" /> : <MenuIcon className="size-5" />}
          </button>
        </div>
      </header>
      {session.readOnly && (
        <p role="status" className="border-b border-ochre bg-ochre-tint px-6 py-2 text-table max-sm:px-4">
          <b>The disk is nearly full.</b> Everything can be read, nothing can be saved. Whoever looks after this computer has to make room; then saving works
          again.
        </p>
      )}
      {open && (
        <nav aria-label="Contents" className="border-b border-ink bg-page px-6 py-2 lg:hidden">
          <div className="flex flex-col">
            {links}
            <NavLink to="/firm" className="py-2 text-soft">
              Firm
            </NavLink>
            <NavLink to="/you" className="py-2 text-soft">
              Your account
            </NavLink>
            <button className="py-2 text-left text-soft" onClick={() => void signOut()}>
              Sign out {session.name}
            </button>
          </div>
        </nav>
      )}
      <Outlet />
      {over?.Opens && <over.Opens onClose={() => setOver(null)} />}
      {asking && (
        <Suspense>
          <PasswordAgain
            onDone={(given) => {
              asking(given);
              setAsking(null);
            }}
          />
        </Suspense>
      )}
      <Leaving />
      <ScrollRestoration />
    </>
  );
}
