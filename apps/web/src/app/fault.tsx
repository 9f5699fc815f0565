import { useRouteError } from 'react-router';

/** Shown when a page itself breaks. */
export function Fault() {
  const error = useRouteError();
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1>This page broke</h1>
      <p className="mt-2">The fault is ours. Nothing that was saved is lost; load the page again.</p>
      <pre className="sheet mt-4 overflow-auto p-3 text-fine text-soft">{error instanceof Error ? error.message : String(error)}</pre>
      <button className="act mt-4" onClick={() => window.location.reload()}>
        Load again
      </button>
    </main>
  );
}
