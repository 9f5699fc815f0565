import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { useState } from 'react';
import type { AskView, PartyView } from '@steady/contract/asks';
import { ChangeSigners, type SignaturePart } from '@steady/contract/signatures';
import { send } from '../../app/api';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { useContactsOf } from './place';
import { type MaySign, type Signers, SignersField, useOurs } from './signers-field';

interface Props {
  ask: AskView<SignaturePart>;
  onClose(): void;
}

/** Who signs after those who know of it: others, in another order, or nobody. */
export function ChangeSignersLeaf({ ask, onClose }: Props) {
  const contacts = useContactsOf(ask);
  const ours = useOurs([]);
  const isThere = ask.parties.every(({ memberId }) => memberId === null || ours.some(({ id }) => id === memberId));
  if (!contacts || !isThere) return null;
  return <Change ask={ask} contacts={contacts} ours={ours} onClose={onClose} />;
}

const whoOf = ({ contactId, memberId }: PartyView) => contactId ?? memberId;

function Change({ ask, contacts, ours, onClose }: Props & { contacts: NonNullable<ReturnType<typeof useContactsOf>>; ours: readonly MaySign[] }) {
  const notify = useNotify();
  const known = ask.parties.filter(({ state }) => state !== 'ahead');
  const ahead = ask.parties.filter(({ state }) => state === 'ahead');
  const [signers, setSigners] = useState<Signers>(() => {
    const others: MaySign[] = contacts.filter(({ id, signs }) => signs && !known.some((party) => whoOf(party) === id));
    const people = ahead.flatMap((party) => others.find(({ id }) => id === whoOf(party)) ?? ours.find(({ id }) => id === whoOf(party)) ?? []);
    const together = people.filter(({ id }) => {
      const at = ask.parties.findIndex((party) => whoOf(party) === id);
      return at > 0 && ask.parties[at]!.position === ask.parties[at - 1]!.position;
    });
    return {
      people: [...people, ...others.filter((one) => !people.includes(one))],
      chosen: people.map(({ id }) => id),
      together: together.map(({ id }) => id),
      numbers: {},
      days: {},
    };
  });
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeSigners>({
    input: ChangeSigners,
    start: { signerIds: [...signers.chosen], together: [...signers.together] },
    submit: async (values) => {
      await send(signaturesRoutes.changeSigners, { id: ask.id }, values);
      notify('Who signs is changed.');
      onClose();
    },
  });
  const put = (next: Signers) => {
    setSigners(next);
    const after = next.people.filter(({ id }) => next.chosen.includes(id)).map(({ id }) => id);
    form.setValue('signerIds', after, { shouldDirty: true });
    form.setValue(
      'together',
      after.filter((id) => next.together.includes(id)),
    );
  };
  return (
    <Leaf open title="Change who signs" act="Save" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      {known.length > 0 && (
        <p className="mb-2 text-table text-soft">
          {known.map(({ name }) => name).join(', ')} {known.length === 1 ? 'stays' : 'stay'} where they stand: whoever was told is replaced, not left out.
        </p>
      )}
      <SignersField {...signers} onPut={put} after={known.length} error={form.formState.errors.signerIds?.message} />
      <p className="text-table text-soft">
        Whoever is added signs the document as a whole; the places of whoever is left out are given up. Each is told when it is their turn.
      </p>
    </Leaf>
  );
}
