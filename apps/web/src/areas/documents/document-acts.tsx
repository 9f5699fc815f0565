import { useState } from 'react';
import { titleOf } from '@steady/core/documents';
import type { DocumentPage } from '@steady/contract/documents';
import * as documentsRoutes from '@steady/contract/documents.routes';
import { addressOf, send } from '../../app/api';
import { useBrought } from '../../app/brought';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { FileButton } from '../../ui/file-input';
import { MoreMenu } from '../../ui/more-menu';
import { useNotify } from '../../ui/toasts';
import { OpenLeaf } from '../conversations';
import { ChangeDocumentsLeaf } from './change-documents-leaf';
import { addUploads } from './uploads';

/** What can be done with a document where it lies. */
export function DocumentActs({ of }: { of: DocumentPage }) {
  const notify = useNotify();
  const mayWork = useSession().may('do work');
  const { act, busy } = useAct();
  const [changing, setChanging] = useState(false);
  const [writing, setWriting] = useState(false);
  const acts = useBrought('documentActs').filter(({ isFor }) => isFor(of));
  const [doing, setDoing] = useState<(typeof acts)[number] | null>(null);
  const save = (
    <a className="act-quiet" href={addressOf(documentsRoutes.content, { id: of.id })}>
      Save
    </a>
  );
  if (!mayWork) return <p className="mt-2">{save}</p>;
  const title = titleOf(of);
  const bringBack = () => act(() => send(documentsRoutes.bringBack, {}, { documentIds: [of.id] }), `Brought back ${title}.`);
  const takeOut = () =>
    act(async () => {
      await send(documentsRoutes.takeOut, {}, { documentIds: [of.id] });
      notify(`Took out ${title}. It can be brought back for 30 days.`, 'done', { words: 'Bring it back', act: () => void bringBack() });
    });
  const look = (lookedAt: boolean) =>
    act(
      () => send(documentsRoutes.change, {}, { documentIds: [of.id], lookedAt }),
      lookedAt ? `Looked at ${title}.` : `${title} stands among those to look at again.`,
    );
  if (of.takenOutAt)
    return (
      <p className="mt-2 flex gap-3">
        <button className="act" disabled={busy} onClick={() => void bringBack()}>
          Bring it back
        </button>
        {save}
      </p>
    );
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2.5">
      {!of.lookedAt && (
        <button className="act" disabled={busy} onClick={() => void look(true)}>
          Looked at
        </button>
      )}
      <button className="act-quiet" onClick={() => setChanging(true)}>
        File in, rename, assign
      </button>
      {save}
      {!of.heldBy && <FileButton words="New version" onFiles={(files) => addUploads({ to: 'document', of: of.id }, files.slice(0, 1))} />}
      <MoreMenu
        of={title}
        acts={[
          ...(of.lookedAt ? [{ words: 'Not looked at after all', act: () => void look(false) }] : []),
          ...acts.map((one) => ({ words: one.words, act: () => setDoing(one) })),
          { words: 'Write about it', act: () => setWriting(true) },
          ...(of.heldBy ? [] : [{ words: 'Take out', act: () => void takeOut() }]),
        ]}
      />
      {of.heldBy && <span className="text-fine text-soft">Neither replaced nor taken out: {of.heldBy}.</span>}
      {doing && <doing.Opens document={of} onClose={() => setDoing(null)} />}
      {writing && <OpenLeaf of={{ client: { id: of.clientId, name: of.client }, document: { id: of.id, name: title } }} onClose={() => setWriting(false)} />}
      {changing && <ChangeDocumentsLeaf documents={[of]} one={of} onClose={() => setChanging(false)} />}
    </div>
  );
}
