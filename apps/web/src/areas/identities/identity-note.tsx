import * as identitiesRoutes from '@steady/contract/identities.routes';
import { useState } from 'react';
import { identityInWords } from '@steady/core/identities';
import type { IdentityView } from '@steady/contract/identities';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Confirm } from '../../ui/leaf';
import { Note } from '../../ui/page';
import { dayInWords } from '../../ui/words';
import { IdentityLeaf } from './identity-leaf';

/** How the firm knows that a person is who they say, as a note beside their page. */
export function IdentityNote({ person }: { person: { id: string; name: string } }) {
  const { may, day } = useSession();
  const { data: all } = useData(identitiesRoutes.list, { id: person.id });
  const { act, busy } = useAct();
  const [noting, setNoting] = useState(false);
  const [taking, setTaking] = useState<IdentityView | null>(null);
  if (!all) return null;
  const takeBack = (id: string) =>
    void act(async () => {
      await send(identitiesRoutes.takeBack, { id });
      setTaking(null);
    }, 'It is taken back. What was signed before says what was known then.');
  return (
    <Note title="Identity">
      {all.length === 0 && <p className="text-soft">Nobody has noted how we know who they are.</p>}
      <ul>
        {all.map((one) => (
          <li key={one.id} className="mb-1">
            <span className={one.isGood ? '' : 'text-soft line-through'}>{identityInWords(one).replace(/^./, (letter) => letter.toUpperCase())}</span>
            {one.number && <span className="text-soft">, {one.number}</span>}
            {one.goodUntil && (
              <span className={one.isGood ? 'block text-soft' : 'late block'}>
                {one.isGood ? 'good until' : 'ran out'} {dayInWords(one.goodUntil, day)}
              </span>
            )}
            {may('change clients') && (
              <button className="lnk block text-fine" onClick={() => setTaking(one)}>
                Take it back
              </button>
            )}
          </li>
        ))}
      </ul>
      {may('change clients') && (
        <button className="lnk" onClick={() => setNoting(true)}>
          Note how it was confirmed
        </button>
      )}
      {noting && <IdentityLeaf person={person} onClose={() => setNoting(false)} />}
      <Confirm
        open={taking !== null}
        title={`Take back how ${person.name} was confirmed?`}
        act="Take it back"
        onClose={() => setTaking(null)}
        busy={busy}
        onYes={() => taking && takeBack(taking.id)}
      >
        Do so where it was noted in error. Documents that ask for it cannot be signed by {person.name} until it is noted again.
      </Confirm>
    </Note>
  );
}
