import type { ReactNode } from 'react';
import type { ProblemError } from '../app/api';

/** A page of the firm that anybody may open: whose it is, and what it is about. @param logo address of it; null where the firm has none */
export function PublicPage({ firm, logo, wide = false, children }: { firm: string; logo: string | null; wide?: boolean; children: ReactNode }) {
  return (
    <main className={`mx-auto px-[18px] pt-3 pb-16 ${wide ? 'max-w-2xl' : 'max-w-xl'}`}>
      <header className="flex items-center gap-3 border-b border-ink pt-1 pb-2.5">
        {logo !== null && <img src={logo} alt="" className="max-h-10 max-w-32" />}
        <span className="font-serif text-[15px] font-semibold">{firm}</span>
      </header>
      {children}
    </main>
  );
}

/** Why there is no such page. */
export const NoPublicPage = ({ error }: { error: ProblemError }) => (
  <main className="mx-auto max-w-md px-[18px] pt-16">
    <h1>{error.problem.title}</h1>
    <p className="mt-2">{error.message}</p>
  </main>
);
