import * as almanacRoutes from '@steady/contract/almanac.routes';
import * as clientsRoutes from '@steady/contract/clients.routes';
import * as servicesRoutes from '@steady/contract/services.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { civil } from '@steady/core/calendar';
import { formatHours, formatMoney, moneyInWords, sumOf } from '@steady/core/money';
import { counted, plainDate } from '@steady/core/words';
import { SeasonAsked, type SeasonPreview, type SeasonRow } from '@steady/contract/season';
import { ask, read, send, useData } from '../../app/api';
import { afterLast, usePages } from '../../app/pages';
import { ChoiceInput } from '../../ui/choice-input';
import { ShowMore } from '../../ui/show-more';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DateField, LongTextField, SelectField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { Note, Page } from '../../ui/page';
import { dayInWords, momentInWords } from '../../ui/words';
import { BeforeStarting } from '../procedures/before-starting';

type By = 'recurrence' | 'list' | 'names';

/** Begins a season or a year for a chosen set of clients: looked through first, begun together, undone by one press. */
export function SeasonPage() {
  const session = useSession();
  const { act, busy: acting } = useAct();
  const { data: services = [] } = useData(servicesRoutes.list);
  const { data: fields } = useData(clientsRoutes.fields);
  const earlier = usePages(almanacRoutes.seasons, {}, afterLast);
  const starts = earlier.pages?.flat() ?? [];
  const [by, setBy] = useState<By>('recurrence');
  const [listId, setListId] = useState('');
  const [preview, setPreview] = useState<{ asked: SeasonAsked; of: SeasonPreview } | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const { form, onSubmit, busy, problem } = useLeafForm<SeasonAsked>({
    input: SeasonAsked,
    start: { until: session.day.with({ day: 1 }).subtract({ days: 1 }).toString() },
    tidy: (values) => (by === 'names' ? values : { ...values, text: undefined }),
    submit: async (values) => {
      const asked: SeasonAsked = { ...values };
      if (by === 'list') asked.clientIds = await clientsOf(listId);
      const of = await ask(almanacRoutes.previewSeason, {}, asked);
      setPreview({ asked, of });
      setChosen(new Set(of.rows.filter((row) => row.jobId === null).map((row) => row.obligationId)));
    },
  });
  const clientsOf = async (id: string) => {
    const list = fields?.saved.find((one) => one.id === id);
    return read(clientsRoutes.ids, { filters: JSON.stringify(list?.filters ?? []) });
  };
  const { register, control, formState, watch } = form;
  const { errors } = formState;
  const service = services.find((one) => one.id === preview?.asked.serviceId);
  const picked = preview?.of.rows.filter((row) => chosen.has(row.obligationId)) ?? [];
  const doubles = preview?.of.rows.filter((row) => row.jobId !== null).length ?? 0;
  const minutes = picked.reduce((total, row) => total + row.minutes, 0);
  const fee = sumOf(
    session.firm.currency,
    picked.flatMap((row) => row.fee ?? []),
  );
  const start = () =>
    act(
      async () => {
        const what = `${service!.name}, periods to ${plainDate(civil(preview!.asked.until))}`;
        await send(almanacRoutes.startSeason, {}, { obligationIds: picked.map((row) => row.obligationId), what });
        setPreview(null);
      },
      `Began ${counted(picked.length, 'job')}.`,
    );
  const columns: Column<SeasonRow>[] = [
    { key: 'client', head: 'Client', cell: (row) => <span className="font-semibold">{row.client}</span>, sort: (row) => row.client },
    { key: 'name', head: 'What', cell: (row) => row.name, sort: (row) => row.name },
    { key: 'due', head: 'Due', cell: (row) => dayInWords(row.dueOn, session.day), sort: (row) => row.dueOn },
    { key: 'minutes', head: 'Hours', figure: true, cell: (row) => formatHours(row.minutes), wide: true },
    { key: 'fee', head: `Fee, ${session.firm.currency}`, figure: true, cell: (row) => (row.fee === null ? '' : formatMoney(row.fee)), wide: true },
    {
      key: 'there',
      head: '',
      cell: (row) =>
        row.jobId ? (
          <Link to={`/jobs/${row.jobId}`} className="lnk soon">
            there already: job {row.jobNumber}
          </Link>
        ) : (
          ''
        ),
    },
  ];
  return (
    <Page
      above={
        <Link to="/almanac" className="lnk">
          Almanac
        </Link>
      }
      title="Start a season"
      sum={
        preview
          ? `${counted(picked.length, 'job')} of ${preview.of.rows.length} will begin, ${formatHours(minutes)}${session.may('see fees') ? `, ${moneyInWords(fee)}` : ''}. ${doubles > 0 ? `${doubles} exist already and are left as they are.` : 'None is started twice.'}`
          : 'Start the work of a season or a year together, ahead of time. Jobs also start automatically at their lead time; none is created twice.'
      }
      margin={
        <Note title="Started together">
          {starts.length === 0 && <p className="text-soft">Nothing yet. What you start here can be undone here, as long as nobody has worked on it.</p>}
          {starts.map((one) => (
            <p key={one.id} className="mb-2 border-b border-rule-soft pb-2">
              <b>{one.what}</b>
              <span className="block text-fine text-soft">
                {counted(one.jobs, 'job')}, {one.who}, {momentInWords(one.at, session.day)}
              </span>
              {one.undoneAt ? (
                <span className="text-fine text-soft">undone {momentInWords(one.undoneAt, session.day)}</span>
              ) : (
                <button
                  className="lnk"
                  disabled={acting}
                  onClick={() => void act(() => send(almanacRoutes.undoSeason, { id: one.id }), 'Undone. Jobs that somebody has worked on stay.')}
                >
                  Undo
                </button>
              )}
            </p>
          ))}
          <ShowMore of={earlier} />
        </Note>
      }
    >
      <form
        noValidate
        className="sheet mt-3 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-start gap-x-5 px-5 pt-4 pb-1 max-md:grid-cols-1"
        onSubmit={(event) => {
          event.preventDefault();
          onSubmit();
        }}
      >
        <SelectField label="Service" defaultValue="" {...register('serviceId')} error={errors.serviceId?.message}>
          <option value="" disabled>
            Choose
          </option>
          {services.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </SelectField>
        <DateField label="Periods that end by" hint="Those that have begun are pointed out" control={control} name="until" error={errors.until?.message} />
        <button type="submit" className="act mt-[22px]" disabled={busy || (by === 'list' && !listId)}>
          Show the jobs
        </button>
        <fieldset className="col-span-full mb-3">
          <legend className="mb-0.5 text-table font-semibold">Clients</legend>
          <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1 text-table">
            {(
              [
                ['recurrence', 'everybody who has it'],
                ['list', 'those of a saved list'],
                ['names', 'those named here'],
              ] as const
            ).map(([value, words]) => (
              <label key={value} className="flex items-baseline gap-1.5">
                <input type="radio" name="by" checked={by === value} onChange={() => setBy(value)} />
                {words}
              </label>
            ))}
            {by === 'list' && (
              <ChoiceInput className="field max-w-64" aria-label="Saved list" value={listId} onChange={(event) => setListId(event.target.value)}>
                <option value="">Choose a list</option>
                {fields?.saved.map((list) => (
                  <option key={list.id} value={list.id}>
                    {list.name}
                  </option>
                ))}
              </ChoiceInput>
            )}
          </div>
        </fieldset>
        {by === 'names' && (
          <div className="col-span-full">
            <LongTextField
              label="Names or numbers of clients"
              hint="One on each line; the first column of a CSV counts"
              rows={4}
              {...register('text')}
              error={errors.text?.message}
            />
          </div>
        )}
        {problem && <p className="col-span-full mb-2 text-table text-rust">{problem}</p>}
      </form>
      {preview && (
        <section className="mt-4" aria-label="Who is in it">
          {[
            preview.of.notFound.length > 0 &&
              `Nobody is called ${preview.of.notFound.slice(0, 12).join(', ')}${preview.of.notFound.length > 12 ? ' and more' : ''}.`,
            preview.of.without.length > 0 &&
              `Nothing of it is open for ${preview.of.without
                .slice(0, 12)
                .map((one) => one.client)
                .join(', ')}${preview.of.without.length > 12 ? ' and more' : ''}.`,
          ]
            .filter(Boolean)
            .map((line) => (
              <p key={String(line)} className="soon mb-1 text-table">
                {line}
              </p>
            ))}
          <BeforeStarting
            asked={picked.length > 0 ? { serviceId: preview.asked.serviceId, clientIds: [...new Set(picked.map((row) => row.clientId))] } : null}
          />
          <div className="mb-2 flex items-center gap-4">
            <button className="act" disabled={acting || picked.length === 0} onClick={() => void start()}>
              Begin {counted(picked.length, 'job')}
            </button>
            <span className="text-table text-soft">{watch('until') !== preview.asked.until && 'The period was changed: show the jobs again.'}</span>
          </div>
          <LedgerTable
            label="Jobs that will begin"
            columns={columns}
            rows={preview.of.rows}
            keyOf={(row) => row.obligationId}
            chosen={{
              keys: chosen,
              // Those that are there already cannot be begun again.
              onChoose: (keys) =>
                setChosen(new Set(preview.of.rows.filter((row) => row.jobId === null && keys.has(row.obligationId)).map((row) => row.obligationId))),
              nameOf: (row) => `${row.client}, ${row.name}`,
            }}
            empty="Nothing of this service is open for these clients up to that day."
          />
        </section>
      )}
    </Page>
  );
}
