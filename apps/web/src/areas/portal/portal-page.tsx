import * as portalRoutes from '@steady/contract/portal.routes';
import { useSearchParams } from 'react-router';
import type { PortalMe } from '@steady/contract/requests';
import { send, useData } from '../../app/api';
import { useTitle } from '../../app/use-title';
import type { PortalParts } from '../../app/area';
import { usePortalParts } from '../../app/brought';
import { useLookAgain } from '../../app/look-again';

/** What a client sees: exactly what is asked of them, and what they owe. Areas bring both. */
export function PortalPage() {
  const { data: me, error } = useData(portalRoutes.me);
  const parts = usePortalParts(me);
  useLookAgain(me?.readOnly ?? false);
  if (error) {
    return (
      <main className="mx-auto max-w-md px-[18px] pt-16">
        <h1>Please use your link</h1>
        <p className="mt-2">{error.message}</p>
      </main>
    );
  }
  return me && parts ? <Home me={me} parts={parts} /> : null;
}

function Home({ me, parts }: { me: PortalMe; parts: PortalParts[] }) {
  useTitle(me.firm);
  const open = parts.flatMap((part) => part.open);
  const done = parts.flatMap((part) => part.done);
  return (
    <main className="mx-auto max-w-xl px-[18px] pt-3 pb-20">
      {me.looking && <Looking name={me.name} />}
      <header className="flex items-baseline justify-between border-b border-ink pt-1 pb-2.5">
        <span className="font-serif text-[15px] font-semibold">{me.firm}</span>
        <span className="text-soft">{me.name}</span>
      </header>
      {me.readOnly && (
        <p role="status" className="mt-3 border border-ochre bg-ochre-tint px-3 py-2">
          For the moment nothing can be sent here. You can read what there is; please come back a little later.
        </p>
      )}
      <fieldset disabled={me.looking || me.readOnly} className="min-w-0">
        {open.every((one) => one.waits) && (
          <>
            <h1 className="mt-5 text-[22px]">Nothing is needed from you</h1>
            <p className="mt-1">{parts.find((part) => part.whenQuiet !== undefined)?.whenQuiet}</p>
          </>
        )}
        {open.map(({ key, shown }) => (
          <div key={key}>{shown}</div>
        ))}
        {done.length > 0 && (
          <section className="mt-8">
            <h2 className="mb-2">Done</h2>
            <ul className="sheet text-table">
              {done.map(({ key, shown }) => (
                <li key={key} className="border-b border-rule-soft px-3.5 py-2 last:border-0">
                  {shown}
                </li>
              ))}
            </ul>
          </section>
        )}
      </fieldset>
    </main>
  );
}

/** Says to a person of the firm that this is the client's view, and leads back. */
function Looking({ name }: { name: string }) {
  const [search] = useSearchParams();
  const asked = search.get('back') ?? '';
  const back = /^\/[a-z]+\/[\w-]+$/.test(asked) ? asked : '/clients';
  const leave = async () => {
    await send(portalRoutes.leave, {});
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
