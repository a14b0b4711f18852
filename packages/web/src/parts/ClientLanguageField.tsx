import { useQuery } from '@tanstack/react-query';
import type { ComponentProps } from 'react';
import { holdings as holdingsQuery, memories as memoriesQuery } from '../api/queries.js';
import { useDesk } from '../ui/desk-store.js';
import { LanguageField } from '../ui/LanguageField.js';

const NONE: readonly string[] = [];

/** A language, those of the client's termbases and memories on top, the most used first. */
export function ClientLanguageField({ likely = NONE, ...field }: ComponentProps<typeof LanguageField>) {
  const clientId = useDesk((state) => state.clientId);
  const { data: termbases } = useQuery(holdingsQuery(clientId));
  const { data: memories } = useQuery(memoriesQuery(clientId));
  const counts = new Map<string, number>();
  for (const { languages } of [...(termbases ?? []), ...(memories ?? [])])
    for (const { language } of languages) counts.set(language, (counts.get(language) ?? 0) + 1);
  const known = [...counts].sort((a, b) => b[1] - a[1]).map(([language]) => language);
  return <LanguageField {...field} likely={[...likely, ...known]} />;
}
