import { isOurTurn } from '@steady/core/asks';
import { type CivilDate, civil } from '@steady/core/calendar';
import { counted } from '@steady/core/words';
import type { AskView } from '@steady/contract/asks';
import { dayInWords, waitedWords } from '../../ui/words';

/** Where an ask stands, in words, and how loud they are. */
export function standsInWords(ask: AskView, day: CivilDate): { words: string; tone: string } {
  switch (ask.state) {
    case 'with the client': {
      const since = ask.owed[0]?.since ?? ask.stateSince;
      const waited = waitedWords(since, day);
      const late = ask.trouble === 'overdue' ? `, ${counted(civil(ask.wantedBy).until(day).days, 'day')} over` : '';
      return { words: `${waited === 'today' ? 'asked today' : `with the client for ${waited}`}${late}`, tone: late ? 'late' : 'soon' };
    }
    case 'with us':
      if (ask.trouble === 'nobody was told') return { words: `nobody could be written to${ask.jobId === null ? '' : ': a task stands for it'}`, tone: 'late' };
      return { words: ask.forUs.some(isOurTurn) ? 'with us, to sign' : 'with us, to look at', tone: 'soon' };
    case 'planned':
      return { words: `goes out ${dayInWords(ask.sendOn!, day)}`, tone: 'text-soft' };
    case 'done':
      return { words: 'done', tone: 'good' };
    case 'refused':
      return { words: 'refused', tone: 'late' };
    default:
      return { words: ask.state, tone: 'text-soft' };
  }
}
