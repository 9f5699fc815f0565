import { formatHours } from '@steady/core/money';
import type { OnPaper, Procedure } from '@steady/core/procedures';
import { counted } from '@steady/core/words';
import type { ProcedureClients } from '@steady/contract/procedures';
import { FaultsOnPaper } from './faults-on-paper';

/** Every client run through the procedure: what is wrong on top, then who takes which way and what would come of it. */
export function OnPaperView({ of, procedure, clients }: { of: OnPaper; procedure: Procedure; clients: ProcedureClients }) {
  const nameOf = (key: string) => procedure.phases.find((phase) => phase.key === key)?.name ?? key;
  return (
    <>
      <p className="mb-2">
        {counted(clients.clients.length, 'client')} of {clients.of === 'its services' ? 'its services' : 'the firm (no service is done by it yet)'}:{' '}
        {counted(of.tasks, 'task')}, {formatHours(of.minutes)}, {counted(of.requests, 'request')}, {counted(of.messages, 'message')},{' '}
        {counted(of.bills, 'draft bill')} each time round.
      </p>
      <FaultsOnPaper of={of.faults} good="Every client finds a way through, and there is somebody to write to wherever a message is sent." />
      <table className="ledger" aria-label="Ways through the procedure">
        <thead>
          <tr>
            <th scope="col">The way</th>
            <th scope="col" className="n">
              Clients
            </th>
            <th scope="col" className="n">
              Tasks
            </th>
            <th scope="col" className="n">
              Estimate
            </th>
            <th scope="col">Who</th>
          </tr>
        </thead>
        <tbody>
          {of.routes.map((route) => (
            <tr key={route.phases.join()}>
              <td className="max-w-80">
                {route.phases.map(nameOf).join(', then ') || <span className="late">no phase at all</span>}
                {route.contacts.length > 0 && (
                  <span className="block text-fine text-soft">
                    messages on working day {route.contacts.map(({ day, messages }) => (messages === 1 ? `${day}` : `${day} (${messages})`)).join(', ')}
                  </span>
                )}
                {route.passedOver.length > 0 && <span className="block text-fine text-soft">passes over {route.passedOver.join('; ')}</span>}
              </td>
              <td className="n">{route.clients.length}</td>
              <td className="n">{route.clients[0]!.tasks}</td>
              <td className="n whitespace-nowrap">{formatHours(route.clients[0]!.minutes)}</td>
              <td className="max-w-72 text-soft">
                {route.clients
                  .slice(0, 4)
                  .map((client) => client.client)
                  .join(', ')}
                {route.clients.length > 4 && ` and ${route.clients.length - 4} more`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
