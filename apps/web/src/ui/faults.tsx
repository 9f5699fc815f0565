/** What is wrong with a page as a whole, a sentence each; nothing where nothing is. */
export function Faults({ of }: { of: readonly string[] }) {
  if (of.length === 0) return null;
  return (
    <ul role="alert" className="mb-3 border border-rust bg-rust-tint px-3 py-2 text-table">
      {of.map((fault) => (
        <li key={fault}>{fault}</li>
      ))}
    </ul>
  );
}
