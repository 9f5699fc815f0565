import * as foldersRoutes from '@steady/contract/folders.routes';
import { useData } from '../../app/api';
import { ChoiceInput } from '../../ui/choice-input';

interface Props {
  clientId: string;
  /** The id of a folder; empty for the one that takes it. */
  value: string;
  onChange(value: string): void;
}

/** Chooses where documents go, and says who sees them there. */
export function FolderChoice({ clientId, value, onChange }: Props) {
  const { data } = useData(foldersRoutes.ofClient, { id: clientId });
  if (!data || data.folders.length === 0) return null;
  const chosen = data.folders.find((one) => one.id === value);
  return (
    <span className="flex flex-wrap items-center gap-x-2 text-table">
      <label className="flex items-center gap-2">
        Into
        <span className="w-56">
          <ChoiceInput className="field" value={value} onChange={(event) => onChange(event.target.value)}>
            <option value="">the usual folder</option>
            {data.folders.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </ChoiceInput>
        </span>
      </label>
      <span className="text-soft">{chosen ? chosen.access : 'as the folders of the firm take it'}</span>
    </span>
  );
}
