import { useState } from 'react';
import { Link } from 'react-router';
import type { JobFileRow } from '@steady/contract/job-files';
import { counted } from '@steady/core/words';
import { ChooseFile } from '../../ui/choose-file';
import { MappingTable } from '../../ui/mapping-table';
import { Page } from '../../ui/page';
import { BeforeStarting } from '../procedures';
import { JobRowsTable, type JobRowKind, KINDS, KIND_WORDS } from './job-rows-table';
import { SeasonStarts } from './season-starts';
import { useJobFile } from './use-job-file';

/** Rows by whose work they begin: a service, a procedure, or none. */
interface Group {
  /** Id of the service or the procedure; "none" for work without one. */
  of: string;
  asked: { serviceId: string } | { procedureId: string } | null;
  clientIds: string[];
}

function groupsOf(rows: readonly JobFileRow[]): Group[] {
  const groups = new Map<string, Group>();
  for (const { verdict } of rows) {
    if (verdict.kind !== 'new') continue;
    const { begins, clientId } = verdict;
    const byService = 'obligationId' in begins;
    const of = byService ? begins.serviceId : (begins.procedureId ?? 'none');
    const asked = byService ? { serviceId: of } : begins.procedureId ? { procedureId: of } : null;
    const group = groups.get(of) ?? { of, asked, clientIds: [] };
    group.clientIds.push(clientId);
    groups.set(of, group);
  }
  return [...groups.values()];
}

const TONES: Partial<Record<JobRowKind, string>> = { wrong: 'late', doubtful: 'soon' };

/** Jobs from a spreadsheet: each row looked at first, then begun together, and undone as one. */
export function JobsFilePage() {
  const { file, busy, done, ...of } = useJobFile();
  const [shown, setShown] = useState<JobRowKind | null>(null);
  const found = file?.found ?? [];
  const ofKind = (kind: JobRowKind) => found.filter((row) => row.verdict.kind === kind);
  const present = (shown && ofKind(shown).length > 0 ? shown : KINDS.find((kind) => ofKind(kind).length > 0)) ?? 'new';
  const fresh = ofKind('new').length;
  return (
    <Page
      above={
        <Link to="/jobs" className="lnk">
          Jobs
        </Link>
      }
      title={file?.name ?? 'Import jobs'}
      sum={
        file ? (
          <>
            {KINDS.filter((kind) => ofKind(kind).length > 0).map((kind, index) => (
              <span key={kind}>
                {index > 0 && ', '}
                <button className={`lnk ${TONES[kind] ?? ''}`} onClick={() => setShown(kind)}>
                  {ofKind(kind).length} {KIND_WORDS[kind]}
                </button>
              </span>
            ))}
            . Nothing is written yet.
          </>
        ) : (
          'From a spreadsheet saved as CSV or XLSX: client, service or procedure, period, dates, people and fee. Nothing begins until you have seen what would.'
        )
      }
      tools={
        file && (
          <span className="ml-auto flex gap-3">
            <button className="act-quiet" disabled={busy} onClick={of.close}>
              Another file
            </button>
            <button className="act" disabled={busy || fresh === 0} onClick={of.begin}>
              {done === null ? `Begin ${counted(fresh, 'job')}` : `Beginning, row ${done} of ${file.rows.length}`}
            </button>
          </span>
        )
      }
      margin={<SeasonStarts />}
    >
      {!file && <ChooseFile about="one job a line" accept=".csv,.txt,.tsv,.xlsx,text/csv" busy={busy} onChoose={of.choose} />}
      {file && (
        <>
          <MappingTable
            key={file.mapping.join()}
            of={{ ...file, samples: file.headings.map((_, at) => file.rows.slice(0, 3).flatMap((row) => row[at] || [])) }}
            toLookAt={false}
            busy={busy}
            onUse={of.map}
          />
          <div className="mt-4">
            {groupsOf(found).map(
              (group) =>
                group.asked && (
                  <BeforeStarting
                    key={group.of}
                    asked={{ ...group.asked, clientIds: group.clientIds }}
                    begins={file.begins[group.of] ?? {}}
                    onBegins={(next) => of.settle(group.of, next)}
                  />
                ),
            )}
          </div>
          <h2 className="mt-6 mb-1">
            {ofKind(present).length} {KIND_WORDS[present]}
          </h2>
          <JobRowsTable
            kind={present}
            rows={ofKind(present)}
            file={file}
            doubts={file.doubts}
            decided={file.decided}
            busy={busy}
            onDecide={of.decide}
            onMend={of.mend}
          />
        </>
      )}
    </Page>
  );
}
