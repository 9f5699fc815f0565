import * as accountRoutes from '@steady/contract/account.routes';
import { useState } from 'react';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { LedgerTable } from '../../ui/ledger-table';
import { Page, Trouble } from '../../ui/page';
import { momentInWords } from '../../ui/words';
import { ToldSection } from './told-section';
import { DropSecondStepLeaf, PasswordLeaf, SecondStepLeaf } from './you-leaves';

type LeafName = 'password' | 'second step' | 'drop';

/** One's own way in: password, second step, sessions, firms. */
export function YouPage() {
  const session = useSession();
  const { act, busy } = useAct();
  const [leaf, setLeaf] = useState<LeafName | null>(null);
  const { data: account, error } = useData(accountRoutes.you);
  if (error) return <Trouble error={error} />;
  if (!account) return null;
  const others = account.sessions.filter((one) => !one.this).length;
  return (
    <Page
      above={`${session.role} at ${session.firm.name}`}
      title={session.name}
      sum={
        <>
          You sign in with {account.email}; the second step is{' '}
          {account.secondStepSince ? `on since ${momentInWords(account.secondStepSince, session.day)}` : <span className="soon">off</span>}.
        </>
      }
    >
      {session.wantsSecondStep && (
        <p role="alert" className="mt-4 max-w-3xl border border-ochre bg-ochre-tint px-3 py-2">
          {session.firm.name} requires the second step of everybody. Turn it on below; then everything is open to you again.
        </p>
      )}
      <section className="mt-5 max-w-3xl">
        <h2 className="mb-1">Password and second step</h2>
        <p className="text-table text-soft">
          {account.secondStepSince
            ? `After the password you give a code of your authenticator. ${account.recoveryCodesLeft} of 10 recovery codes are unused.`
            : 'With the second step, a stolen password alone opens nothing: you also give a code that your authenticator shows.'}
        </p>
        <p className="mt-2 flex flex-wrap gap-3">
          <button className="act-quiet" onClick={() => setLeaf('password')}>
            Change the password
          </button>
          {account.secondStepSince ? (
            <button className="act-quiet" onClick={() => setLeaf('drop')}>
              Turn the second step off
            </button>
          ) : (
            <button className={session.wantsSecondStep ? 'act' : 'act-quiet'} onClick={() => setLeaf('second step')}>
              Turn the second step on
            </button>
          )}
        </p>
      </section>
      <section className="mt-6 max-w-3xl">
        <h2 className="mb-2">Where you are signed in</h2>
        <LedgerTable
          label="Where you are signed in"
          rows={account.sessions}
          keyOf={(row) => row.id}
          columns={[
            { key: 'device', head: 'On', cell: (row) => <span className="font-semibold">{row.device}</span> },
            { key: 'since', head: 'Since', cell: (row) => momentInWords(row.since, session.day) },
            { key: 'until', head: 'Until', cell: (row) => momentInWords(row.expiresAt, session.day), wide: true },
            {
              key: 'end',
              head: '',
              cell: (row) =>
                row.this ? (
                  <span className="text-soft">this one</span>
                ) : (
                  <button className="lnk" disabled={busy} onClick={() => void act(() => send(accountRoutes.endSession, { name: row.id }), 'Signed out there.')}>
                    Sign out there
                  </button>
                ),
            },
          ]}
        />
        {others > 1 && (
          <button className="act-quiet mt-2" disabled={busy} onClick={() => void act(() => send(accountRoutes.endOthers, {}), 'Signed out everywhere else.')}>
            Sign out everywhere else
          </button>
        )}
      </section>
      <ToldSection />
      {account.otherFirms.length > 0 && (
        <section className="mt-6 max-w-3xl">
          <h2 className="mb-1">Your other firms</h2>
          <ul className="flex flex-wrap gap-3">
            {account.otherFirms.map((firm) => (
              <li key={firm.firmId}>
                <button
                  className="act-quiet"
                  disabled={busy}
                  onClick={() =>
                    void act(async () => {
                      await send(accountRoutes.changeFirm, {}, { firmId: firm.firmId });
                      window.location.assign('/today');
                    })
                  }
                >
                  Switch to {firm.name}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {leaf === 'password' && <PasswordLeaf onClose={() => setLeaf(null)} />}
      {leaf === 'second step' && <SecondStepLeaf onClose={() => setLeaf(null)} />}
      {leaf === 'drop' && <DropSecondStepLeaf onClose={() => setLeaf(null)} />}
    </Page>
  );
}
