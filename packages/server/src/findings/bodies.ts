/** Findings as the pages get them. */
import type { Correction } from '@fair-copy/core/checks/check.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { readConcept } from '../store/concepts.js';
import type { Db } from '../store/database.js';
import type { MemoryFile } from '../store/memory-file.js';
import type { FindingRow } from './read.js';
import type { FindingBody, FoundRow } from '@fair-copy/api/inspection.js';

/** The texts of a concept or unit, by language; none where it is gone. */
export type TextsOf = (item: number) => FoundRow['texts'];

export const textsOfConcepts =
  (db: Db): TextsOf =>
  (concept) =>
    (readConcept(db, concept)?.body.languages ?? []).map(({ language, terms }) => ({
      language,
      texts: terms.map((term) => term.text),
    }));

export const textsOfUnits =
  (file: MemoryFile): TextsOf =>
  (unit) =>
    (file.unit(unit)?.variants ?? []).map(({ language, text }) => ({ language, texts: [withoutCodes(text)] }));

export const definitionsOfConcepts =
  (db: Db) =>
  (concept: number): string => {
    const body = readConcept(db, concept)?.body;
    const all = [
      body?.fields,
      ...(body?.languages ?? []).flatMap(({ fields, terms }) => [fields, ...terms.map((term) => term.fields)]),
    ];
    return all.map((fields) => fields?.definition?.[0] ?? '').find(Boolean) ?? '';
  };

/** Others that are named as evidence. */
const RELATED = 8;

export function findingBodies(rows: readonly FindingRow[], textsOf: TextsOf): FindingBody[] {
  return rows.map((row) => ({
    id: row.id,
    check: row.check_id,
    item: row.item,
    language: row.language,
    place: row.place,
    severity: row.severity,
    text: row.text,
    said: saidOf(row),
    related: (JSON.parse(row.related) as number[])
      .slice(0, RELATED)
      .map((item) => ({ item, text: labelOf(textsOf(item)) })),
    correction: row.correction ? shownCorrection(JSON.parse(row.correction) as Correction) : null,
    marks: JSON.parse(row.marks) as FindingBody['marks'],
    isNew: row.is_new === 1,
  }));
}

/** Findings of earlier versions are sentences. */
export function saidOf({ message }: FindingRow): FindingBody['said'] {
  return message.startsWith('{')
    ? (JSON.parse(message) as FindingBody['said'])
    : { code: 'as-it-was', values: { sentence: message } };
}

/** Codes leave nothing in texts that people read; they stay where they are. */
const shownCorrection = (correction: Correction): Correction =>
  correction.kind === 'text' ? { ...correction, text: withoutCodes(correction.text) } : correction;

function labelOf(texts: FoundRow['texts']): string {
  return texts
    .slice(0, 2)
    .map((language) => language.texts[0] ?? '')
    .filter(Boolean)
    .join(' – ');
}
