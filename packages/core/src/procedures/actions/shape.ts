export const isText = (value: unknown, longest: number): value is string => typeof value === 'string' && value.trim() !== '' && value.length <= longest;
export const isList = (value: unknown, longest: number): value is Record<string, unknown>[] =>
  Array.isArray(value) && value.length <= longest && value.every((one) => typeof one === 'object' && one !== null);
export const isCount = (value: unknown, most: number) => Number.isInteger(value) && (value as number) >= 0 && (value as number) <= most;
