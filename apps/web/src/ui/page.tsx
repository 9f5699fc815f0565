import { type ReactNode, useRef, useState } from 'react';
import { NavLink } from 'react-router';
import type { ProblemError } from '../app/api';
import { useKeys } from '../app/keys';

/** A page: what it is about, the sentence that matters, a line of tools, its content, and at the right the margin. */
export function Page({
  above,
  title,
  sum,
  tools,
  children,
  margin,
}: {
  above?: ReactNode;
  title: ReactNode;
  sum?: ReactNode;
  tools?: ReactNode;
  children: ReactNode;
  margin?: ReactNode;
}) {
  const body = (
    <div className="min-w-0">
      {above && <p className="text-table text-soft">{above}</p>}
      <h1>{title}</h1>
      {sum && <p className="mt-1 text-[15px] max-sm:text-base">{sum}</p>}
      {tools && <div className="mt-3 mb-2 flex flex-wrap items-center gap-x-[22px] gap-y-2 text-table text-soft">{tools}</div>}
      {children}
    </div>
  );
  if (!margin) return <main className="px-6 pt-[18px] pb-16 max-sm:px-4">{body}</main>;
  return (
    <main className="grid grid-cols-[minmax(0,1fr)_262px] gap-[26px] px-6 pt-[18px] pb-16 max-lg:grid-cols-1 max-sm:px-4">
      {body}
      <aside className="border-rule text-table max-lg:border-t max-lg:pt-4 lg:border-l lg:pl-[18px]">{margin}</aside>
    </main>
  );
}

/** One marginal note: a heading and what stands under it. */
export function Note({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mb-4">
      <h2 className="mb-1 text-base">{title}</h2>
      {children}
    </section>
  );
}

/** Views of one page, as words in a line; the one that is open is underlined. */
export function Views({ views }: { views: { to: string; words: ReactNode; end?: boolean }[] }) {
  return (
    <nav aria-label="Views" className="flex flex-wrap gap-x-[22px] gap-y-1">
      {views.map((view) => (
        <NavLink
          key={view.to}
          to={view.to}
          end={view.end ?? true}
          preventScrollReset
          className={({ isActive }) => (isActive ? 'border-b-2 border-kelp font-semibold text-ink' : 'border-b-2 border-transparent hover:text-ink')}
        >
          {view.words}
        </NavLink>
      ))}
    </nav>
  );
}

/** Narrows a list to rows whose name holds what is typed. While one types, the field shows what was typed, however long the list takes to follow. */
export function NameFilter({ find, onFind }: { find: string; onFind(find: string): void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <label className="flex items-baseline gap-2">
      Find
      <input
        className="w-44 border-b border-soft bg-transparent px-1 text-ink outline-none focus:border-kelp"
        value={typed ?? find}
        onChange={(event) => {
          setTyped(event.target.value);
          onFind(event.target.value);
        }}
        onBlur={() => setTyped(null)}
      />
    </label>
  );
}

/**
 * Goes to the row with a name, without narrowing the list: `f` goes to the field, and typing lands. `find` looks for the
 * name; only what it finds for the last letters typed is landed on.
 */
export function LandOn<Place>({ find, onLand }: { find(name: string): Promise<Place | null>; onLand(place: Place): void }) {
  const input = useRef<HTMLInputElement>(null);
  const [missing, setMissing] = useState(false);
  const last = useRef('');
  useKeys([{ press: 'f', does: 'find a name and go to its row', act: () => input.current?.focus() }]);
  const land = async (name: string) => {
    last.current = name;
    const found = name.trim() === '' ? null : await find(name.trim());
    if (last.current !== name) return;
    setMissing(name.trim() !== '' && found === null);
    if (found !== null) onLand(found);
  };
  return (
    <label className="flex items-baseline gap-2 max-sm:hidden">
      Go to
      <input
        ref={input}
        className="w-36 border-b border-soft bg-transparent px-1 text-ink outline-none focus:border-kelp"
        onChange={(event) => void land(event.target.value)}
        onKeyDown={(event) => {
          // From the field one goes on with the row: opening it, or to its neighbours.
          if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur();
        }}
      />
      {missing && (
        <span className="soon" role="status">
          nothing found
        </span>
      )}
    </label>
  );
}

/** What stands where nothing is yet: what belongs there, and the first step. */
export function Empty({ children }: { children: ReactNode }) {
  return <div className="sheet px-4 py-6 text-soft">{children}</div>;
}

/** Why a page cannot be shown. */
export function Trouble({ error }: { error: ProblemError }) {
  return (
    <Page title={error.problem.title} sum={error.message}>
      <span />
    </Page>
  );
}
