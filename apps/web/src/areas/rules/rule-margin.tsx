import * as rulesRoutes from '@steady/contract/rules.routes';
import { conditionInWords } from '@steady/core/conditions';
import { type FilingRule, type RuleVersion, versionInWords } from '@steady/core/obligations';
import type { RuleView } from '@steady/contract/rules';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Note } from '../../ui/page';

interface Props {
  rule?: RuleView;
  /** As it is being written, and the version of it that is looked at. */
  of: FilingRule;
  version: RuleVersion;
  onTry(): void;
}

/** A rule in words as it is being written, and what changed in the shipped one since it was copied. */
export function RuleMargin({ rule, of, version, onTry }: Props) {
  const session = useSession();
  const { act } = useAct();
  const seen = (id: string) => act(() => send(rulesRoutes.seen, { id }), 'Noted. Your copy stays as it is.');
  return (
    <>
      <Note title="In words">
        <p className="mb-1">Clients: {conditionInWords(of.appliesTo)}.</p>
        {versionInWords(version).map((line) => (
          <p key={line}>{line}</p>
        ))}
        {rule && (
          <button className="lnk mt-2" onClick={() => onTry()}>
            Try the {rule.version !== null ? 'rule as it was saved' : 'shipped rule'}
          </button>
        )}
      </Note>
      {rule?.shippedChanged && (
        <Note title="The shipped rule changed">
          <p className="mb-1 text-soft">Since this copy was taken from {rule.copiedFrom}. The copy is as you left it.</p>
          {rule.shippedChanged.gone.map((line) => (
            <p key={line} className="mb-1">
              <b>No longer:</b> {line}
            </p>
          ))}
          {rule.shippedChanged.added.map((line) => (
            <p key={line} className="mb-1">
              <b>Now:</b> {line}
            </p>
          ))}
          {session.may('change services') && (
            <button className="lnk mt-1" onClick={() => void seen(rule.id)}>
              Mark as seen
            </button>
          )}
        </Note>
      )}
    </>
  );
}
