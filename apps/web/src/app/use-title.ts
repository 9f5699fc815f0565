import { useEffect } from 'react';

/** What the browser calls the page: a client reads the name of the firm there, never the product's. */
export function useTitle(title: string | undefined): void {
  useEffect(() => {
    if (title) document.title = title;
  }, [title]);
}

export const PRODUCT = 'Steady Almanac';
