import * as kindsRoutes from '@steady/contract/signing-kinds.routes';
import { useState } from 'react';
import { counted, plainDate } from '@steady/core/words';
import { KeepTerms, type TermsView } from '@steady/contract/signing-kinds';
import { send, useData } from '../../../app/api';
import { useSession } from '../../../app/session';
import { useAct } from '../../../app/use-act';
import { WhoMay } from '../../../app/who-may';
import { LongTextField, TextField } from '../../../ui/fields';
import { useLeafForm } from '../../../ui/form';
import { Leaf } from '../../../ui/leaf';
import { useNotify } from '../../../ui/toasts';
import { dayOf } from '../../../ui/words';

/** The firm's terms, each in its newest edition, and how many have agreed to it. */
export function TermsSection() {
  const runs = useSession().may('run firm');
  const { data: terms } = useData(kindsRoutes.terms);
  const [open, setOpen] = useState<TermsView | 'new' | null>(null);
  if (!terms) return null;
  return (
    <section aria-labelledby="terms" className="mt-7">
      <h2 id="terms">Terms</h2>
      <p className="text-table text-soft">
        Who signs agrees to them once for each edition; what somebody agreed to stays readable. <WhoMay right="run firm" act="They are written" />
      </p>
      {terms.length === 0 ? (
        <p className="sheet mt-2 px-4 py-4 text-table text-soft">No terms yet. Write some, then ask for them with a kind of document.</p>
      ) : (
        <ul className="sheet mt-2">
          {terms.map((one) => (
            <li key={one.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule-soft px-3 py-2 text-table last:border-0">
              <button className="font-semibold hover:underline" onClick={() => setOpen(one)}>
                {one.name}
              </button>
              <span>
                edition {one.edition}, {plainDate(dayOf(one.at))}, by {one.by}
              </span>
              <span className="ml-auto text-soft">
                <AgreedBy count={one.agreed} />
              </span>
            </li>
          ))}
        </ul>
      )}
      {runs && (
        <button className="act-quiet mt-3" onClick={() => setOpen('new')}>
          Write terms
        </button>
      )}
      {open && <TermsLeaf terms={open === 'new' ? null : open} onClose={() => setOpen(null)} />}
    </section>
  );
}

const AgreedBy = ({ count }: { count: number }) => (count === 0 ? 'nobody has agreed to it' : `${counted(count, 'person has', 'people have')} agreed to it`);

function TermsLeaf({ terms, onClose }: { terms: TermsView | null; onClose(): void }) {
  const runs = useSession().may('run firm');
  const notify = useNotify();
  const { act } = useAct();
  const { form, onSubmit, busy, problem } = useLeafForm<KeepTerms>({
    input: KeepTerms,
    start: { name: terms?.name ?? '', text: terms?.text ?? '' },
    submit: async (values) => {
      await send(kindsRoutes.keepTerms, {}, values);
      notify(terms ? `Edition ${terms.edition + 1} of ${values.name} is kept. Who signs next is asked to agree to it.` : `${values.name} is kept.`);
      onClose();
    },
  });
  const retire = () =>
    void act(async () => {
      await send(kindsRoutes.retireTerms, { id: terms!.id });
      onClose();
    }, `${terms!.name} is not offered any more.`);
  const { errors } = form.formState;
  return (
    <Leaf
      open
      broad
      title={terms ? `${terms.name}, edition ${terms.edition}` : 'New terms'}
      act={runs ? (terms ? `Keep as edition ${terms.edition + 1}` : 'Keep the terms') : undefined}
      onClose={onClose}
      onSubmit={runs ? onSubmit : undefined}
      busy={busy}
      problem={problem}
    >
      <TextField label="Name" autoFocus={!terms} readOnly={terms !== null} {...form.register('name')} error={errors.name?.message} />
      <LongTextField label="What they agree to" rows={14} readOnly={!runs} {...form.register('text')} error={errors.text?.message} />
      {terms && terms.earlier.length > 0 && (
        <section aria-label="Earlier editions" className="mt-4">
          <h3 className="text-table">Earlier editions</h3>
          {terms.earlier.map(({ id, edition, at, by, agreed, text }) => (
            <details key={id} className="border-t border-rule-soft py-1 text-table">
              <summary className="cursor-pointer">
                Edition {edition}, {plainDate(dayOf(at))}, by {by}; <AgreedBy count={agreed} />
              </summary>
              <p className="mt-1 whitespace-pre-line text-soft">{text}</p>
            </details>
          ))}
        </section>
      )}
      {terms && runs && (
        <p className="mt-3 text-table">
          <button type="button" className="lnk" onClick={retire}>
            Do not offer them any more
          </button>
        </p>
      )}
    </Leaf>
  );
}
