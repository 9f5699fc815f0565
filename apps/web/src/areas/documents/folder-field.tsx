import * as foldersRoutes from '@steady/contract/folders.routes';
import { useData } from '../../app/api';
import { SelectField } from '../../ui/fields';

/** Chosen where something is to lie in no folder. */
export const NO_FOLDER = 'none';

interface Props {
  /** Of one client its own folders; of several those of the firm, which each of them has. */
  clientId: string | null;
  chosen: string;
  label?: string;
  /** What can be chosen before any folder. */
  first?: { value: string; words: string };
  /** It has to lie in one. */
  mustLie?: boolean;
  error?: string;
  field: object;
}

/** The folders to choose from, with who of the client sees what lies in the chosen one. */
export function FolderField({ clientId, chosen, label = 'Folder', first, mustLie = false, error, field }: Props) {
  const { data: ofClient } = useData(foldersRoutes.ofClient, clientId ? { id: clientId } : null);
  const { data: ofFirm } = useData(foldersRoutes.templates, clientId ? null : {});
  const folders: { id: string; name: string; access?: string }[] = ofClient?.folders ?? ofFirm ?? [];
  const access = folders.find(({ id }) => id === chosen)?.access;
  return (
    <SelectField label={label} hint={chosen === NO_FOLDER ? 'only the firm sees it' : access} error={error} {...field}>
      {first && <option value={first.value}>{first.words}</option>}
      {folders.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
      {!mustLie && <option value={NO_FOLDER}>in no folder</option>}
    </SelectField>
  );
}
