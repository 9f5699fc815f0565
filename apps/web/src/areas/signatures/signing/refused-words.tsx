/** Why something was not taken, above the form that was sent. */
export const RefusedWords = ({ words }: { words: string | null }) =>
  words && (
    <p role="alert" className="mb-2 border border-rust bg-rust-tint px-2 py-1 text-table">
      {words}
    </p>
  );
