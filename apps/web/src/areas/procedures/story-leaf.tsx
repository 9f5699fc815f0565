import * as clientsRoutes from '@steady/contract/clients.routes';
import * as postRoutes from '@steady/contract/post.routes';
import * as proceduresRoutes from '@steady/contract/procedures.routes';
import * as kindsRoutes from '@steady/contract/signing-kinds.routes';
import * as teamRoutes from '@steady/contract/team.routes';
import { useState } from 'react';
import { civil } from '@steady/core/calendar';
import type { Procedure } from '@steady/core/procedures';
import { counted, fullDate } from '@steady/core/words';
import type { ProcedureClients } from '@steady/contract/procedures';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { SelectField, TextField } from '../../ui/fields';
import { Leaf } from '../../ui/leaf';
import { useStory } from './use-on-paper';

/** What would happen to one client, day by day, if a job began today. */
export function StoryLeaf({ procedure, clients, onClose }: { procedure: Procedure; clients: ProcedureClients; onClose(): void }) {
  const session = useSession();
  const [clientId, setClientId] = useState(clients.clients[0]?.id ?? '');
  const [days, setDays] = useState('15');
  const { data: templates = [] } = useData(postRoutes.kept);
  const { data: procedures = [] } = useData(proceduresRoutes.list);
  const { data: details = [] } = useData(clientsRoutes.details);
  const { data: kinds = [] } = useData(kindsRoutes.list);
  const names = Object.fromEntries([...templates, ...procedures, ...details, ...kinds].map((one) => [one.id, one.name]));
  const client = clients.clients.find((one) => one.id === clientId);
  const count = Math.min(400, Math.max(1, Number(days) || 1));
  const { data: closing } = useData(teamRoutes.closingDays);
  const closed = closing && [...closing.own, ...closing.holidays].map(({ day, name }): [string, string] => [day, name]);
  const told = useStory(client && closed ? { procedure, client, start: session.today, days: count, closed, names, facts: clients.names } : null);
  return (
    <Leaf open broad title="Try on one client" onClose={onClose}>
      <div className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4">
        <SelectField label="Client" autoFocus value={clientId} onChange={({ target }) => setClientId(target.value)}>
          {clients.clients.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </SelectField>
        <TextField label="Working days until our target" narrow inputMode="numeric" value={days} onChange={({ target }) => setDays(target.value)} />
      </div>
      <p className="mb-2 text-table text-soft">As if a job began today and each task were done on the day it is due. Nothing of it is carried out.</p>
      <ol aria-label="Day by day">
        {told.map(({ day, lines, contacts }) => (
          <li key={day} className="border-t border-rule py-1.5 text-table">
            <span className="font-semibold">{fullDate(civil(day))}</span>
            {contacts > 0 && (
              <span className={contacts > clients.perDay ? 'late' : 'text-soft'}>
                {' '}
                {counted(contacts, 'message')} to each of their people
                {contacts > clients.perDay && `: ${clients.perDay} go in a day, the rest later`}
              </span>
            )}
            <ul className="pl-4">
              {lines.map((line, index) => (
                <li key={index}>{line}</li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
    </Leaf>
  );
}
