import * as servicesRoutes from '@steady/contract/services.routes';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { rhythmInWords } from '@steady/core/calendar';
import { feeRuleInWords, lowestFee } from '@steady/core/fees';
import { formatMoney } from '@steady/core/money';
import { counted } from '@steady/core/words';
import { send, useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';
import { Page } from '../../ui/page';
import { TakeLeaf } from '../../ui/take-leaf';
import { FirmViews } from '../team';
import { ShownFeesTick } from './shown-fees';

/** What the firm offers, in the order in which it stands in lists and in letters. */
export function FirmPage() {
  const session = useSession();
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const [taking, setTaking] = useState(false);
  const { data: services = [], mutate } = useData(servicesRoutes.list);
  const mayChange = session.may('change services');
  const on = services.filter((service) => service.active).length;
  const lines = services.reduce((sum, service) => sum + service.lines, 0);
  const put = (from: number, to: number) => {
    const next = moved(services, from, to);
    void mutate(next, { revalidate: false });
    void act(() => send(servicesRoutes.order, {}, { ids: next.map((one) => one.id) }));
  };
  useKeys(
    mayChange
      ? [
          { press: 'n s', does: 'new service', act: () => void navigate('/firm/services/new') },
          { press: 'n e', does: 'use a ready-made service', act: () => setTaking(true) },
        ]
      : [],
  );
  return (
    <Page
      title={session.firm.name}
      sum={`${counted(services.length, 'service')}, ${on === services.length ? 'all on' : `${on} on`}, used on ${counted(lines, 'service line')}.`}
      tools={
        <>
          <FirmViews />
          <WhoMay right="change services" act="Services are changed" />
          {mayChange && (
            <span className="ml-auto flex gap-3">
              <button className="act-quiet" onClick={() => setTaking(true)}>
                Use a ready-made one
              </button>
              <button className="act" onClick={() => void navigate('/firm/services/new')}>
                New service
              </button>
            </span>
          )}
        </>
      }
    >
      <ShownFeesTick />
      {services.length === 0 ? (
        <div className="sheet px-4 py-6 text-soft">No service yet. Use a ready-made one and change it, or write your own.</div>
      ) : (
        <div className="sheet">
          <Ordered ids={services.map((one) => one.id)} onMove={put}>
            <table className="ledger" aria-label="Services">
              <thead className="stuck">
                <tr>
                  {mayChange && <th className="w-7" aria-label="Order" />}
                  <th scope="col">Service</th>
                  <th scope="col" className="max-md:hidden">
                    Files
                  </th>
                  <th scope="col">Rhythm</th>
                  <th scope="col" className="max-lg:hidden">
                    Procedure
                  </th>
                  <th scope="col" className="max-md:hidden">
                    In the letter
                  </th>
                  <th scope="col" className="n">
                    Usual fee, {session.firm.currency}
                  </th>
                  <th scope="col" className="n max-sm:hidden">
                    Lines
                  </th>
                  {mayChange && <th />}
                </tr>
              </thead>
              <tbody>
                {services.map((service) => (
                  <OrderedRow as="tr" key={service.id} id={service.id}>
                    {mayChange && (
                      <td>
                        <Grip name={service.name} />
                      </td>
                    )}
                    <td>
                      <Link to={`/firm/services/${service.id}`} className={`hover:underline ${service.active ? 'font-semibold' : 'text-soft'}`}>
                        {service.name}
                      </Link>
                      {!service.active && <span className="text-soft">, off</span>}
                      <span className="block text-fine text-soft">{service.shortName}</span>
                    </td>
                    <td className="max-w-56 max-md:hidden">
                      {service.rules.map((rule) => rule.name).join(', ') || <span className="text-soft">our own date</span>}
                    </td>
                    <td>{rhythmInWords(service.defaultRhythm)}</td>
                    <td className="max-w-64 text-soft max-lg:hidden">{service.phases.join(', ')}</td>
                    <td className="max-md:hidden">{service.printed ? 'printed' : <span className="text-soft">not printed</span>}</td>
                    <td className="n">
                      {service.charged ? (
                        service.defaultFee === null ? (
                          ''
                        ) : service.feeRule ? (
                          <span title={feeRuleInWords(service.feeRule)}>by rule, from {formatMoney(lowestFee(service.feeRule))}</span>
                        ) : (
                          formatMoney(service.defaultFee)
                        )
                      ) : (
                        <span className="text-soft">not charged</span>
                      )}
                    </td>
                    <td className="n max-sm:hidden">{service.lines}</td>
                    {mayChange && (
                      <td className="n">
                        <button
                          className="lnk"
                          disabled={busy}
                          aria-label={`Copy ${service.name}`}
                          onClick={() =>
                            void act(async () => {
                              const { id } = await send(servicesRoutes.copy, { id: service.id });
                              await navigate(`/firm/services/${id}`);
                            }, 'Copied. It is off until you turn it on.')
                          }
                        >
                          Copy
                        </button>
                      </td>
                    )}
                  </OrderedRow>
                ))}
              </tbody>
            </table>
          </Ordered>
        </div>
      )}
      {taking && <SuppliedLeaf onClose={() => setTaking(false)} />}
    </Page>
  );
}

function SuppliedLeaf({ onClose }: { onClose(): void }) {
  const navigate = useNavigate();
  const { data: supplied = [] } = useData(servicesRoutes.supplied);
  return (
    <TakeLeaf
      title="Use a ready-made service"
      above="With the filing rules of your country and a procedure. Everything of it can be changed after."
      offered={supplied}
      about={(one) => (
        <>
          <p className="text-table text-soft">{one.scope}</p>
          <p className="text-table">
            {rhythmInWords(one.rhythm)}; {one.rules.length > 0 ? one.rules.join(', ') : 'a date of our own'}; {one.phases.join(', ')}
          </p>
        </>
      )}
      onTake={async ({ key }) => {
        const { id } = await send(servicesRoutes.take, {}, { key });
        await navigate(`/firm/services/${id}`);
      }}
      onClose={onClose}
    />
  );
}
