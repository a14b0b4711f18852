/**
 * Phrases that are known in many languages, from packages whose licences allow it (see `docs/phrases.md`): what the aligner
 * knows of two languages before it has read anything.
 *
 * Each list has its phrases by keys that are the same in all languages, so that any two languages make a pair.
 */
import { existsSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { knownWords, type KnownWords, type Phrases } from '@fair-copy/core/alignment/known-words.js';
import { canonicalTag, intlLocale, primaryLanguage, UNDETERMINED } from '@fair-copy/core/language/tags.js';

const resolve = createRequire(import.meta.url);

/** Longer ones are sentences about a thing, not its name. UTF-16 code units. */
const LONGEST = 120;

/** "{0}" and "'{0}'" of messages, marks of code in descriptions. */
const PLACEHOLDER = /['"„“«]?\{\w+\}['"“”»]?|<[^>]*>|`/g;

type PhraseList = (language: Intl.Locale) => Iterable<readonly [key: string, phrase: string]>;

const LISTS: readonly PhraseList[] = [namesInIntl, namesOfThings, namesOfPlaces, messages, phrasesOfInterfaces];

/** Of a client's own units so many teach what there is to be learned; each ten thousand take about a second. */
export const MOST_TAUGHT = 10_000;

/**
 * @param source @param target BCP 47
 * @param own what the client's memories have in both languages, `MOST_TAUGHT` at most
 * @returns the words of the one language that are known to stand for words of the other; without own phrases those of the
 *   last pairs are kept (about 1 s, 30 MB for the first use of a pair); none for a text and its revision
 */
export function knownWordsFor(source: string, target: string, own?: Phrases): KnownWords {
  if (primaryLanguage(source) === primaryLanguage(target)) return new Map();
  if (own && own.source.length > 0) {
    const all = phrasesOf(source, target);
    const together = { source: [...all.source, ...own.source], target: [...all.target, ...own.target] };
    return knownWords(together, source, target);
  }
  const key = `${source} ${target}`;
  return kept(pairs, key, () => knownWords(phrasesOf(source, target), source, target));
}
const pairs = new Map<string, KnownWords>();

/** Languages and pairs that are kept at most: a server that runs for long meets many. */
const MOST_KEPT = 8;

function kept<T>(all: Map<string, T>, key: string, make: () => T): T {
  let found = all.get(key);
  if (found === undefined) {
    found = make();
    if (all.size >= MOST_KEPT) all.delete([...all.keys()][0]!);
    all.set(key, found);
  }
  return found;
}

/** Phrases that are in lists of both languages. @param source @param target BCP 47 */
export function phrasesOf(source: string, target: string): Phrases {
  const [left, right] = [phrasesIn(source), phrasesIn(target)];
  const keys = [...left.keys()].filter((key) => right.has(key));
  return { source: keys.map((key) => left.get(key)!), target: keys.map((key) => right.get(key)!) };
}

const known = new Map<string, ReadonlyMap<string, string>>();

function phrasesIn(language: string): ReadonlyMap<string, string> {
  return kept(known, language, () => {
    const tag = canonicalTag(language);
    if (!tag || intlLocale(tag) === UNDETERMINED) return new Map<string, string>();
    const locale = new Intl.Locale(tag);
    const all = LISTS.flatMap((list, k) =>
      [...list(locale)].map(([key, text]) => [`${k}/${key}`, text.replace(PLACEHOLDER, ' ')] as const),
    );
    return new Map(all.filter(([, text]) => text.length <= LONGEST));
  });
}

/** Regions, languages, currencies, months and days by CLDR, as the runtime has them. */
function* namesInIntl(locale: Intl.Locale): Generator<[string, string]> {
  const tag = locale.baseName;
  if (Intl.DisplayNames.supportedLocalesOf([tag]).length === 0) return;
  const kinds = { region: twoLetters(), language: twoLetters(), currency: Intl.supportedValuesOf('currency') };
  for (const [type, codes] of Object.entries(kinds)) {
    const names = new Intl.DisplayNames([tag], { type: type as keyof typeof kinds, fallback: 'none' });
    for (const code of codes) {
      const name = names.of(type === 'language' ? code.toLowerCase() : code);
      if (name) yield [`${type}/${code}`, name];
    }
  }
  const months = new Intl.DateTimeFormat(tag, { month: 'long', timeZone: 'UTC', calendar: 'gregory' });
  const days = new Intl.DateTimeFormat(tag, { weekday: 'long', timeZone: 'UTC' });
  for (let month = 0; month < 12; month++) yield [`month/${month}`, months.format(Date.UTC(2024, month, 1))];
  for (let day = 1; day <= 7; day++) yield [`day/${day}`, days.format(Date.UTC(2024, 0, day))];
}

function twoLetters(): string[] {
  const letters = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
  return letters.flatMap((first) => letters.map((second) => first + second));
}

/** Names of what emoji and other symbols show (CLDR annotations). */
function* namesOfThings(locale: Intl.Locale): Generator<[string, string]> {
  const folder = folderOf('cldr-annotations-full', 'annotations');
  for (const file of filesIn(locale, folder, (tag) => join(tag, 'annotations.json'))) {
    const { annotations } = readJson(file) as {
      annotations: { annotations: Readonly<Record<string, { readonly tts?: readonly string[] }>> };
    };
    for (const [symbol, { tts }] of Object.entries(annotations.annotations)) if (tts?.[0]) yield [symbol, tts[0]];
  }
}

/** Names of what is on a map, and of its properties (OpenStreetMap's tagging schema). */
function* namesOfPlaces(locale: Intl.Locale): Generator<[string, string]> {
  const folder = folderOf('@openstreetmap/id-tagging-schema', 'dist', 'translations');
  for (const file of filesIn(locale, folder, (tag) => `${tag}.json`))
    yield* textsIn(Object.values(readJson(file) as object)[0] as object, '');
}

/** Lists of synonyms are in an order of their own in each language. */
const SYNONYMS: readonly string[] = ['terms', 'aliases'];

function* textsIn(tree: object, path: string): Generator<[string, string]> {
  for (const [key, value] of Object.entries(tree) as [string, unknown][]) {
    if (SYNONYMS.includes(key)) continue;
    if (typeof value === 'string' && value) yield [`${path}/${key}`, value];
    else if (value && typeof value === 'object') yield* textsIn(value, `${path}/${key}`);
  }
}

/** Messages of the TypeScript compiler; their keys are what they say in English. */
function* messages(locale: Intl.Locale): Generator<[string, string]> {
  const folder = folderOf('typescript', 'lib');
  const isEnglish = locale.language === 'en';
  const files = filesIn(isEnglish ? new Intl.Locale('de') : locale, folder, (tag) =>
    join(tag.toLowerCase(), 'diagnosticMessages.generated.json'),
  );
  for (const file of files)
    for (const [key, text] of Object.entries(readJson(file) as Readonly<Record<string, string>>))
      yield [key, isEnglish ? key.replace(/_\d+$/, '').replaceAll('_', ' ') : text];
}

/** Phrases of interfaces, one to a line that is the same in all languages (`scripts/phrases.mjs`). */
function* phrasesOfInterfaces(locale: Intl.Locale): Generator<[string, string]> {
  const folder = fileURLToPath(new URL('../phrases', import.meta.url));
  for (const file of filesIn(locale, folder, (tag) => `${tag}.txt`)) {
    const lines = readFileSync(file, 'utf8').split('\n');
    for (const [number, phrase] of lines.entries()) if (phrase) yield [String(number), phrase];
  }
}

const folderOf = (name: string, ...inside: string[]): string =>
  join(dirname(resolve.resolve(`${name}/package.json`)), ...inside);

/** The files that there are of a language alone, with its script or region, with both: what one says goes before those before it. */
function filesIn(locale: Intl.Locale, folder: string, file: (tag: string) => string): string[] {
  const { language, script, region } = locale.maximize();
  // Bokmål is often filed as Norwegian.
  const names = language === 'nb' || language === 'no' ? ['no', 'nb'] : [language];
  const tags = new Set([
    ...names,
    ...[script, region, `${script}-${region}`].map((part) => `${language}-${part}`),
    locale.baseName,
  ]);
  return [...tags].map((tag) => join(folder, file(tag))).filter((path) => existsSync(path));
}

const readJson = (path: string): unknown => JSON.parse(readFileSync(path, 'utf8'));
