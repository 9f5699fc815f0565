import * as clientsRoutes from '@steady/contract/clients.routes';
import { clientFacts } from '@steady/core/clients';
import type { FactDefinition } from '@steady/core/facts';
import { useData } from '../../app/api';

/** A fact that a condition can look at. */
export interface KnownFact {
  fact: string;
  words: string;
  kind: 'yes or no' | 'choice' | 'number' | 'text' | 'date';
  choices?: { value: string; words: string }[];
}

/** A fact as conditions test it; nothing for one that rules do not look at. */
export function knownFact(fact: FactDefinition, name: string): KnownFact[] {
  if (!fact.inRules) return [];
  const of = { fact: name, words: fact.inRules.words };
  switch (fact.kind) {
    case 'choice':
      return [{ ...of, kind: 'choice', choices: fact.choices.map((value) => ({ value, words: fact.words?.[value] ?? value })) }];
    case 'yes or no':
    case 'date':
      return [{ ...of, kind: fact.kind }];
    case 'money':
      return [{ ...of, kind: 'number' }];
    default:
      return [{ ...of, kind: 'text' }];
  }
}

/** What conditions can look at: facts of the client, its extra details and labels. */
export function useKnownFacts(): KnownFact[] {
  const { data: details = [] } = useData(clientsRoutes.details);
  const { data: labels = [] } = useData(clientsRoutes.labels);
  return [
    ...clientFacts.flatMap((fact) => knownFact(fact, fact.key)),
    ...details.map((detail): KnownFact => ({
      fact: `detail:${detail.id}`,
      words: detail.name,
      kind: detail.kind === 'money' ? 'number' : detail.kind,
      choices: detail.choices?.map((value) => ({ value, words: value })),
    })),
    ...labels.map((label): KnownFact => ({ fact: `label:${label}`, words: `label "${label}"`, kind: 'yes or no' })),
  ];
}
