import type { UseFormRegisterReturn } from 'react-hook-form';
import { counted } from '@steady/core/words';
import type { SendPreview } from '@steady/contract/requests';
import { TickField } from '../../ui/fields';

interface After {
  preview: SendPreview;
  hasJob: boolean;
  chosen: readonly string[];
  together: readonly string[];
  invite: UseFormRegisterReturn;
}

/** Below what goes out: who can be invited with it, and who is asked later. */
export function AfterLook({ preview: { messages, nobody, neverIn = [] }, hasJob, chosen, together, invite }: After) {
  return (
    <>
      {neverIn.length > 0 && (
        <TickField
          label={`${neverIn.join(' and ')} never came into the portal: send ${neverIn.length === 1 ? 'an invitation' : 'invitations'} as well`}
          {...invite}
        />
      )}
      <p className="text-table text-soft">
        {hasJob && messages.length === 0 && nobody.length > 0 && 'A task to have it signed on paper takes its place. '}
        {chosen.length > 1 && laterInWords(chosen, together)}
      </p>
    </>
  );
}

/** Who is asked later: those behind the first, and behind those who sign at the same time as the first. */
function laterInWords(chosen: readonly string[], together: readonly string[]): string {
  const behind = chosen.slice(1);
  const first = behind.findIndex((id) => !together.includes(id));
  const [now, later] = first < 0 ? [behind.length, 0] : [first, behind.length - first];
  return [
    ...(now > 0 ? [`${counted(now, 'more person is', 'more people are')} asked at the same time.`] : []),
    ...(later > 0 ? [`${counted(later, 'more person', 'more people')} will be asked when it is their turn.`] : []),
  ].join(' ');
}
