import { SUPPLIED_PROCEDURES } from '@steady/core/supplied';
import { type Check, type InputClass, type InputField, fieldsOf } from '../src/platform/http/input-fields';

/** What a value of some check looks like; `pick` gives an id for a field by its name. */
type Pick = (field: string) => string;

const MATCHING = ['1', '10', '2026', '2026-03', '000000', 'A', 'a', 'monthly', 'EUR', '#1b2a33', '2026-03-20', '09:00', '+353 1 555 0100', 'dunmarra'];

function valueOf({ name, checks, nested }: InputField, pick: Pick): unknown {
  const entry = (each: Check[]): unknown => {
    const has = (check: string) => each.find((one) => one.name === check);
    const low = Number(has('min')?.constraints[0] ?? 1);
    if (nested) return sampleOf(nested, pick);
    if (has('isUuid')) return pick(name);
    if (has('isIn')) return (has('isIn')!.constraints[0] as unknown[])[0];
    if (has('isMail')) return 'somebody@harbour.example';
    if (has('isDay')) return '2026-03-20';
    if (has('isMonthDay')) return '12-31';
    if (has('isIban')) return 'IE29AIBK93115212345678';
    if (has('isRhythm')) return 'monthly';
    if (has('isBoolean')) return true;
    if (has('isInt')) return Math.max(low, Math.min(1, Number(has('max')?.constraints[0] ?? 1)));
    if (has('isFigure')) return Math.max(low, 1);
    if (has('isProcedure')) return { phases: SUPPLIED_PROCEDURES[0]!.phases };
    if (has('isObject')) return {};
    if (has('matches')) return MATCHING.find((text) => (has('matches')!.constraints[0] as RegExp).test(text)) ?? 'x';
    return 'Harbour lights at seven'
      .padEnd(Number(has('minLength')?.constraints[0] ?? 0), 'x')
      .slice(0, Number(has('isText')?.constraints[0] ?? has('isLine')?.constraints[0] ?? has('maxLength')?.constraints[0] ?? 60));
  };
  if (!checks.some((check) => check.name === 'isArray')) return entry(checks);
  const least = Number(checks.find((check) => check.name === 'arrayMinSize')?.constraints[0] ?? 1);
  return Array.from({ length: least }, () => entry(checks.filter((check) => check.each)));
}

/** An input of a class as its checks want it: every field filled in. */
export const sampleOf = (input: InputClass, pick: Pick): Record<string, unknown> =>
  Object.fromEntries(fieldsOf(input).map((field) => [field.name, valueOf(field, pick)]));
