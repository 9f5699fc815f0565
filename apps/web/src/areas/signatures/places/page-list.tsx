import type { FieldsOfPage } from '@steady/core/signing';

/** The pages, with what is to be filled in on each; pressed, one is shown. */
export function PageList({ pages, current, onPage }: { pages: readonly FieldsOfPage[]; current: number; onPage(page: number): void }) {
  return (
    <>
      <h2>Pages</h2>
      <ol className="mt-1 max-h-[360px] overflow-y-auto text-table">
        {pages.map(({ page, words, without }) => (
          <li key={page} className="border-b border-rule-soft">
            <button
              type="button"
              aria-current={page === current ? 'page' : undefined}
              onClick={() => onPage(page)}
              className={`flex w-full gap-2 px-2 py-1 text-left max-sm:min-h-11 max-sm:items-center ${page === current ? 'bg-page' : ''}`}
            >
              <b className="w-6 shrink-0">{page}</b>
              <span className={without.length > 0 ? 'soon' : 'text-soft'}>
                {words || 'nothing to fill in'}
                {without.length > 0 && `; no signature of ${without.join(' and ')}`}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </>
  );
}
