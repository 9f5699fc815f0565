import { rhythmInWords } from '@steady/core/calendar';
import { formatMoney } from '@steady/core/money';
import type { ServiceView } from '@steady/contract/services';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { Page } from '../../ui/page';
import { FirmViews } from '../team/firm-views';

export function FirmPage() {
  const { firm } = useSession();
  const { data: services = [] } = useData<ServiceView[]>('/api/services');
  const lines = services.reduce((sum, service) => sum + service.lines, 0);
  return (
    <Page title={firm.name} sum={`${services.length} services, used on ${lines} service lines.`} tools={<FirmViews />}>
      <LedgerTable
        label="Services"
        rows={services}
        keyOf={(row) => row.id}
        columns={[
          { key: 'name', head: 'Service', cell: (row) => <span className="font-semibold">{row.name}</span> },
          { key: 'rule', head: 'Filed with', cell: (row) => row.authority, wide: true },
          { key: 'rhythm', head: 'Rhythm', cell: (row) => rhythmInWords(row.defaultRhythm) },
          { key: 'phases', head: 'Procedure', cell: (row) => <span className="text-soft">{row.phases.join(', ')}</span>, wide: true },
          { key: 'fee', head: `Usual fee, ${firm.currency}`, figure: true, cell: (row) => formatMoney(row.defaultFee) },
          { key: 'lines', head: 'Clients', figure: true, cell: (row) => row.lines },
        ]}
      />
    </Page>
  );
}
