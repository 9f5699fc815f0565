import * as almanacRoutes from '@steady/contract/almanac.routes';
import * as clientsRoutes from '@steady/contract/clients.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { civil } from '@steady/core/calendar';
import { formatHours, moneyInWords, sumOf } from '@steady/core/money';
import { counted, plainDate } from '@steady/core/words';
import type { HowItBegins } from '@steady/contract/how-it-begins';
import { SeasonAsked, type SeasonPreview, type SeasonRow } from '@steady/contract/season';
import { ask, read, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { useLeafForm } from '../../ui/form';
import { Page } from '../../ui/page';
import { OnPaperBeforeStarting, useBeforeStarting } from '../procedures';
import { type By, SeasonForm } from './season-form';
import { SeasonStarts } from './season-starts';
import { AsksWithThem, LeftOut, SeasonTable } from './season-table';

/** Begins a season or a year for a chosen set of clients: looked through first, begun together, undone by one press. */
export function SeasonPage() {
  const session = useSession();
  const { act, busy: acting } = useAct();
  const { data: services = [] } = useData(servicesRoutes.list);
  const { data: fields } = useData(clientsRoutes.fields);
  const [by, setBy] = useState<By>('recurrence');
  const [listId, setListId] = useState('');
  const [preview, setPreview] = useState<{ asked: SeasonAsked; of: SeasonPreview; how: string } | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const clientsOf = async (id: string) => {
    const list = fields?.saved.find((one) => one.id === id);
    return read(clientsRoutes.ids, { filters: JSON.stringify(list?.filters ?? []) });
  };
  /** All that the look was asked for: once something else is, its jobs are shown again before they begin. */
  const howAsked = ({ serviceId, until, text }: Partial<SeasonAsked>) =>
    JSON.stringify([serviceId, until, by, by === 'names' && text, by === 'list' && listId]);
  const { form, onSubmit, busy, problem } = useLeafForm<SeasonAsked>({
    input: SeasonAsked,
    start: { until: session.day.with({ day: 1 }).subtract({ days: 1 }).toString() },
    tidy: (values) => (by === 'names' ? values : { ...values, text: undefined }),
    submit: async (values) => {
      const asked: SeasonAsked = { ...values };
      if (by === 'list') asked.clientIds = await clientsOf(listId);
      const of = await ask(almanacRoutes.previewSeason, {}, asked);
      setBegins({});
      setPreview({ asked, of, how: howAsked(form.getValues()) });
      setChosen(new Set(of.rows.filter((row) => row.jobId === null).map((row) => row.obligationId)));
    },
  });
  const [begins, setBegins] = useState<HowItBegins>({});
  const picked = preview?.of.rows.filter((row) => chosen.has(row.obligationId)) ?? [];
  const onPaper = useBeforeStarting(
    preview && picked.length > 0 ? { lineIds: picked.map((row) => row.lineId), clientIds: picked.map((row) => row.clientId) } : null,
  );
  /** By the phases that a client goes through, once that is worked out: the same figure above, in the row and in the sum. */
  const minutesOf = (row: SeasonRow) => onPaper?.find((one) => row.lineId in one.minutesOf)?.minutesOf[row.lineId] ?? row.minutes;
  const start = ({ asked }: { asked: SeasonAsked }) =>
    act(
      async () => {
        const service = services.find((one) => one.id === asked.serviceId);
        const what = `${service!.name}, periods to ${plainDate(civil(asked.until))}`;
        await send(almanacRoutes.startSeason, {}, { obligationIds: picked.map((row) => row.obligationId), what, begins });
        setPreview(null);
      },
      `Began ${counted(picked.length, 'job')}.`,
    );
  const stale = preview !== null && preview.how !== howAsked(form.watch());
  const sum = () => {
    if (!preview)
      return 'Start the work of a season or a year together, ahead of time. Jobs also start automatically at their lead time; none is created twice.';
    const { rows } = preview.of;
    const doubles = rows.filter((row) => row.jobId !== null).length;
    const minutes = picked.reduce((total, row) => total + minutesOf(row), 0);
    const fee = sumOf(
      session.firm.currency,
      picked.flatMap((row) => row.fee ?? []),
    );
    const figures = [formatHours(minutes), ...(session.may('see fees') ? [moneyInWords(fee)] : [])].join(', ');
    return `${counted(picked.length, 'job')} of ${rows.length} will begin, ${figures}. ${doubles > 0 ? `${doubles} exist already and are left as they are.` : 'None is started twice.'}`;
  };
  return (
    <Page
      above={
        <Link to="/almanac" className="lnk">
          Almanac
        </Link>
      }
      title="Start a season"
      sum={sum()}
      margin={<SeasonStarts />}
    >
      <SeasonForm
        form={form}
        services={services}
        lists={fields?.saved ?? []}
        by={by}
        onBy={setBy}
        listId={listId}
        onList={setListId}
        onSubmit={onSubmit}
        busy={busy}
        problem={problem}
      />
      {preview && (
        <section className="mt-4" aria-label="Who is in it">
          <LeftOut of={preview.of} />
          <OnPaperBeforeStarting of={onPaper} begins={begins} onBegins={setBegins} />
          <AsksWithThem of={picked} />
          <div className="mb-2 flex items-center gap-4">
            <button className="act" disabled={acting || stale || picked.length === 0} onClick={() => void start(preview)}>
              Begin {counted(picked.length, 'job')}
            </button>
            <span className="text-table text-soft">{stale && 'What is asked for was changed: show the jobs again.'}</span>
          </div>
          <SeasonTable of={preview.of} minutesOf={minutesOf} chosen={chosen} onChoose={setChosen} />
        </section>
      )}
    </Page>
  );
}
