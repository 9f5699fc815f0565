/** Whether a piece of data is text with something in it, of at most so many characters. */
export const isText = (value: unknown, longest: number): value is string => typeof value === 'string' && value.trim() !== '' && value.length <= longest;
/** Whether it is a list of objects, at most so many. */
export const isList = (value: unknown, longest: number): value is Record<string, unknown>[] =>
  Array.isArray(value) && value.length <= longest && value.every((one) => typeof one === 'object' && one !== null);
/** Whether it is a whole number from zero to a most. */
export const isCount = (value: unknown, most: number) => Number.isInteger(value) && (value as number) >= 0 && (value as number) <= most;
