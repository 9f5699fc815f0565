import { useState } from 'react';
import { counted } from '@steady/core/words';
import type { FolderView } from '@steady/contract/documents';
import * as foldersRoutes from '@steady/contract/folders.routes';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { Leaf } from '../../ui/leaf';
import { FolderForm } from './folder-form';

/** The folders of a client, who sees each, and one of its own. */
export function FoldersLeaf({ clientId, onClose }: { clientId: string; onClose(): void }) {
  const { data } = useData(foldersRoutes.ofClient, { id: clientId });
  const mayWork = useSession().may('do work');
  const [changing, setChanging] = useState<FolderView | 'new' | null>(null);
  if (data && changing) return <FolderForm of={changing === 'new' ? null : changing} all={data} clientId={clientId} onClose={() => setChanging(null)} />;
  return (
    <Leaf open title="Folders and who sees them" onClose={onClose} broad>
      <ul className="divide-y divide-rule">
        {data?.folders.map((one) => (
          <li key={one.id} className="flex flex-wrap items-baseline gap-x-3 py-2">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{one.name}</span>
              {one.own && <span className="text-fine text-soft"> this client’s alone</span>}
              <span className={`block text-table ${one.right === 'firm only' ? 'text-soft' : 'soon'}`}>{one.access}</span>
            </span>
            <span className="num text-table text-soft">{one.documents > 0 && counted(one.documents, 'document')}</span>
            {mayWork && (
              <button type="button" className="lnk text-table" aria-label={`Change ${one.name}`} onClick={() => setChanging(one)}>
                Change
              </button>
            )}
          </li>
        ))}
      </ul>
      {mayWork && (
        <button type="button" className="act-quiet mt-4" onClick={() => setChanging('new')}>
          Add a folder for this client
        </button>
      )}
    </Leaf>
  );
}
