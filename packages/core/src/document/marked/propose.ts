/** The pattern of marked bilingual text, proposed from the text itself. */
import { because, type Guess } from '../../guess.js';
import { identifyPooled, languageAmong, shareOf } from '../../language/identify.js';
import { generalised, NUMBER, PREFIX, prefixOf } from './line-marks.js';
import { cutAllMarked, type MarkedPattern } from './pattern.js';
import { proposedRecords } from './propose-records.js';

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
  if (cutByDelimiter) {
    const records = proposedRecords(lines);
    return markedByMarks(some, true) ?? (records && records.value.labels.length > 0 ? records : markedByPrefixes(some));
  }
  return (
    markedByMarks(some, false) ??
    markedOverLines(some) ??
    proposedRecords(lines) ??
    markedByPrefixes(some) ??
    alternating(some)
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
  const within = new Map<string, number>();
  for (const tokens of found)
    for (const token of new Set(tokens.map((one) => one.token))) within.set(token, (within.get(token) ?? 0) + 1);
  const steady = [...within]
    .filter(([token, count]) => count >= lines.length * MOST && !ORDINARY.test(token))
    .map(([token]) => token);
  if (steady.length === 0) return null;
  const places = (tokens: (typeof found)[number]): { token: string; at: number; end: number }[] =>
    tokens.filter(({ token }) => steady.includes(token));
  const order = (tokens: (typeof found)[number]): string =>
    `${places(tokens)
      .map(({ token }) => token)
      .join('\0')}\0`;
  const orders = new Map<string, number>();
  for (const tokens of found) orders.set(order(tokens), (orders.get(order(tokens)) ?? 0) + 1);
  const [best, count] = mostFrequent(orders);
  if (count < lines.length * MOST) return null;
  const example = found.findIndex((tokens) => order(tokens) === best);
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
  const good = lines.filter((line) =>
    cutAllMarked(line, marks)?.every((cells) => cells.filter(Boolean).length >= 2),
  ).length;
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

/**
 * The order of marks that most lines have, with how many have it: some may have it several times over, where several rows
 * stand in a line.
 */
function mostFrequent(orders: ReadonlyMap<string, number>): readonly [order: string, lines: number] {
  const has = (one: string, order: string): boolean => one !== '\0' && one === order.repeat(one.length / order.length);
  const lines = (order: string): number =>
    [...orders].reduce((sum, [one, count]) => sum + (has(one, order) ? count : 0), 0);
  return [...orders.keys()]
    .filter((order) => order !== '\0')
    .map((order) => [order, lines(order)] as const)
    .reduce((best, one) => (one[1] > best[1] ? one : best), ['', 0] as const);
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

/** From here on the languages of more than two turns are sure enough to see where a line is missing. */
const CERTAIN = 0.4;

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
        value: {
          kind: 'alternating',
          size,
          ...(numbered && { numbered }),
          ...prefixesOf(lines, size),
          ...((size === 2 || sure > CERTAIN) && { languages: asTheyBegin(lines, best) }),
        },
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
  const languages = asTheyBegin(lines, pair) as [string, string];
  const runs = runsOf(each);
  // A turn is missed here and there: line by line for the rest.
  if (runs.filter((length) => length === 1).length > runs.length * ALTERNATING)
    return {
      value: { kind: 'alternating', size: 2, ...(numbered && { numbered }), languages },
      sureness: 0.8,
      reason: because('lines-in-turn', { languages }),
    };
  const couples = runs.flatMap((length, i) => (i % 2 === 0 && runs[i + 1] ? [length === runs[i + 1]] : []));
  const isEven = couples.filter(Boolean).length > couples.length * EVEN;
  return {
    value: { kind: 'blocks', languages, ...(isEven && { even: true }) },
    sureness: known / lines.length,
    reason: because('blocks-in-turn', { languages }),
  };
}

/** By so much of its cost one order of turns must be better than the other for the texts to decide. */
const BETTER = 0.05;

/**
 * The languages in the order of the turns. The first line says it, unless it is a title: of two languages the texts show
 * which line belongs to the one before it, by their lengths and by the numbers and names that both have.
 */
function asTheyBegin(lines: readonly string[], languages: readonly string[]): readonly string[] {
  const some = lines.slice(0, 200);
  const each = some.map((line) => languageAmong(line, languages));
  const first = each.findIndex((language) => language !== null);
  const turn = first < 0 ? 0 : (languages.indexOf(each[first]!) - first) % languages.length;
  const start = turn < 0 ? turn + languages.length : turn;
  const begun = [...languages.slice(start), ...languages.slice(0, start)];
  if (languages.length !== 2) return begun;
  const cost = (language: string): number => {
    const costs = some.flatMap((line, i) =>
      each[i] === language && each[i + 1] !== null && each[i + 1] !== undefined && each[i + 1] !== language
        ? [unlikeness(line, some[i + 1]!)]
        : [],
    );
    return costs.reduce((sum, one) => sum + one, 0) / Math.max(1, costs.length);
  };
  const [own, other] = [cost(begun[0]!), cost(begun[1]!)];
  return other < own * (1 - BETTER) && each.length > FEW ? [begun[1]!, begun[0]!] : begun;
}

/** So few lines decide nothing by their lengths. */
const FEW = 12;

/** How unlike translations two texts are: the logarithm of their lengths' ratio, more where numbers and names differ. */
function unlikeness(one: string, other: string): number {
  const apart = Math.abs(Math.log((one.length + 10) / (other.length + 10)));
  const signs = (text: string): Set<string> => new Set(text.match(/\p{N}+|(?<=\S\s)\p{Lu}[\p{L}.]+/gu) ?? []);
  const [a, b] = [signs(one), signs(other)];
  const all = new Set([...a, ...b]).size;
  const shared = [...a].filter((sign) => b.has(sign)).length;
  return apart + (all === 0 ? 0 : 1 - shared / all);
}

/** Share of the lines that stand alone between lines of the other language. */
const ALTERNATING = 0.75;
/** Share of the blocks with as many lines as their translation. */
const EVEN = 0.6;

/** How many lines of one language stand together, one after another; a line that does not say goes with those before. */
function runsOf(languages: readonly (string | null)[]): number[] {
  const runs: number[] = [];
  let last: string | null = null;
  for (const language of languages) {
    if (runs.length > 0 && (language === null || language === last)) runs[runs.length - 1]!++;
    else runs.push(1);
    last = language ?? last;
  }
  return runs;
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
