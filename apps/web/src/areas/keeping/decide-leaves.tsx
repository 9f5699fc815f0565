import * as keepingRoutes from '@steady/contract/keeping.routes';
import { DecideThings, type DueThings } from '@steady/contract/keeping';
import { counted } from '@steady/core/words';
import { send, useAsked } from '../../app/api';
import { useAct } from '../../app/use-act';
import { DateField, LongTextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { thingsInWords } from './words';

interface Props {
  those: DueThings[];
  onDone(): void;
  onClose(): void;
}

const asThings = (those: DueThings[]) => those.map(({ clientId, kind, folderId }) => ({ clientId, kind, folderId }));
const clientsOf = (those: DueThings[]) => counted(new Set(those.map(({ clientId }) => clientId)).size, 'client');

/** What goes and what stays is seen before anything is destroyed. */
export function DestroyLeaf({ those, onDone, onClose }: Props) {
  const notify = useNotify();
  const { act, busy } = useAct();
  const things = asThings(those);
  const { data: looked, error } = useAsked(keepingRoutes.look, {}, { things });
  const destroy = () =>
    void act(async () => {
      const { goes } = await send(keepingRoutes.decide, {}, { things, destroy: true });
      notify(`${counted(goes, 'thing')} destroyed.`);
      onDone();
    });
  return (
    <Leaf
      open
      title={`Destroy what is chosen of ${clientsOf(those)}?`}
      act={looked && looked.goes > 0 ? `Destroy ${counted(looked.goes, 'thing')} for good` : undefined}
      onClose={onClose}
      onSubmit={destroy}
      busy={busy || looked === undefined}
      problem={error?.message}
    >
      {looked === undefined ? (
        !error && <p className="text-soft">Looking at each …</p>
      ) : (
        <>
          <p className="mb-2">
            {looked.goes === 0 ? (
              'Nothing of it can be destroyed now.'
            ) : (
              <>
                <b>{counted(looked.goes, 'thing')}</b> {looked.goes === 1 ? 'goes' : 'go'} for good: nobody can bring {looked.goes === 1 ? 'it' : 'them'} back.
                That {looked.goes === 1 ? 'it was' : 'they were'} here, and who decided it, stays in the history.
              </>
            )}
          </p>
          <ul className="mb-2 text-table">
            {those.map((one) => (
              <li key={`${one.clientId} ${one.kind} ${one.folderId ?? ''}`}>
                {one.client}: {thingsInWords(one)}, <span className="text-soft">{one.count}</span>
              </li>
            ))}
          </ul>
          {looked.stays.length > 0 && (
            <ul className="mb-2 list-disc pl-5 text-table">
              {looked.stays.map(({ count, why }) => (
                <li key={why}>
                  {count} {count === 1 ? 'stays' : 'stay'}: {why}
                </li>
              ))}
            </ul>
          )}
          <p className="text-table text-soft">Backups keep what they hold until they run out themselves.</p>
        </>
      )}
    </Leaf>
  );
}

/** They stay on, until a day and for a reason; then they come onto a list again. */
export function KeepLongerLeaf({ those, onDone, onClose }: Props) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<DecideThings>({
    input: DecideThings,
    start: { things: asThings(those), destroy: false, reason: '' },
    submit: async (values) => {
      await send(keepingRoutes.decide, {}, values);
      notify(`${counted(those.length, 'line')} kept longer.`);
      onDone();
    },
  });
  const { register, control, formState } = form;
  return (
    <Leaf open title={`Keep what is chosen of ${clientsOf(those)}`} act="Keep it longer" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <DateField label="Through" control={control} name="keepThrough" error={formState.errors.keepThrough?.message} />
      <LongTextField label="Why" {...register('reason')} error={formState.errors.reason?.message} />
    </Leaf>
  );
}
