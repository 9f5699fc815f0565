import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNotEmpty,
  IsString,
  IsUUID,
  MaxLength,
  MinLength,
  ValidateBy,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { plainIdentifier } from '@steady/core/matching';
import type { FactDefinition, KeyedFact, KnownFacts } from '@steady/core/facts';
import { Address } from './contacts';
import { IsDay, IsIban, IsLine, IsMoney, IsMonthDay, IsNotBefore, LeftOut, Trimmed, TrimmedToSome, WantedIf } from './checks';

/** Letters and digits that fit a pattern once blanks and signs are taken out. */
const IsCode = (pattern: RegExp, message: string) =>
  ValidateBy({ name: 'isCode', validator: { validate: (value: unknown) => typeof value === 'string' && pattern.test(plainIdentifier(value)) } }, { message });

/** What a fact's value has to be. */
function checksOf(fact: FactDefinition): PropertyDecorator[] {
  const problem = fact.problem === undefined ? undefined : { message: fact.problem };
  switch (fact.kind) {
    case 'text':
      return [...(fact.required ? [TrimmedToSome(), IsNotEmpty(problem)] : [Trimmed()]), IsLine(fact.most, fact.what)];
    case 'code':
      return [Trimmed(), IsCode(fact.pattern, fact.problem)];
    case 'choice':
      return [IsIn(fact.choices, problem)];
    case 'yes or no':
      return [IsBoolean()];
    case 'date':
      return [IsDay(), ...(fact.notBefore ? [IsNotBefore(fact.notBefore, problem)] : [])];
    case 'day of the year':
      return [Trimmed(), IsMonthDay(problem)];
    case 'account':
      return [Trimmed(), IsIban()];
    case 'person':
      return [IsUUID(undefined, { message: 'Choose a person of the firm.' })];
    case 'contact':
      return [IsUUID(undefined, { message: 'Choose a person of the client.' })];
    case 'money':
      return [IsMoney(0)];
    case 'labels':
      return [
        IsArray(),
        ArrayMaxSize(20, { message: 'A client has 20 labels at most.' }),
        IsString({ each: true }),
        MaxLength(40, { each: true, message: 'A label is 40 characters long at most.' }),
        MinLength(1, { each: true }),
      ];
    case 'address':
      return [ValidateNested(), Type(() => Address)];
  }
}

/** The checks of a fact on a property of another input: the same thing is checked in one way. */
export const IsFact =
  (fact: FactDefinition): PropertyDecorator =>
  (target, key) =>
    checksOf(fact).forEach((check) => check(target, key));

/** Where a fact has to be given. */
function presence({ wantedOf, required }: FactDefinition): PropertyDecorator[] {
  if (wantedOf) return [WantedIf((record: KnownFacts) => wantedOf(record))];
  return required ? [] : [LeftOut()];
}

/** In a change each fact may be left out; one that may be nothing is taken away by null. */
const changed = ({ key, required }: KeyedFact): PropertyDecorator[] => [
  required ? LeftOut() : ValidateIf((record: KnownFacts) => record[key] !== null && record[key] !== undefined),
];

function checked<Values>(facts: readonly KeyedFact[], given: (fact: KeyedFact) => PropertyDecorator[]): new () => Values {
  class FactsInput {}
  for (const fact of facts) for (const check of [...checksOf(fact), ...given(fact)]) check(FactsInput.prototype, fact.key);
  return FactsInput as new () => Values;
}

/** An input that holds a whole record: each fact with its check, and where it has to be given. */
export const wholeInput = <Values>(facts: readonly KeyedFact[]): new () => Values => checked(facts, presence);

/** Texts as they are being typed, by which records that share them are looked for: not yet what they have to be. */
export const textsInput = <Key extends string>(facts: readonly KeyedFact<Key>[]): new () => Partial<Record<Key, string>> => {
  class TextsInput {}
  for (const fact of facts) for (const check of [LeftOut(), IsLine(160, `A ${fact.label}`)]) check(TextsInput.prototype, fact.key);
  return TextsInput;
};

/** An input that changes some facts of a record. */
export const changeInput = <Values>(facts: readonly KeyedFact[]): new () => Values => checked(facts, changed);
