/** Text as a pattern that finds it anywhere; what LIKE would read as a pattern is escaped. */
export const containing = (text: string) => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

/** Text as a pattern that finds it at the beginning. */
export const beginning = (text: string) => containing(text).slice(1);
