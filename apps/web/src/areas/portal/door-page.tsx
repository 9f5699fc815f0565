import { civil } from '@steady/core/calendar';
import { shortDate } from '@steady/core/words';
import * as portalRoutes from '@steady/contract/portal.routes';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { EnterCode } from '@steady/contract/requests';
import { ProblemError, refresh, send, useData } from '../../app/api';
import { useTitle } from '../../app/use-title';
import { CodeForm } from '../../ui/code-form';
import { useLeafForm } from '../../ui/form';

/** The way in for a client: a code the first time on a device, one click from then on. */
export function DoorPage() {
  const { token = '' } = useParams();
  const navigate = useNavigate();
  const { data: door, error } = useData(portalRoutes.door, { token });
  const [sent, setSent] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const enter = async (leadsTo: string) => {
    await refresh();
    await navigate(leadsTo, { replace: true });
  };
  const act = async (what: () => Promise<void>) => {
    setProblem(null);
    try {
      await what();
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.message);
    }
  };
  const {
    form,
    onSubmit,
    busy,
    problem: refused,
    clear,
  } = useLeafForm<EnterCode>({
    input: EnterCode,
    start: { code: '' },
    submit: async (values) => {
      const { leadsTo } = await send(portalRoutes.enter, { token }, values);
      await enter(leadsTo);
    },
  });
  const sendCode = () =>
    act(async () => {
      await send(portalRoutes.sendCode, { token });
      // What was said of the code before is over.
      clear();
      setSent(true);
    });
  useTitle(door?.firm);
  if (error) {
    return (
      <main className="mx-auto max-w-md px-[18px] pt-16">
        <h1>{error.problem.title}</h1>
        <p className="mt-2">{error.message}</p>
      </main>
    );
  }
  if (!door) return null;
  const trouble = problem ?? refused;
  return (
    <main className="mx-auto max-w-md px-[18px] pt-3 pb-16">
      <header className="border-b border-ink pt-1 pb-2.5 font-serif text-[15px] font-semibold">{door.firm}</header>
      {trouble && (
        <p role="alert" className="mt-4 border border-rust bg-rust-tint px-3 py-2">
          {trouble}
        </p>
      )}
      {door.state === 'waits' ? (
        <>
          <h1 className="mt-5 text-[22px]">A new address</h1>
          <p className="mt-1">
            Your address with us was changed to {door.address} a short while ago. Before it opens anything we make sure that it is yours: call us, or come back
            on {shortDate(civil(door.opensOn!))}.
          </p>
        </>
      ) : door.state === 'needs code' ? (
        <>
          <h1 className="mt-5 text-[22px]">Please confirm it is you</h1>
          <p className="mt-1">The first time on this device we send a code to {door.address}. You need no password.</p>
          {!sent ? (
            <button className="act mt-4" onClick={() => void sendCode()}>
              Send me the code
            </button>
          ) : (
            <CodeForm
              hint="Six digits. It works for 15 minutes."
              field={{ ...form.register('code'), error: form.formState.errors.code?.message }}
              busy={busy}
              onSubmit={onSubmit}
              onAgain={() => void sendCode()}
            />
          )}
        </>
      ) : (
        <>
          <h1 className="mt-5 text-[22px]">Welcome back, {door.name}</h1>
          <p className="mt-1">This device is known to us. One click, and you are in.</p>
          <button
            className="act mt-4"
            onClick={() =>
              void act(async () => {
                if (door.state === 'inside') return enter(door.leadsTo);
                const { leadsTo } = await send(portalRoutes.enterAgain, { token });
                await enter(leadsTo);
              })
            }
          >
            Continue as {door.name}
          </button>
        </>
      )}
    </main>
  );
}
