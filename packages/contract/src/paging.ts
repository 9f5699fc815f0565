/** Lists that answer with their rows alone do so a page at a time; a full page may have another after it. */
export const FULL_PAGE = 100;
