import { useState } from 'react';
import { ProblemError, upload } from '../../app/api';

/** Files documents in a job; says what could not be kept. `onAdded` gets the id of each. */
export function AddDocument({ jobId, label = 'Add a document', onAdded }: { jobId: string; label?: string; onAdded?(id: string): void }) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const add = async (files: readonly File[]) => {
    setBusy(true);
    setProblem(null);
    try {
      for (const file of files) onAdded?.((await upload<{ id: string }>(`/api/jobs/${jobId}/documents`, file)).id);
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="mb-3">
      <label className="act-quiet inline-block cursor-pointer focus-within:outline-2 focus-within:outline-kelp">
        {busy ? 'Being filed …' : label}
        <input
          type="file"
          multiple
          className="sr-only"
          disabled={busy}
          onChange={({ target }) => {
            void add([...(target.files ?? [])]);
            target.value = '';
          }}
        />
      </label>
      {problem && (
        <p role="alert" className="mt-1.5 border border-rust bg-rust-tint px-3 py-1.5 text-table">
          {problem}
        </p>
      )}
    </div>
  );
}
