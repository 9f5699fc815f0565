import type { ReactNode } from 'react';
import { PRODUCT, useTitle } from '../../app/use-title';

/** The quiet page on which somebody who is not in yet finds what to do. */
export function DoorFrame({ title, problem, broad, children }: { title: string; problem?: string | null; broad?: boolean; children: ReactNode }) {
  useTitle(PRODUCT);
  return (
    <main className={`mx-auto px-6 pt-[9vh] pb-16 max-sm:px-4 ${broad ? 'max-w-3xl' : 'max-w-md'}`}>
      <p className="font-serif text-base text-soft">{PRODUCT}</p>
      <h1 className="text-[32px] max-sm:text-[26px]">{title}</h1>
      {problem && (
        <p role="alert" className="mt-5 border border-rust bg-rust-tint px-3 py-2">
          {problem}
        </p>
      )}
      {children}
    </main>
  );
}
