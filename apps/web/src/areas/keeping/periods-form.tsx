import * as keepingRoutes from '@steady/contract/keeping.routes';
import { useMemo } from 'react';
import { type PeriodsView, SetPeriods } from '@steady/contract/keeping';
import { KEPT_WORDS } from '@steady/core/keeping';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { TextField } from '../../ui/fields';
import { FormSheet } from '../../ui/form-sheet';
import { useNotify } from '../../ui/toasts';
import { useSettingsForm } from '../team';

/** Nothing typed is for good. */
const asYears = (text: string | number | null): number | null => (text === '' || text === null ? null : Number(text));

/** For how many years the firm keeps what, and in which folders it is another time. */
export function PeriodsForm({ of }: { of: PeriodsView }) {
  const notify = useNotify();
  const mayChange = useSession().may('run firm');
  const settings = useMemo<SetPeriods>(
    () => ({
      version: of.version,
      kinds: of.kinds,
      folders: of.folders.filter(({ own }) => own).map(({ folderId, years }) => ({ folderId, years })),
    }),
    [of],
  );
  const { form, onSubmit, busy, problem } = useSettingsForm<SetPeriods>({
    input: SetPeriods,
    settings,
    save: async (values) => {
      await send(keepingRoutes.setPeriods, {}, values);
      notify('Saved. The yearly list follows it.');
    },
  });
  const { register, formState, watch, setValue } = form;
  const own = watch('folders');
  const documents = watch('kinds').find(({ kind }) => kind === 'documents')?.years ?? null;
  const setOwn = (folderId: string, to: boolean) =>
    setValue('folders', to ? [...own, { folderId, years: documents }] : own.filter((one) => one.folderId !== folderId), { shouldDirty: true });
  return (
    <FormSheet problem={problem} busy={busy} onSubmit={onSubmit} act={mayChange ? 'Save' : undefined}>
      <fieldset disabled={!mayChange} className="max-w-2xl">
        <p className="mb-3 text-table text-soft">
          Years from the end of an engagement. Left empty it is kept for good. Bills stay: they are the firm’s own books. The history stays: what it quotes goes
          with the answers.
        </p>
        <div className="grid gap-x-6 sm:grid-cols-2">
          {of.kinds.map(({ kind }, at) => (
            <TextField
              key={kind}
              narrow
              inputMode="numeric"
              label={KEPT_WORDS[kind].name}
              hint={KEPT_WORDS[kind].what}
              placeholder="for good"
              {...register(`kinds.${at}.years`, { setValueAs: asYears })}
              error={formState.errors.kinds?.[at]?.years?.message}
            />
          ))}
        </div>
        <h2 className="mt-4 mb-1">Folders with a time of their own</h2>
        <p className="mb-2 text-table text-soft">Identity papers, payroll, deeds. The others are kept as documents are.</p>
        <table className="ledger mb-4" aria-label="Folders with a time of their own">
          <thead>
            <tr>
              <th scope="col">Folder</th>
              <th scope="col">Own time</th>
              <th scope="col">Years</th>
            </tr>
          </thead>
          <tbody>
            {of.folders.map(({ folderId, name }) => {
              const at = own.findIndex((one) => one.folderId === folderId);
              const fault = at < 0 ? undefined : formState.errors.folders?.[at]?.years?.message;
              return (
                <tr key={folderId}>
                  <td className="font-semibold">{name}</td>
                  <td>
                    <input
                      type="checkbox"
                      aria-label={`${name} has a time of its own`}
                      checked={at >= 0}
                      onChange={({ target }) => setOwn(folderId, target.checked)}
                    />
                  </td>
                  <td>
                    {at < 0 ? (
                      <span className="text-soft">as documents</span>
                    ) : (
                      <>
                        <input
                          key={`${folderId} ${at}`}
                          inputMode="numeric"
                          aria-label={`Years for ${name}`}
                          aria-invalid={fault !== undefined}
                          className="w-24 border-b border-soft bg-transparent px-1 outline-none focus:border-kelp"
                          placeholder="for good"
                          {...register(`folders.${at}.years`, { setValueAs: asYears })}
                        />
                        {fault && <span className="late block text-fine">{fault}</span>}
                      </>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </fieldset>
    </FormSheet>
  );
}
