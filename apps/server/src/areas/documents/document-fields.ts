import { sql } from 'drizzle-orm';
import { FOLDER_RIGHTS } from '@steady/core/documents';
import type { ListField } from '../../platform/lists';
import { clientName } from '../clients';
import { jobName } from '../jobs';
import { personField } from '../team';

const client = clientName(sql`d.client_id`);

/** The fields of every document `d` in its folder `f`, one of the firm's, `t`, or its client's alone. */
export const documentFields: ListField[] = [
  { key: 'title', name: 'Document', kind: 'text', value: sql`coalesce(d.what, d.name)`, sort: sql`coalesce(d.what, d.name) collate "unicode"` },
  { key: 'client', name: 'Client', kind: 'text', value: client, sort: sql`${client} collate "unicode"` },
  { key: 'folder', name: 'Folder', kind: 'text', value: sql`coalesce(f.name, t.name)`, sort: sql`coalesce(f.name, t.name) collate "unicode"` },
  { key: 'job', name: 'Job', kind: 'text', value: jobName(sql`d.job_id`) },
  { key: 'by', name: 'From', kind: 'text', value: sql`d.by` },
  { key: 'at', name: 'Came in', kind: 'date', value: sql`d.at::date`, sort: sql`d.at` },
  { key: 'size', name: 'Size in kB', kind: 'number', value: sql`ceil(d.bytes / 1000.0)::float8` },
  { key: 'file', name: 'File', kind: 'text', value: sql`d.name` },
  { key: 'year', name: 'Year', kind: 'text', value: sql`d.year::text` },
  { key: 'right', name: 'Who sees it', kind: 'choice', choices: FOLDER_RIGHTS, value: sql`coalesce(f."right", t."right", 'firm only')` },
  { key: 'outside', name: 'Sent by the client', kind: 'yes or no', value: sql`d.from_outside` },
  { key: 'looked', name: 'Looked at', kind: 'date', value: sql`d.looked_at::date` },
  personField('assigned', 'To be looked at by', 'd.assigned_to'),
  { key: 'versions', name: 'Versions before', kind: 'number', value: sql`d.earlier` },
];
