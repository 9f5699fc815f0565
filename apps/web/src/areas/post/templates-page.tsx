import * as jobsRoutes from '@steady/contract/jobs.routes';
import * as postRoutes from '@steady/contract/post.routes';
import { useState } from 'react';
import { DETAILS } from '@steady/core/templates';
import { counted } from '@steady/core/words';
import { KeepTemplate, type TemplateView, type TriedTemplate } from '@steady/contract/procedures';
import { ask, send, useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { LongTextField, SelectField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { Page } from '../../ui/page';
import { ClientField } from '../clients';
import { FirmViews } from '../team';

/** Wording kept for messages to clients. */
export function TemplatesPage() {
  const session = useSession();
  const mayChange = session.may('change services');
  const { data: templates } = useData(postRoutes.kept);
  const [open, setOpen] = useState<TemplateView | 'new' | null>(null);
  useKeys(mayChange ? [{ press: 'n m', does: 'new message', act: () => setOpen('new') }] : []);
  if (!templates) return null;
  const columns: Column<TemplateView>[] = [
    {
      key: 'name',
      head: 'Message',
      cell: (row) => (
        <button className="font-semibold hover:underline" onClick={() => setOpen(row)}>
          {row.name}
        </button>
      ),
      sort: (row) => row.name,
    },
    { key: 'subject', head: 'Subject', cell: (row) => row.subject },
    { key: 'body', head: 'Begins', cell: (row) => <span className="line-clamp-1 text-soft">{row.body}</span>, wide: true, className: 'max-w-96' },
    {
      key: 'used',
      head: 'Sent by',
      cell: (row) => row.usedBy.join(', ') || <span className="text-soft">no procedure</span>,
      wide: true,
      className: 'max-w-56',
    },
  ];
  return (
    <Page
      title="Messages"
      sum={`${counted(templates.length, 'message')} for procedures to send; what is in braces is filled in for each client.`}
      tools={
        <>
          <FirmViews />
          <WhoMay right="change services" act="Messages are changed" />
          {mayChange && (
            <button className="act ml-auto" onClick={() => setOpen('new')}>
              New message
            </button>
          )}
        </>
      }
    >
      <LedgerTable
        label="Messages"
        columns={columns}
        rows={templates}
        keyOf={(row) => row.id}
        empty="No messages yet. Write one, for example that a return was filed, and let a phase of a procedure send it."
      />
      {open && <TemplateLeaf template={open === 'new' ? null : open} onClose={() => setOpen(null)} />}
    </Page>
  );
}

function TemplateLeaf({ template, onClose }: { template: TemplateView | null; onClose(): void }) {
  const session = useSession();
  const { act, busy: trying } = useAct();
  const [client, setClient] = useState<{ id: string; name: string } | null>(null);
  const [jobId, setJobId] = useState('');
  const [tried, setTried] = useState<TriedTemplate | null>(null);
  const { data: jobs } = useData(jobsRoutes.list, client ? { status: 'open', client: client.id } : null);
  const { form, onSubmit, busy, problem } = useLeafForm<KeepTemplate>({
    input: KeepTemplate,
    start: template ? { name: template.name, subject: template.subject, body: template.body, version: template.version } : { name: '', subject: '', body: '' },
    submit: async (values) => {
      if (template) await send(postRoutes.change, { id: template.id }, values);
      else await send(postRoutes.add, {}, values);
      onClose();
    },
  });
  const { register, formState, getValues, setValue } = form;
  const mayChange = session.may('change services');
  return (
    <Leaf
      open
      broad
      title={template?.name ?? 'A new message'}
      act={mayChange ? 'Save the message' : undefined}
      onClose={onClose}
      onSubmit={mayChange ? onSubmit : undefined}
      busy={busy}
      problem={problem}
    >
      <TextField label="Name" autoFocus hint="For the firm only" {...register('name')} error={formState.errors.name?.message} />
      <TextField label="Subject" {...register('subject')} error={formState.errors.subject?.message} />
      <LongTextField
        label="What the client reads"
        rows={8}
        hint="It begins with “Dear …” and ends with a link to the portal and the firm’s name."
        {...register('body')}
        error={formState.errors.body?.message}
      />
      <p className="mb-1 text-table font-semibold">Filled in for each client</p>
      <p className="mb-3 flex flex-wrap gap-x-3 gap-y-1 text-table">
        {Object.entries(DETAILS).map(([detail, words]) => (
          <button key={detail} type="button" className="lnk" title={words} onClick={() => setValue('body', `${getValues('body')}{${detail}}`)}>
            {`{${detail}}`}
          </button>
        ))}
      </p>
      <section aria-label="Try on a client" className="border-t border-rule pt-3">
        <ClientField
          label="Try it on a client"
          value={client}
          onChange={(chosen) => {
            setClient(chosen);
            setJobId('');
            setTried(null);
          }}
        />
        {client && (
          <>
            <SelectField label="For the job" value={jobId} onChange={({ target }) => setJobId(target.value)}>
              <option value="">no job in particular</option>
              {jobs?.rows.map((job) => (
                <option key={job.id} value={job.id}>
                  {job.name}
                </option>
              ))}
            </SelectField>
            <button
              type="button"
              className="act-quiet mb-3"
              disabled={trying}
              onClick={() =>
                void act(async () =>
                  setTried(
                    await ask(
                      postRoutes.tryOut,
                      {},
                      {
                        subject: getValues('subject'),
                        body: getValues('body'),
                        clientId: client.id,
                        ...(jobId ? { jobId } : {}),
                      },
                    ),
                  ),
                )
              }
            >
              Look at it
            </button>
          </>
        )}
        {tried && (
          <div className="text-table">
            {tried.missing.length > 0 && <p className="soon mb-1">Not known of this client or job: {tried.missing.join(', ')}. It would not be sent.</p>}
            {tried.unknown.length > 0 && <p className="soon mb-1">Not a detail that can be filled in: {tried.unknown.join(', ')}.</p>}
            {tried.nobody.map((who) => (
              <p key={who.name} className="soon mb-1">
                {who.name} {who.why}.
              </p>
            ))}
            <p className="text-soft">{tried.to.length > 0 ? `To ${tried.to.map((one) => `${one.name} (${one.address})`).join(', ')}` : 'To nobody'}</p>
            <p className="mt-1 font-semibold">{tried.subject}</p>
            <p className="mt-1 border-l-2 border-rule pl-3 whitespace-pre-wrap">{tried.body}</p>
          </div>
        )}
      </section>
    </Leaf>
  );
}
