import * as requestsRoutes from '@steady/contract/requests.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import type { UseFormReturn } from 'react-hook-form';
import { civil, workingDaysIn } from '@steady/core/calendar';
import type { SendRequest } from '@steady/contract/requests';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';

/** Keeps the words of a request for later ones of the same service. */
export function KeepWords({ form, service }: { form: UseFormReturn<SendRequest>; service: string | null }) {
  const { day } = useSession();
  const { act, busy } = useAct();
  const { data: services = [] } = useData(servicesRoutes.list);
  const serviceId = services.find((one) => one.name === service)?.id;
  const keep = () => {
    const { title, items, dueOn } = form.getValues();
    const given = items.filter(({ name }) => name.trim() !== '');
    void act(
      () =>
        send(
          requestsRoutes.keep,
          {},
          {
            title,
            ...(serviceId ? { serviceId } : {}),
            daysToAnswer: Math.max(1, Math.min(60, workingDaysIn(day, civil(dueOn)).length - 1)),
            items: given.map(({ name, description, link }) => ({ name, ...(description ? { description } : {}), ...(link ? { link } : {}) })),
          },
        ),
      `Kept for later${service === null ? '' : `, in jobs of ${service}`}. It is changed under Firm, Requests.`,
    );
  };
  const title = form.watch('title');
  return (
    <p className="mt-3 text-table">
      <button type="button" className="lnk" disabled={busy || !title?.trim()} onClick={keep}>
        Keep these words for later requests
      </button>
    </p>
  );
}
