/** What was done to many at once, with the way to take it back while it stands there. */
export function DoneTogether({ said, undo, onGood }: { said: string; undo?: { words: string; act(): void; busy: boolean }; onGood(): void }) {
  return (
    <p className="mb-2 flex items-baseline gap-4 border border-rule bg-page px-3 py-1.5 text-table" role="status">
      {said}
      {undo && (
        <button className="lnk whitespace-nowrap" disabled={undo.busy} onClick={undo.act}>
          {undo.words}
        </button>
      )}
      <button className="lnk ml-auto text-soft" onClick={onGood}>
        Good
      </button>
    </p>
  );
}
