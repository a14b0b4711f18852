/**
 * Forms of a word by a dictionary with affix rules (the `.aff` and `.dic` of Hunspell; see hunspell(5)): suffixes
 * only, one after the other never, since what is looked for are the forms of a word and not what can be derived from
 * it. A word that the dictionary lacks is inflected like those that end as it does.
 */
import type { Endings, FormName, Stem } from './inflection.js';

interface Rule {
  readonly id: number;
  readonly strip: string;
  readonly add: string;
  /** Of the end of the word; null: any. */
  readonly condition: ((word: string) => boolean) | null;
}

/** The rules of a flag. Which of them fit a word shows in its last letters, and is worked out once for each such end. */
class RulesOfFlag {
  private readonly all: Rule[] = [];
  /** Letters that a rule of this flag looks at. */
  private deepest = 1;
  private readonly byEnd = new Map<string, readonly Rule[]>();

  /** @param depth letters that the rule looks at */
  add(rule: Rule, depth: number): void {
    this.all.push(rule);
    this.deepest = Math.max(this.deepest, depth);
  }

  fitting(word: string): readonly Rule[] {
    const end = word.slice(-this.deepest);
    let rules = this.byEnd.get(end);
    if (!rules) {
      rules = this.all.filter(
        ({ strip, condition }) => word.endsWith(strip) && (condition === null || condition(word)),
      );
      if (word.length > this.deepest) this.byEnd.set(end, rules);
    }
    return rules;
  }
}

/** A word with what the dictionary makes of it. */
export interface Inflected {
  readonly stems: readonly Stem[];
  /** Whether there are forms other than the word itself. */
  readonly hasForms: boolean;
}

/** A rule by what it adds. */
interface AddedBy {
  readonly flag: string;
  readonly strip: string;
  readonly condition: Rule['condition'];
}

/** What the affix file calls flags of entries that stand in no text as they are. */
const NO_WORDS = new Set(['NEEDAFFIX', 'PSEUDOROOT', 'FORBIDDENWORD', 'ONLYINCOMPOUND']);

const WHOLE_FORM: Endings = (rest) => (rest === '' ? 'dictionary' : null);

/** The most letters of its end by which a word is likened to others, and the fewest. */
const [LIKE_MOST, LIKE_LEAST] = [6, 2];
/** Words of the dictionary that are looked at for that, evenly over it. */
const SAMPLE = 100_000;
/** Words that must end alike and be inflected alike before another is likened to them, by the letters of the end. */
const ALIKE: Readonly<Record<number, number>> = { 2: 20, 3: 8, 4: 3, 5: 2, 6: 1 };

export class AffixDictionary {
  private readonly rules = new Map<string, RulesOfFlag>();
  /** Word → flags of its entries, as the file writes them; several entries by a blank. */
  private readonly words = new Map<string, string>();
  private readonly aliases: string[] = [];
  private flagLength: 'one' | 'two' | 'number' = 'one';
  private likes: ReadonlyMap<string, ReadonlyMap<string, number>> | null = null;
  /** By the numbers of the rules: the same rules do the same to all words. */
  private readonly shared = new Map<string, Endings>();
  private ruleCount = 0;
  /** What is added → the rules that add it, for looking a form up. */
  private readonly suffixes = new Map<string, AddedBy[]>();
  private readonly prefixes = new Map<string, AddedBy[]>();
  private longestSuffix = 0;
  private longestPrefix = 0;
  /** Flags of entries that are no words by themselves. */
  private readonly noWords = new Set<string>();

  /**
   * @param aff the text of the affix file, UTF-8
   * @param dic the text of the word list, UTF-8; linear in its length
   */
  constructor(aff: string, dic: string) {
    this.readRules(aff);
    let at = dic.indexOf('\n') + 1;
    while (at > 0 && at < dic.length) {
      let end = dic.indexOf('\n', at);
      if (end < 0) end = dic.length;
      this.readWord(dic.slice(at, end));
      at = end + 1;
    }
  }

  /** The stems of a word that the dictionary has; null where it has not. Lists of endings are shared between words alike. */
  look(word: string): Inflected | null {
    const flags = this.words.get(word);
    return flags === undefined ? null : this.inflected(word, flags);
  }

  /**
   * The stems of a word inflected like those of the dictionary that end like it.
   * @param compounds whether a word may be the last part of another, which is then inflected as it is
   */
  likeOthers(word: string, compounds: boolean): readonly Stem[] {
    for (let cut = 2; compounds && word.length - cut >= 4; cut++) {
      const flags = this.words.get(word.slice(cut));
      if (flags) return this.inflected(word, flags).stems;
    }
    this.likes ??= this.byEnds();
    for (let length = Math.min(LIKE_MOST, word.length - 1); length >= LIKE_LEAST; length--) {
      const counts = this.likes.get(word.slice(-length));
      if (!counts) continue;
      let [flags, most] = ['', 0];
      for (const [candidate, count] of counts) if (count > most) [flags, most] = [candidate, count];
      if (most >= ALIKE[length]!) return this.inflected(word, flags).stems;
    }
    return [];
  }

  /**
   * Whether a word is in the dictionary, or made of one that is by a suffix, a prefix or both (one of each; hunspell(5)).
   * O(letters of the word × rules that add the same letters).
   */
  has(form: string): boolean {
    return this.hasWith(form, null);
  }

  /** @param prefix the flag of a prefix that was taken off, which the entry must have too */
  private hasWith(form: string, prefix: string | null): boolean {
    const isEntry = (word: string, ...wanted: string[]): boolean =>
      this.words
        .get(word)
        ?.split(' ')
        .some((entry) => {
          const flags = this.flagsOf(entry);
          return wanted.every((flag) => flags.includes(flag)) && !flags.some((flag) => this.noWords.has(flag));
        }) ?? false;
    const own = prefix === null ? [] : [prefix];
    if (isEntry(form, ...own)) return true;
    for (let length = Math.min(this.longestSuffix, form.length - 1); length >= 0; length--)
      for (const { flag, strip, condition } of this.suffixes.get(form.slice(form.length - length)) ?? []) {
        const word = form.slice(0, form.length - length) + strip;
        if ((condition === null || condition(word)) && isEntry(word, flag, ...own)) return true;
      }
    if (prefix !== null) return false;
    for (let length = Math.min(this.longestPrefix, form.length - 2); length > 0; length--)
      for (const { flag, strip } of this.prefixes.get(form.slice(0, length)) ?? [])
        if (this.hasWith(strip + form.slice(length), flag)) return true;
    return false;
  }

  private inflected(word: string, entries: string): Inflected {
    const rules: Rule[] = [];
    let strip = 0;
    let key = '';
    for (const flags of entries.split(' '))
      for (const flag of this.flagsOf(flags))
        for (const rule of this.rules.get(flag)?.fitting(word) ?? []) {
          rules.push(rule);
          strip = Math.max(strip, rule.strip.length);
          key += `${rule.id} `;
        }
    const hasForms = rules.length > 0;
    if (strip >= word.length) return { stems: applied(rules, word, word.length - 1), hasForms };
    let endings = this.shared.get(key);
    if (!endings) this.shared.set(key, (endings = applied(rules, word, strip)[0]!.endings));
    return { stems: [{ text: word.slice(0, word.length - strip), endings }], hasForms };
  }

  private readRules(aff: string): void {
    for (const line of aff.split('\n')) {
      const parts = line.trim().split(/\s+/);
      if (parts[0] === 'FLAG') this.flagLength = parts[1] === 'long' ? 'two' : parts[1] === 'num' ? 'number' : 'one';
      if (parts[0] === 'AF' && parts.length > 1) this.aliases.push(parts[1]!);
      if (NO_WORDS.has(parts[0]!) && parts[1]) this.noWords.add(parts[1]);
      // The line that opens a flag has a count in the place of what is added.
      if (!['SFX', 'PFX'].includes(parts[0]!) || parts.length < 5) continue;
      const [kind, flag, strip, add, condition] = parts as [string, string, string, string, string];
      const added = add.split('/')[0]!;
      this.noteAdded(kind, added === '0' ? '' : added, {
        flag,
        strip: strip === '0' ? '' : strip,
        condition: kind === 'SFX' ? conditionOf(condition) : null,
      });
      if (kind === 'PFX') continue;
      const rule: Rule = {
        id: this.ruleCount++,
        strip: strip === '0' ? '' : strip,
        add: added === '0' ? '' : added,
        condition: conditionOf(condition),
      };
      const depth = Math.max(rule.strip.length, condition.replace(/\[[^\]]*\]/g, '.').length);
      let rules = this.rules.get(flag);
      if (!rules) this.rules.set(flag, (rules = new RulesOfFlag()));
      rules.add(rule, depth);
    }
  }

  private noteAdded(kind: string, added: string, rule: AddedBy): void {
    const rules = kind === 'SFX' ? this.suffixes : this.prefixes;
    const there = rules.get(added);
    if (there) there.push(rule);
    else rules.set(added, [rule]);
    if (kind === 'SFX') this.longestSuffix = Math.max(this.longestSuffix, added.length);
    else this.longestPrefix = Math.max(this.longestPrefix, added.length);
  }

  private readWord(line: string): void {
    const end = line.search(/[\t\r ]/);
    const entry = end < 0 ? line : line.slice(0, end);
    const slash = entry.indexOf('/');
    const word = slash < 0 ? entry : entry.slice(0, slash);
    if (!word) return;
    const flags = slash < 0 ? '' : entry.slice(slash + 1);
    const there = this.words.get(word);
    this.words.set(word, there ? (flags ? `${there} ${flags}` : there) : flags);
  }

  private flagsOf(flags: string): readonly string[] {
    const known = this.flagLists.get(flags);
    if (known) return known;
    const text = this.aliases.length && /^\d+$/.test(flags) ? (this.aliases[Number(flags)] ?? '') : flags;
    const list =
      this.flagLength === 'number'
        ? text.split(',')
        : this.flagLength === 'two'
          ? (text.match(/../gsu) ?? [])
          : [...text];
    this.flagLists.set(flags, list);
    return list;
  }
  private readonly flagLists = new Map<string, readonly string[]>();

  /** End of a word → flags → how many words have both. Names are left out: their capital shows them. */
  private byEnds(): Map<string, Map<string, number>> {
    const ends = new Map<string, Map<string, number>>();
    const step = Math.ceil(this.words.size / SAMPLE);
    let i = 0;
    for (const [word, flags] of this.words) {
      if (i++ % step !== 0 || !flags || word.length < 4 || word[0] !== word[0]!.toLowerCase()) continue;
      for (let length = LIKE_LEAST; length <= Math.min(LIKE_MOST, word.length - 1); length++) {
        const end = word.slice(-length);
        let counts = ends.get(end);
        if (!counts) ends.set(end, (counts = new Map()));
        counts.set(flags, (counts.get(flags) ?? 0) + 1);
      }
    }
    return ends;
  }
}

/** A condition of the affix file: letters, `.` and classes, at the end of the word. */
function conditionOf(text: string): Rule['condition'] {
  if (text === '.') return null;
  if (!/[[.]/.test(text)) return (word) => word.endsWith(text);
  try {
    const pattern = new RegExp(`${text.replace(/[-*+?(){}|\\/]/g, '\\$&')}$`);
    return (word) => pattern.test(word);
  } catch {
    return null;
  }
}

/** @param strip letters that the stem lacks at its end, fewer than the word has */
function applied(rules: readonly Rule[], word: string, strip: number): readonly Stem[] {
  const stem = word.slice(0, word.length - strip);
  const all = new Map<string, FormName>([[word.slice(stem.length), 'base']]);
  const others: Stem[] = [];
  for (const rule of rules) {
    const form = word.slice(0, word.length - rule.strip.length) + rule.add;
    // Only a word that is taken off whole has forms that begin otherwise.
    if (!form.startsWith(stem)) others.push({ text: form, endings: WHOLE_FORM });
    else if (!all.has(form.slice(stem.length))) all.set(form.slice(stem.length), 'dictionary');
  }
  return [{ text: stem, endings: (rest) => all.get(rest) ?? null }, ...others];
}
