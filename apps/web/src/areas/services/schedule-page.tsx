import * as clientsRoutes from '@steady/contract/clients.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { Link, useParams } from 'react-router';
import { civil, rhythmInWords } from '@steady/core/calendar';
import { formatMoney } from '@steady/core/money';
import { longDate, plainDate } from '@steady/core/words';
import { useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { Page, Trouble } from '../../ui/page';

/** What a client has agreed, as it goes with the engagement letter: each service once with its scope, and each of its lines. On paper it is that sheet alone. */
export function SchedulePage() {
  const { id = '' } = useParams();
  const session = useSession();
  const { data: client, error } = useData(clientsRoutes.view, { id });
  const { data: lines } = useData(servicesRoutes.linesOf, { id });
  const { data: services } = useData(servicesRoutes.list);
  useKeys([{ press: 'p', does: 'print the schedule', act: () => window.print() }]);
  if (error) return <Trouble error={error} />;
  if (!client || !lines || !services) return null;
  const seesFees = session.may('see fees');
  const running = lines.filter((line) => line.endsOn === null || line.endsOn >= session.today);
  const agreed = services.flatMap((service) => {
    const own = running.filter((line) => line.serviceId === service.id);
    return own.length > 0 ? [{ service, lines: own }] : [];
  });
  const printed = agreed.filter(({ service }) => service.printed);
  const left = agreed.filter(({ service }) => !service.printed);
  return (
    <Page
      above={
        <Link to={`/clients/${id}`} className="lnk print:hidden">
          {client.name}
        </Link>
      }
      title="Schedule of services"
      sum={
        <>
          {client.name}, as agreed with {session.firm.name}. {longDate(session.day)} {session.day.year}.
        </>
      }
      tools={
        <span className="flex w-full items-baseline gap-4 print:hidden">
          {left.length > 0 && <span>Left out, as their services say: {left.map(({ service }) => service.name).join(', ')}.</span>}
          <button className="act-quiet ml-auto" onClick={() => window.print()}>
            Print
          </button>
        </span>
      }
    >
      {printed.length === 0 ? (
        <p className="sheet px-4 py-5 text-table text-soft">No agreed service is printed on a schedule. Add a service first.</p>
      ) : (
        <ol className="sheet max-w-[820px] px-6 py-4">
          {printed.map(({ service, lines: own }, index) => (
            <li key={service.id} className="border-t border-rule py-3 break-inside-avoid first:border-0">
              <h2 className="text-[17px]">
                {index + 1}. {service.name}
              </h2>
              {service.scope && <p className="mt-1 whitespace-pre-line">{service.scope}</p>}
              <table className="ledger mt-2 table-fixed" aria-label={service.name}>
                <thead>
                  <tr>
                    <th scope="col" className="w-[30%]">
                      What
                    </th>
                    <th scope="col">How often</th>
                    <th scope="col">From</th>
                    {seesFees && (
                      <th scope="col" className="n">
                        Fee, net, {session.firm.currency}
                      </th>
                    )}
                    <th scope="col" className="max-sm:hidden">
                      Billed
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {own.map((line) => (
                    <tr key={line.id}>
                      <td>{line.name}</td>
                      <td>{rhythmInWords(line.rhythm)}</td>
                      <td>{plainDate(civil(line.startsOn))}</td>
                      {seesFees && <td className="n">{line.charged ? line.fee && formatMoney(line.fee) : 'not charged'}</td>}
                      <td className="max-sm:hidden">{line.charged ? (line.billing === null ? 'each time it is done' : rhythmInWords(line.billing)) : ''}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </li>
          ))}
        </ol>
      )}
    </Page>
  );
}
