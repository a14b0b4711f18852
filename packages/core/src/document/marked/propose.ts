/** The pattern of marked bilingual text, proposed from the text itself. */
import { because, type Guess } from '../../guess.js';
import { identifyPooled, languageAmong, shareOf } from '../../language/identify.js';
import { cutMarked, generalised, NUMBER, PREFIX, prefixOf, type MarkedPattern } from './pattern.js';

/** Lines that are looked at. */
const SAMPLE = 1000;
/** Share of the lines that a pattern must fit. */
const MOST = 0.85;

/** @param lines of a text, or paragraphs of a document; null where nothing is seen */
export function proposedMarked(lines: readonly string[], cutByDelimiter: boolean): Guess<MarkedPattern> | null {
  const some = lines
    .map((line) => line.trim())
    .filter(Boolean)
    .slice(0, SAMPLE);
  if (some.length < 2) return null;
  return (
    markedByMarks(some, cutByDelimiter) ??
    (cutByDelimiter ? null : markedOverLines(some)) ??
    markedByPrefixes(some) ??
    (cutByDelimiter ? null : alternating(some))
  );
}

/** Marks around both texts that stand on lines of their own, or at the ends of several lines. */
function markedOverLines(lines: readonly string[]): Guess<MarkedPattern> | null {
  for (let size = 2; size <= 6 && lines.length >= size * 2; size++) {
    const groups: string[] = [];
    for (let i = 0; i + size <= lines.length; i += size) groups.push(lines.slice(i, i + size).join('\n'));
    const found = markedByMarks(groups, false);
    // Without marks at both ends nothing says where a text ends.
    if (found?.value?.kind === 'marks' && found.value.marks[0] && found.value.marks.at(-1)) return found;
  }
  return null;
}

const TOKEN =
  /<\/?[A-Za-z][\w-]*\/?>|\[\/?[\p{L}_-]{1,12}\]|([@#%$*_=~|+]{1,4})[\p{L}\p{N}]{1,12}\1|[^\p{L}\p{M}\s.,;:!?…"'“”„«»’‘()¿¡%-]+|[.,;:!?…"'“”„«»’‘()¿¡%-]+|(?<![\p{L}\p{M}])[\p{L}\p{N}-]{1,12}[:>=]+/gu;
/** What stands in texts anyway. */
const ORDINARY = /^(?:[.,;:!?'"’“”„«»()–—/%&*+-]{1,2}|…|[#\p{N}][.,:]?|.*[#\p{N}][.,]?)$/u;

/** Marks that stand exactly once in nearly every line, in the same order. */
function markedByMarks(lines: readonly string[], cutByDelimiter: boolean): Guess<MarkedPattern> | null {
  const found = lines.map((line) =>
    [...line.matchAll(TOKEN)].map((match) => ({
      token: generalised(match[0]),
      at: match.index,
      end: match.index + match[0].length,
    })),
  );
  const once = new Map<string, number>();
  for (const tokens of found) {
    const counts = new Map<string, number>();
    for (const { token } of tokens) counts.set(token, (counts.get(token) ?? 0) + 1);
    for (const [token, count] of counts) if (count === 1) once.set(token, (once.get(token) ?? 0) + 1);
  }
  const steady = [...once]
    .filter(([token, count]) => count >= lines.length * MOST && !ORDINARY.test(token))
    .map(([token]) => token);
  if (steady.length === 0) return null;
  const places = (tokens: (typeof found)[number]): { token: string; at: number; end: number }[] =>
    tokens.filter(({ token }) => steady.includes(token));
  const orders = new Map<string, number>();
  for (const tokens of found) {
    const order = places(tokens)
      .map(({ token }) => token)
      .join('\0');
    orders.set(order, (orders.get(order) ?? 0) + 1);
  }
  const [order, count] = [...orders].sort((a, b) => b[1] - a[1])[0]!;
  if (count < lines.length * MOST) return null;
  const example = found.findIndex(
    (tokens) =>
      places(tokens)
        .map(({ token }) => token)
        .join('\0') === order,
  );
  const marks: string[] = [];
  // Neighbours without anything between them are one mark.
  let last = -1;
  for (const { token, at, end } of places(found[example]!)) {
    const between = lines[example]!.slice(Math.max(0, last), at);
    if (last >= 0 && between.trim() === '') marks[marks.length - 1] += between + token;
    else if (last < 0 && between.trim() !== '') marks.push('', token);
    else marks.push(token);
    last = end;
  }
  if (lines[example]!.slice(last).trim() !== '') marks.push('');
  if (marks.length < 3) return null;
  const pattern: MarkedPattern = { kind: 'marks', marks };
  const good = lines.filter((line) => (cutMarked(line, marks)?.filter(Boolean).length ?? 0) >= 2).length;
  // A single separator between two texts is what delimited text is made of.
  if (good < lines.length * MOST || (marks.length === 3 && marks[0] === '' && marks[2] === '' && cutByDelimiter))
    return null;
  if (marks[0] === '' && marks.at(-1) === '') return null;
  return {
    value: pattern,
    sureness: good / lines.length,
    reason: because('marks-once', { marks: marks.filter(Boolean).map((mark) => mark.trim()) }),
  };
}

/** Lines that begin with one of few marks, which take turns. */
function markedByPrefixes(all: readonly string[]): Guess<MarkedPattern> | null {
  // Numbers and rules between the rows say nothing.
  const lines = all.filter((line) => /\p{L}/u.test(line));
  const counts = new Map<string, number>();
  const prefixes = lines.map((line) => generalised(PREFIX.exec(line)?.[0].trim() ?? ''));
  for (const prefix of prefixes) if (prefix) counts.set(prefix, (counts.get(prefix) ?? 0) + 1);
  const marks = [...counts].filter(([, count]) => count >= 2 && count >= lines.length * 0.08).map(([mark]) => mark);
  if (marks.length < 2 || marks.length > 8) return null;
  const inTurn = marks.sort((a, b) => prefixes.indexOf(a) - prefixes.indexOf(b));
  const covered = prefixes.filter((prefix) => marks.includes(prefix)).length;
  const turns = prefixes.filter((prefix, i) => i === 0 || prefix !== prefixes[i - 1]).length;
  if (covered < lines.length * MOST || turns < lines.length * 0.8) return null;
  return {
    value: { kind: 'prefixes', marks: inTurn },
    sureness: covered / lines.length,
    reason: because('marks-in-turn', { marks: inTurn }),
  };
}

/** Lines without marks whose languages take turns. */
function alternating(all: readonly string[]): Guess<MarkedPattern> | null {
  const numbered = all.filter((line) => NUMBER.test(line)).length > all.length * MOST;
  const lines = numbered ? all.map((line) => line.replace(NUMBER, '')) : all;
  if (lines.length < 4 || lines.reduce((sum, line) => sum + line.length, 0) / lines.length < 12) return null;
  for (const size of [2, 3, 4]) {
    if (lines.length < size * 2) break;
    const slots = Array.from({ length: size }, (_, i) => identifyPooled(lines.filter((_, at) => at % size === i)));
    const best = slots.map((slot) => slot[0]?.language ?? '');
    // How much more the best language of each place has there than in the other places.
    const margins = slots.map((slot, i) => {
      const elsewhere = slots.filter((_, j) => j !== i).map((other) => shareOf(best[i]!, other));
      return shareOf(best[i]!, slot) - Math.max(...elsewhere);
    });
    const sure = Math.min(...margins);
    if (new Set(best).size === size && sure > 0.2)
      return {
        value: { kind: 'alternating', size, ...(numbered && { numbered }), ...prefixesOf(lines, size) },
        sureness: Math.min(0.95, 0.6 + sure / 2),
        reason: because('lines-in-turn', { languages: best }),
      };
  }
  const among = identifyPooled(lines).slice(0, 2);
  if (among.length < 2 || among[1]!.share < 0.15) return null;
  const pair = [among[0]!.language, among[1]!.language] as const;
  const each = lines.map((line) => languageAmong(line, pair));
  const known = each.filter((language) => language !== null).length;
  if (known < lines.length * 0.7) return null;
  const first = each.find((language) => language !== null)!;
  const languages = first === pair[0] ? pair : ([pair[1], pair[0]] as const);
  return {
    value: { kind: 'blocks', languages },
    sureness: known / lines.length,
    reason: because('blocks-in-turn', { languages }),
  };
}

/** A mark with which nearly every line in a place begins. */
function prefixesOf(lines: readonly string[], size: number): { readonly prefixes?: readonly string[] } {
  const prefixes = Array.from({ length: size }, (_, place) => {
    const own = lines.filter((_, i) => i % size === place).map(prefixOf);
    const first = own.find(Boolean) ?? '';
    return own.filter((prefix) => prefix === first).length >= own.length * MOST ? first : '';
  });
  return prefixes.some(Boolean) ? { prefixes } : {};
}
