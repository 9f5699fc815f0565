import * as servicesRoutes from '@steady/contract/services.routes';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';

/** Whether clients read in the portal what each of their services costs them. */
export function ShownFeesTick() {
  const { may } = useSession();
  const { act, busy } = useAct();
  const { data } = useData(servicesRoutes.shownFees);
  if (!data) return null;
  const set = (isShown: boolean) =>
    void act(
      () => send(servicesRoutes.showFees, {}, { isShown, version: data.version }),
      isShown ? 'Whoever pays the bills of a client reads its fees in the portal.' : 'Clients read no fees in the portal.',
    );
  return (
    <label className="mb-3 flex items-baseline gap-2 text-table">
      <input type="checkbox" checked={data.isShown} disabled={busy || !may('change services')} onChange={({ target }) => set(target.checked)} />
      Clients read the fees of their services in the portal, if they pay the bills
    </label>
  );
}
