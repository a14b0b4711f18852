/** Words that no term begins or ends with, by language: the lists of the `stopword` package, and what they lack. */
import * as lists from 'stopword';
import { primaryLanguage } from './tags.js';

/** ISO 639-1 → the name of the list. */
const LISTS: Readonly<Record<string, keyof typeof lists>> = {
  ar: 'ara',
  bg: 'bul',
  ca: 'cat',
  cs: 'ces',
  da: 'dan',
  de: 'deu',
  el: 'ell',
  en: 'eng',
  es: 'spa',
  et: 'est',
  fi: 'fin',
  fr: 'fra',
  he: 'heb',
  hr: 'hrv',
  hu: 'hun',
  id: 'ind',
  it: 'ita',
  lt: 'lit',
  lv: 'lav',
  nb: 'nob',
  nl: 'nld',
  pl: 'pol',
  pt: 'porBr',
  ro: 'ron',
  ru: 'rus',
  sk: 'slk',
  sl: 'slv',
  sv: 'swe',
  tr: 'tur',
  uk: 'ukr',
  ja: 'jpn',
  ko: 'kor',
  zh: 'zho',
  th: 'tha',
};

/** Pronouns, auxiliaries, adverbs and verbs of instructions (common practice). */
const MORE: Readonly<Record<string, string>> = {
  en: `can't don't it's you'll i me my we us he she they them may might must shall should could would will won't isn't aren't
    not no yes also just very too then than there here when where why how all any both each few more most other some such own
    same so only again further once one two three first second third next last every either neither without within during
    while until since although though because whether whose whom which that this these those use uses used using want need
    needs make makes made see below above following example e.g i.e etc via per let allow allows allowed enable disabled
    click choose select press enter go try does did doing done others ones goes give gives given find found keep take takes become becomes contain
    contains containing provide provides include includes including like such able please note well however therefore
    instead different new many much several various available possible need want works get gets put say says`,
  de: 'sie ihr ihre ihrer ihren ihrem wird werden wurde kann können muss müssen soll sollen darf dürfen sowie bzw z.b d.h siehe bitte',
  fr: 'cette cet ce ces plus peut peuvent doit doivent être avoir si comme sous entre sans chaque tout tous toute toutes aussi afin lors ainsi',
  es: 'una un uno unos unas esta este estos estas ese esa puede pueden debe deben ser cada todo todos toda todas más muy también si como cuando donde sobre entre sin hasta desde usted le les',
  it: 'può possono deve devono essere ogni tutto tutti tutte più anche se come quando dove senza',
  pt: 'pode podem deve devem ser cada todo todos toda todas mais também se como quando onde sem',
  nl: 'kunt kan kunnen moet moeten wordt worden elke alle ook als wanneer waar zonder deze dit dat',
};

/** Within a term of several words: "gate of the lock", "porte d'écluse". */
const LINKS: Readonly<Record<string, string>> = {
  en: 'of',
  fr: 'de du des d à la le les en',
  es: 'de del la el los las en',
  pt: 'de da do das dos em',
  it: 'di del della dei delle dello da a',
  ca: 'de del la els les',
  ro: 'de a al',
  nl: 'van',
};

/** Articles and the like: what stands before them is hardly a noun, what stands behind them is the beginning of one. */
const DETERMINERS: Readonly<Record<string, string>> = {
  en: 'the a an this that these those your its their his her our my any some each every',
  de: 'der die das den dem des ein eine einen einem einer eines dieser diese dieses diesen diesem ihr ihre ihren ihrem ihrer kein keine',
  fr: 'le la les un une des du au aux ce cet cette ces votre vos son sa ses leur leurs',
  es: 'el la los las un una unos unas este esta estos estas su sus del al',
  pt: 'o a os as um uma uns umas este esta estes estas seu sua seus suas do da dos das no na nos nas ao à',
  it: 'il lo la i gli le un uno una questo questa questi queste del della dei delle al alla nel nella',
  nl: 'de het een deze dit die dat uw hun zijn haar',
  sv: 'en ett den det de denna detta dessa',
  da: 'en et den det de denne dette disse',
  nb: 'en et den det de denne dette disse',
};

export interface FunctionWords {
  /** No term begins or ends with one. */
  readonly stop: ReadonlySet<string>;
  readonly links: ReadonlySet<string>;
  readonly determiners: ReadonlySet<string>;
}

const made = new Map<string, FunctionWords>();

/** In lower case. @param language a BCP 47 tag; one without a list has none */
export function functionWordsOf(language: string): FunctionWords {
  const primary = primaryLanguage(language);
  let words = made.get(primary);
  if (!words) {
    const list = LISTS[primary] ? lists[LISTS[primary]] : [];
    const set = (all: string | undefined): string[] => all?.split(/\s+/) ?? [];
    const determiners = new Set(set(DETERMINERS[primary]));
    words = {
      stop: new Set([...list.map((word) => word.toLowerCase()), ...set(MORE[primary]), ...determiners]),
      links: new Set(set(LINKS[primary])),
      determiners,
    };
    made.set(primary, words);
  }
  return words;
}
