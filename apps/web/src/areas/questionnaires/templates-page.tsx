import * as routes from '@steady/contract/questionnaires.routes';
import { Link, useNavigate } from 'react-router';
import { counted } from '@steady/core/words';
import type { QuestionnaireTemplate } from '@steady/contract/questionnaires';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { Page } from '../../ui/page';
import { FirmViews } from '../team';

const COLUMNS: Column<QuestionnaireTemplate>[] = [
  {
    key: 'name',
    head: 'Questionnaire',
    cell: (row) => (
      <>
        <Link to={`/firm/questionnaires/${row.id}`} className="font-semibold hover:underline">
          {row.name}
        </Link>
        {row.retired && <span className="text-soft">, not offered any more</span>}
      </>
    ),
    sort: (row) => row.name,
  },
  { key: 'sections', head: 'Sections', figure: true, cell: (row) => row.sections, sort: (row) => row.sections, wide: true },
  { key: 'questions', head: 'Questions', figure: true, cell: (row) => row.questions, sort: (row) => row.questions },
  { key: 'asked', head: 'Times asked', figure: true, cell: (row) => row.asked || <span className="text-soft">0</span>, sort: (row) => row.asked },
  { key: 'version', head: 'Version', figure: true, cell: (row) => row.version, wide: true },
];

/** What the firm asks its clients again and again. */
export function QuestionnairesPage() {
  const mayChange = useSession().may('change services');
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const { data } = useData(routes.list);
  if (!data) return null;
  return (
    <Page
      title="Questionnaires"
      sum={`${counted(data.length, 'questionnaire')}: sent from a job, answered in the portal, taken over into the record by a press.`}
      tools={
        <>
          <FirmViews />
          <WhoMay right="change services" act="Questionnaires are changed" />
          {mayChange && (
            <span className="ml-auto flex gap-3">
              <button
                className="act-quiet"
                disabled={busy}
                onClick={() => void act(() => send(routes.useSupplied, {}), 'The supplied questionnaires are here.')}
              >
                Use the supplied ones
              </button>
              <button className="act" onClick={() => void navigate('/firm/questionnaires/new')}>
                New questionnaire
              </button>
            </span>
          )}
        </>
      }
    >
      <LedgerTable
        label="Questionnaires"
        columns={COLUMNS}
        rows={data}
        keyOf={(row) => row.id}
        to={(row) => `/firm/questionnaires/${row.id}`}
        empty="No questionnaire yet. Use the supplied ones and change them, or write your own."
      />
    </Page>
  );
}
