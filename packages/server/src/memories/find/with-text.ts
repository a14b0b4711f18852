/** Units whose texts can hold something, from the index of words. */
import { foldForSearch } from '@fair-copy/core/text/fold.js';
import type { MemoryFile } from '../../store/memory-file.js';
import { UnitSet } from '../../store/unit-set.js';
import type { WordMatch } from '../../store/word-index.js';
import { isSpaceless, indexedWords } from '../../store/word-runs.js';
import type { UnitFilter } from '@fair-copy/api/memories.js';
import { lettersOf } from './pattern-letters.js';

export interface Candidates {
  /** All units that hold it are among them. */
  readonly units: UnitSet;
  /** Whether all of them hold it that were not edited since they came. */
  readonly sure: boolean;
}

/** Null where the index cannot help. */
export function candidatesOf(file: MemoryFile, filter: UnitFilter, languages: readonly number[]): Candidates | null {
  const { text, mode = 'any', case: exactCase, accents } = filter;
  if (!text) return null;
  if (mode === 'pattern') {
    const letters = lettersOf(text).flatMap((run) => [...indexedWords(run)]);
    if (letters.length === 0) return null;
    const matches = letters.map((word): WordMatch => ({ kind: 'holds', text: word }));
    return { units: unitsWith(file, languages, matches), sure: false };
  }
  const matches = matchesOf(text, mode);
  if (matches.length === 0 || isEverywhere(file, languages, matches)) return null;
  const isWord = matches.length === 1 && matches[0]!.text === foldForSearch(text);
  // In scripts without spaces the index has characters, not words.
  const asked = mode === 'any' || (mode === 'word' && !isSpaceless(text));
  const sure = isWord && asked && !exactCase && !accents;
  return { units: unitsWith(file, languages, matches), sure };
}

/**
 * Words that a unit has to have which holds a text. Where whole words are not asked for, the first may be the end of a
 * longer one and the last the beginning.
 */
export function matchesOf(text: string, mode: 'any' | 'word' | 'beginning' | 'whole'): WordMatch[] {
  const folded = foldForSearch(text);
  return [...indexedWords(text)].map((word): WordMatch => {
    const first = mode === 'any' && folded.startsWith(word);
    const last = (mode === 'any' || mode === 'beginning') && folded.endsWith(word);
    return { kind: first && last ? 'holds' : first ? 'ends' : last ? 'begins' : 'equal', text: word };
  });
}

/** Letters in so many words of a language stand in nearly every text: reading the texts is quicker than asking. */
const EVERYWHERE = 10_000;

export function isEverywhere(file: MemoryFile, languages: readonly number[], matches: readonly WordMatch[]): boolean {
  return (
    matches.length > 0 &&
    matches.every((match) =>
      languages.some((language) => file.words.matching(language, match, EVERYWHERE) >= EVERYWHERE),
    )
  );
}

/** Units that have all of the words in one of the languages. */
export function unitsWith(file: MemoryFile, languages: readonly number[], matches: readonly WordMatch[]): UnitSet {
  const { highest } = file;
  const found = new UnitSet(highest);
  // Whole words first: they are few.
  const inOrder = [...matches].sort((a, b) => Number(b.kind === 'equal') - Number(a.kind === 'equal'));
  for (const language of languages) {
    let units: UnitSet | null = null;
    for (const match of inOrder) {
      const these = file.words.unitsWith(language, match, new UnitSet(highest));
      units = units ? units.and(these) : these;
      if (units.isEmpty) break;
    }
    if (units) found.or(units);
  }
  return found;
}
