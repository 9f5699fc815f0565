import type { ReactNode } from 'react';

/** A part of a service, worked down from the top: what it is about at the left, its fields beside. */
export function Part({ n, title, hint, children }: { n: number; title: string; hint?: string; children: ReactNode }) {
  return (
    <section className="grid grid-cols-[200px_minmax(0,1fr)] gap-x-6 border-t border-rule px-5 py-4 max-md:grid-cols-1" aria-label={title}>
      <div className="mb-2">
        <h2 className="text-[16px]">
          {n}. {title}
        </h2>
        {hint && <p className="text-fine text-soft">{hint}</p>}
      </div>
      <div className="max-w-[620px]">{children}</div>
    </section>
  );
}
