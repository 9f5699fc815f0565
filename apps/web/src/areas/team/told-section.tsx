import * as noticesRoutes from '@steady/contract/notices.routes';
import { HOW_TOLD, type HowTold, NOTICES_OF, type NoticeOf } from '@steady/core/notices';
import { send, useData } from '../../app/api';
import { useAct } from '../../app/use-act';
import { SelectField } from '../../ui/fields';

const OF_WORDS: Record<NoticeOf, string> = {
  'came in': 'Something came in',
  completed: 'All that was asked is there',
  asked: 'A client asks something',
};
const HOW_WORDS: Record<HowTold, string> = {
  'at once': 'in the application, and by mail at once',
  'once a day': 'in the application, and by one mail in the morning',
  not: 'in the application only',
};

/** How one is told of what clients do. Each choice is kept at once. */
export function ToldSection() {
  const { act, busy } = useAct();
  const { data } = useData(noticesRoutes.telling);
  if (!data) return null;
  const { telling } = data;
  return (
    <section className="mt-6 max-w-3xl">
      <h2 className="mb-1">How you are told</h2>
      <p className="mb-2 text-table text-soft">Of what you asked for, and of the jobs that you prepare; of those that you manage where nobody prepares them.</p>
      <div className="grid grid-cols-3 gap-x-4 max-sm:grid-cols-1">
        {NOTICES_OF.map((of) => (
          <SelectField
            key={of}
            label={OF_WORDS[of]}
            disabled={busy}
            value={telling[of]}
            onChange={({ target }) =>
              void act(
                () => send(noticesRoutes.setTelling, {}, { telling: { ...telling, [of]: target.value as HowTold } }),
                `${OF_WORDS[of]}: you are told ${HOW_WORDS[target.value as HowTold]}.`,
              )
            }
          >
            {HOW_TOLD.map((how) => (
              <option key={how} value={how}>
                {HOW_WORDS[how]}
              </option>
            ))}
          </SelectField>
        ))}
      </div>
    </section>
  );
}
