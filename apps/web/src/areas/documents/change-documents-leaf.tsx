import { titleOf } from '@steady/core/documents';
import { counted } from '@steady/core/words';
import { ChangeDocuments, DOCUMENTS_TOGETHER, type DocumentPage } from '@steady/contract/documents';
import * as documentsRoutes from '@steady/contract/documents.routes';
import { send } from '../../app/api';
import { TextField, TickField } from '../../ui/fields';
import { FolderField, NO_FOLDER } from './folder-field';
import { asNumber, useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { PersonSelect } from '../../ui/person-select';
import { useNotify } from '../../ui/toasts';
import { doneInWords, inParts } from './together';

const AS_IT_IS = 'as it is';
const NOBODY = NO_FOLDER;

/** What was chosen of a record, where something was: nothing of it is null. */
const chosen = <Key extends string>(key: Key, value: string | null | undefined): { [K in Key]?: string | null } =>
  (value === AS_IT_IS || value === undefined ? {} : { [key]: value === NO_FOLDER ? null : value }) as { [K in Key]?: string | null };

/** What the form holds when it is opened: of one how it is, of many that each stays as it is. */
const atFirst = (documents: Props['documents'], one: DocumentPage | undefined): ChangeDocuments => ({
  // Those of the first part: the others go after it.
  documentIds: documents.slice(0, DOCUMENTS_TOGETHER).map(({ id }) => id),
  ...(one
    ? { folderId: one.folderId ?? NO_FOLDER, year: one.year, what: one.what ?? '', assignedTo: one.assignedTo ?? NOBODY, lookedAt: one.lookedAt === null }
    : { folderId: AS_IT_IS, assignedTo: AS_IT_IS, lookedAt: true }),
});

interface Props {
  documents: readonly { id: string; clientId: string }[];
  /** The document, where it is one alone. */
  one?: DocumentPage;
  onClose(): void;
}

/** Files documents in, renames one, gives them to somebody: of one, or of many together. What is left as it is stays so. */
export function ChangeDocumentsLeaf({ documents, one, onClose }: Props) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeDocuments>({
    input: ChangeDocuments,
    start: atFirst(documents, one),
    tidy: ({ folderId, assignedTo, lookedAt, ...rest }) => ({
      ...rest,
      ...chosen('folderId', folderId),
      ...chosen('assignedTo', assignedTo),
      ...(lookedAt ? { lookedAt } : {}),
    }),
    submit: async (values) => {
      const ids = documents.map(({ id }) => id);
      notify(doneInWords('Changed', await inParts(ids, (documentIds) => send(documentsRoutes.change, {}, { ...values, documentIds }))));
      onClose();
    },
  });
  const { register, formState, watch } = form;
  const { errors } = formState;
  const clients = new Set(documents.map(({ clientId }) => clientId));
  return (
    <Leaf
      open
      title={one ? titleOf(one) : `Change ${counted(documents.length, 'document')}`}
      act="Save"
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      <FolderField
        clientId={clients.size === 1 ? [...clients][0]! : null}
        chosen={watch('folderId') ?? NO_FOLDER}
        error={errors.folderId?.message}
        first={one ? undefined : { value: AS_IT_IS, words: 'as they are' }}
        field={register('folderId')}
      />
      <TextField
        narrow
        inputMode="numeric"
        label="Year"
        hint={one ? undefined : 'Left empty, each keeps its own.'}
        {...register('year', { setValueAs: asNumber })}
        error={errors.year?.message}
      />
      {one && <TextField label="What it is" hint={`The file is called ${one.name}. That name is kept.`} {...register('what')} error={errors.what?.message} />}
      <PersonSelect
        label="To be looked at by"
        nobody={one ? 'nobody in particular' : 'as they are'}
        nobodyIs={one ? NOBODY : AS_IT_IS}
        {...register('assignedTo')}
        error={errors.assignedTo?.message}
      />
      {!one?.lookedAt && <TickField label={one ? 'Looked at' : 'All looked at'} {...register('lookedAt')} />}
    </Leaf>
  );
}
