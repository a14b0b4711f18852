/**
 * Finnish: stems with consonant gradation, then case, possessive suffix and clitic in this order (Hakulinen et al. 2004,
 * "Iso suomen kielioppi", §§ 41–108; types of nouns after the 51 types of "Nykysuomen sanalista"; from memory).
 */
import { chained, exchanged, headsOf, type Endings, type Inflection, type Place, type Stem } from '../inflection.js';

const POSSESSIVE = '(?:ni|si|ns[aä]|mme|nne)';
const CLITIC = '(?:kin|kaan|kään|ko|kö)?(?:han|hän|pa|pä)?';
const LOCAL = '(?:ss[aä]|st[aä]|ll[aä]|lt[aä]|lle|n[aä]|tt[aä])';

/**
 * Behind the stem in a vowel: of the singular, weak or strong. The illative repeats the vowel; -ta is for stems in two
 * vowels, -a for those in one.
 */
function singularEndings(vowel: string, isLong: boolean, inHiatus: boolean): Endings {
  const illative = isLong ? `(?:h${vowel}n|seen)` : `${vowel}n`;
  const before = isLong ? `(?:h${vowel}|see)` : vowel;
  const partitive = isLong ? 't[aä]' : inHiatus ? 't?[aä]' : '[aä]';
  return chained(
    new RegExp(
      `^(?:(?:n|t|ksi|${LOCAL}|${partitive}|${illative})?|(?:${LOCAL}|${partitive}|)(?:[aä]n|${POSSESSIVE})|(?:kse|lle)(?:en|${POSSESSIVE})|${before}${POSSESSIVE})${CLITIC}$`,
      'u',
    ),
    'case',
  );
}
const SINGULAR = new Map<string, Endings>();

function singularOf(stem: string): Endings {
  const isLong = /(?:aa|ää|oo|öö|uu|yy|ii|ee|uo|yö|ie|[aeouyäö]i|[aeo]u|[äöe]y)$/u.test(stem);
  const inHiatus = /[aeiouyäö]{2}$/u.test(stem);
  const key = `${stem.at(-1)!} ${isLong} ${inHiatus}`;
  let known = SINGULAR.get(key);
  if (!known) SINGULAR.set(key, (known = singularEndings(stem.at(-1)!, isLong, inHiatus)));
  return known;
}
/** Behind the stem of the plural, which ends in i. */
const PLURAL = chained(
  new RegExp(
    `^(?:(?:n|ksi|${LOCAL}|t[aä]|hin|siin|in|den|tten|en|[aä])|(?:${LOCAL}|t[aä]|[aä]|hi|sii|i|de|tte|e|kse)(?:[aä]n|en|${POSSESSIVE}))${CLITIC}$`,
    'u',
  ),
  'plural',
);
/** Where it stands before a vowel: "siltoja", "pankkien". */
const PLURAL_J = chained(
  new RegExp(`^(?:[aä]|en|[aä]{0,1}${POSSESSIVE}|[aä]{2}n|e${POSSESSIVE}|ensa|ensä)${CLITIC}$`, 'u'),
  'plural',
);
/** Behind the stem in a consonant: "vettä", "vesien". */
const PARTITIVE = chained(new RegExp(`^(?:t[aä]|n[aä]|ten|t[aä](?:[aä]n|${POSSESSIVE}))${CLITIC}$`, 'u'), 'case');
const BARE = chained(new RegExp(`^(?:${CLITIC}|${POSSESSIVE}${CLITIC})$`, 'u'), 'possessive');
const VERB = chained(
  new RegExp(
    `^(?:n|t|mme|tte|v[aä]t|[aeouiyäö]|[aä]|(?:t)?[aä]{2}n|(?:i|si)(?:n|t|mme|tte|v[aä]t|)|(?:isi)(?:n|t|mme|tte|v[aä]t|)|(?:t)?(?:t[aä]isi|tiin|ttiin|ett[aä]v[aä]\\S*|tt[aä]v[aä]\\S*)(?:in|)|(?:ess[aä]|en)(?:[aä]n|ns[aä]|)|m(?:[aä]|[aä]n|[aä]ll[aä]|[aä]ss[aä]|[aä]st[aä]|[aä]tt[aä]|inen|isen|ist[aä]|iseen|isess[aä]|ise(?:n|ksi|lla|llä))|v[aä](?:n|t|ss[aä]|ll[aä]|[aä]|)|vi(?:en|a|ä|ss[aä]|ll[aä])|n(?:ut|yt|eet|een|eella|eessa)|t[aä]v[aä](?:n|t|[aä]|ss[aä]|ll[aä]|ksi)?|tu|ty|ttu|tty|tu[nt]|ty[nt]|kaa|kää)?(?:ko|kö|kin)?$`,
    'u',
  ),
  'verb',
);

/** Behind the stem of "avata" without its contraction: "avannut, avatkaa, avattu". */
const CONTRACTED = chained(/^(?:nnut|nnyt|nneet|nne|t[aä]|s[ei])$/u, 'verb');

/** Strong → weak, at the last consonants before the vowel (ISK § 41). */
const WEAK: readonly (readonly [RegExp, readonly string[]])[] = [
  [/kk$/u, ['k']],
  [/pp$/u, ['p']],
  [/tt$/u, ['t']],
  [/nk$/u, ['ng']],
  [/nt$/u, ['nn']],
  [/mp$/u, ['mm']],
  [/lt$/u, ['ll']],
  [/rt$/u, ['rr']],
  [/(?<![tsk])t$/u, ['d']],
  [/(?<![ps])p$/u, ['v']],
  [/(?<=[lr])k$/u, ['', 'j']],
  [/(?<=h)k$/u, ['', 'j']],
  [/(?<=[aeiouyäö])k$/u, ['', 'v', '’']],
];
/** Weak → strong, for words whose base form has the weak grade: "laite – laitteen", "allas – altaan", "padotin". */
const STRONG: readonly (readonly [RegExp, readonly string[]])[] = [
  [/ng$/u, ['nk']],
  [/nn$/u, ['nt']],
  [/mm$/u, ['mp']],
  [/ll$/u, ['lt']],
  [/rr$/u, ['rt']],
  [/(?<![ks])k$/u, ['kk']],
  [/(?<![ps])p$/u, ['pp']],
  [/(?<![ts])t$/u, ['tt']],
  [/d$/u, ['t']],
  [/v$/u, ['p']],
  [/j$/u, ['k']],
  [/(?<=[aeiouyäölrh])$/u, ['k']],
];

function graded(consonants: string, changes: typeof WEAK): string[] {
  for (const [pattern, all] of changes)
    if (pattern.test(consonants)) return [consonants, ...all.map((to) => consonants.replace(pattern, to))];
  return [consonants];
}

class Stems {
  readonly found: Stem[] = [];

  /** `before` ends in the consonants that change; `vowel` follows. */
  singular(before: string, vowel: string, changes = WEAK): this {
    for (const grade of graded(before, changes))
      this.found.push({ text: grade + vowel, endings: singularOf(grade + vowel) });
    return this;
  }

  /** Stems of the plural: `vowel` is what stands before i and j. */
  plural(before: string, vowel: string, changes = WEAK): this {
    for (const grade of graded(before, changes)) {
      this.found.push({ text: `${grade}${vowel}i`, endings: PLURAL });
      if (vowel) this.found.push({ text: `${grade}${vowel}j`, endings: PLURAL_J });
    }
    return this;
  }

  partitive(text: string): this {
    this.found.push({ text, endings: PARTITIVE });
    return this;
  }
}

/** Words in -i whose stem is in -e: "ovi – oven", "kivi – kiven"; with a consonant stem where they have one. */
const E_WORDS = exchanged(
  'ovi:ove kivi:kive joki:joke lumi:lume:lun tuli:tule:tul meri:mere:mer niemi:nieme:nien nimi:nime putki:putke saari:saare:saar ' +
    'kieli:kiele:kiel pieni:piene:pien suuri:suure:suur salmi:salme lampi:lampe talvi:talve järvi:järve lahti:lahte hirsi:hirte:hirt ' +
    'vesi:vete:vet käsi:käte:kät uusi:uute:uut täysi:täyte:täyt varsi:varte:vart kansi:kante:kant köysi:köyte:köyt susi:sute:sut ' +
    'viisi:viite:viit kuusi:kuute:kuut tosi:tote:tot hiiri:hiire:hiir veri:vere:ver ääri:ääre:äär ääni:ääne:ään uni:une:un ' +
    'hanki:hanke sormi:sorme savi:save suvi:suve reki:reke mäki:mäke väki:väke arki:arke kärki:kärke kaikki:kaikke korpi:korpe ' +
    'lehti:lehte tähti:tähte lehmi:lehme onni:onne polvi:polve hirvi:hirve hiili:hiile:hiil huoli:huole:huol puoli:puole:puol ' +
    'nuoli:nuole:nuol tuuli:tuule:tuul mieli:miele:miel jousi:jouse:jous kuusi:kuuse:kuus lapsi:lapse:las lohi:lohe:loh ' +
    'moni:mone:mon juuri:juure:juur nuori:nuore:nuor vuori:vuore:vuor kuori:kuore:kuor sieni:siene:sien kynsi:kynte:kynt ' +
    'länsi:länte:länt jälki:jälke sääski:sääske koski:koske laki:lake vaski:vaske tammi:tamme sampi:sampe ' +
    'tyvi:tyve sarvi:sarve virsi:virte:virt parsi:parte:part hiki:hike noki:noke lovi:love pilvi:pilve arvi:arve ' +
    'tuki:tuke yksi:yhte:yht kaksi:kahte:kaht onki:onke sänki:sänke henki:henke hetki:hetke retki:retke kylki:kylke selki:selke vuosi:vuote:vuot ',
);

function nounStems(word: string): Stem[] {
  const s = new Stems();
  s.found.push({ text: word, endings: BARE });
  const cut = (letters: number): string => word.slice(0, -letters);
  if (word.endsWith('nen') && word.length > 4)
    return irregular(
      s
        .singular(`${cut(3)}s`, 'e')
        .plural(`${cut(3)}s`, '')
        .partitive(`${cut(3)}s`).found,
      word,
    );
  if (/(?:uo|yö|ie)$/u.test(word)) {
    const plural = `${cut(2)}${word.at(-1)!}`;
    return s.singular(word, '').plural(plural, '').found;
  }
  if (/(aa|ää|uu|yy|oo|öö|ii|ee|[aäoöue]i|[ae]u|[äö]y)$/u.test(word) && word.length < 5)
    return s.singular(word, '').plural(cut(1), '').found;
  if (/(?:aa|ää|uu|yy|oo|öö|ii|ee)$/u.test(word)) return s.singular(word, '').plural(cut(1), '').found;
  if (word.endsWith('e'))
    return s.singular(cut(1), 'ee', STRONG).plural(cut(1), 'e', STRONG).partitive(`${word}t`).found;
  if (word.endsWith('i')) {
    s.singular(cut(1), 'i').plural(cut(1), 'e');
    // Genitive of the plural: "pankkien".
    for (const grade of graded(cut(1), WEAK)) s.found.push({ text: `${grade}i`, endings: PLURAL });
    eWord(s, word);
    return irregular(s.found, word);
  }
  if (/[aä]$/u.test(word)) {
    s.singular(cut(1), word.at(-1)!)
      .plural(cut(1), '')
      .plural(cut(1), word.endsWith('a') ? 'o' : 'ö');
    // Comparatives: "suurempi" is in -i; "ylempänä" too.
    return s.found;
  }
  if (/[ouyö]$/u.test(word)) return s.singular(cut(1), word.at(-1)!).plural(cut(1), word.at(-1)!).found;
  return irregular(consonantal(s, word).found, word);
}

function eWord(s: Stems, word: string): void {
  const known = headsOf(word, E_WORDS);
  if (known) {
    const stem = known.before + known.forms[0]!;
    s.singular(stem.slice(0, -1), 'e').plural(stem.slice(0, -1), '');
    if (known.forms[1]) s.partitive(known.before + known.forms[1]);
    if (word.endsWith('si')) s.plural(word.slice(0, -1), '');
  }
  if (word.endsWith('mpi'))
    s.singular(word.slice(0, -1), 'a').singular(word.slice(0, -1), 'ä').plural(word.slice(0, -1), '');
}

function consonantal(s: Stems, word: string): Stems {
  const cut = (letters: number): string => word.slice(0, -letters);
  const vowel = word.at(-2)!;
  switch (word.at(-1)) {
    case 's':
      s.partitive(word);
      if (/[uy]s$/u.test(word)) {
        s.singular(`${cut(1)}${vowel}t`, 'e')
          .singular(`${cut(1)}${vowel}d`, 'e')
          .partitive(`${cut(1)}${vowel}t`);
        s.singular(`${cut(1)}t`, 'e')
          .singular(`${cut(1)}d`, 'e')
          .partitive(`${cut(1)}t`)
          .singular(cut(1), vowel);
      }
      s.singular(`${cut(1)}ks`, 'e').plural(`${cut(1)}ks`, '');
      if (/[aäiey]s$/u.test(word))
        s.singular(cut(2), vowel + vowel, STRONG).plural(cut(2), vowel === 'i' ? 'i' : vowel, STRONG);
      break;
    case 'n':
      s.partitive(word);
      if (COMPARATIVE.test(word)) s.singular(`${cut(1)}mp`, 'a').plural(`${cut(1)}mp`, '');
      if (/[tö]?[oö]n$/u.test(word))
        for (const a of ['a', 'ä'])
          s.singular(`${word.slice(0, -1)}m`.replace(/t([oö])m$/u, 'tt$1m'), a).plural(
            `${cut(1)}m`.replace(/t([oö])m$/u, 'tt$1m'),
            '',
          );
      for (const grade of graded(cut(2), STRONG))
        s.singular(`${grade}${vowel}m`, 'e')
          .plural(`${grade}${vowel}m`, '')
          .singular(`${grade}${vowel}n`, 'e')
          .plural(`${grade}${vowel}n`, '');
      break;
    case 't':
      s.partitive(word).singular(cut(1), 'e').singular(cut(2), 'ee').plural(cut(2), 'e').plural(cut(1), '');
      break;
    default:
      s.partitive(word);
      for (const grade of graded(cut(2), STRONG))
        s.singular(`${grade}${vowel}${word.at(-1)!}`, 'e').plural(`${grade}${vowel}${word.at(-1)!}`, '');
  }
  // Foreign words: "internet – internetin".
  return s.singular(word, 'i').plural(word, 'e');
}

const OTHERS = exchanged('mies:mieh');
/** "vasen – vasemman": the stem of a comparative. */
const COMPARATIVE = /(?:vasen)$/u;

function irregular(found: Stem[], word: string): Stem[] {
  const known = headsOf(word, OTHERS);
  if (known)
    for (const form of known.forms)
      found.push(
        { text: known.before + form + 'e', endings: singularOf('e') },
        { text: known.before + form + 'i', endings: PLURAL },
        { text: `${known.before}mies`, endings: PARTITIVE },
      );
  return found;
}

/** First and second infinitive, person, tense, mood, participles (ISK §§ 52–94). */
function verbStems(word: string): Stem[] {
  const found: Stem[] = [];
  const add = (before: string, vowel: string, changes: typeof WEAK): void => {
    for (const grade of graded(before, changes)) found.push({ text: grade + vowel, endings: VERB });
  };
  const cut = (letters: number): string => word.slice(0, -letters);
  if (/[^aeiouyäö](?:aa|ää)$|[eoiuyö][aä]$/u.test(word) && word.length > 4) {
    const vowel = word.at(-2)!;
    add(cut(2), vowel, WEAK);
    add(cut(2), 'i', WEAK);
    add(cut(2), 'e', WEAK);
    if (/[aä]/u.test(vowel)) add(cut(2), 'o', WEAK);
    add(`${cut(2)}s`.replace(/t+s$/u, 's'), 'i', []);
  } else if (/[aeiouyäö][t][aä]$/u.test(word) && word.length > 4) {
    const stem = cut(2);
    const vowel = word.at(-1)!;
    add(stem.slice(0, -1), stem.at(-1)! + vowel, STRONG);
    add(stem.slice(0, -1), `${stem.at(-1)!}si`, STRONG);
    found.push({ text: stem, endings: CONTRACTED }, { text: `${stem}t`, endings: VERB });
    if (stem.endsWith('i')) add(stem, 'tse', []);
  } else if (/d[aä]$/u.test(word)) add(cut(2), '', []);
  else if (/(?:ll|nn|rr|st)[aä]$/u.test(word)) {
    add(cut(2).replace(/(.)$/u, ''), `${cut(2).at(-1)!}e`, STRONG);
    found.push({ text: cut(2), endings: VERB });
    add(cut(2), 'i', []);
  }
  return found;
}

/** "vapaa – vapaampi", "vanha – vanhempi". */
const COMPARED = chained(
  /^(?:pi|m[aä](?:n|ss[aä]|st[aä]|ll[aä]|lt[aä]|lle|ksi)|p[aä](?:[aä]|[aä]n|n[aä])|m[aä]t|p(?:i[aä]|ien|iin|in[aä])|mi(?:ss[aä]|st[aä]|ll[aä]|lt[aä]|lle|ksi|n))$/u,
  'comparison',
);

function comparative(word: string): Stem[] {
  if (!/[aeiouyäö]$/u.test(word) || word.length < 5) return [];
  const last = /[^aeiouyäö][aä]$/u.test(word) ? 'e' : word.at(-1)!;
  return graded(word.slice(0, -1), WEAK).map((before) => ({ text: `${before}${last}m`, endings: COMPARED }));
}

function stems(word: string, _written: string, { of }: Place): Stem[] {
  const verb = of === 1 && /[aä]$/u.test(word) ? verbStems(word) : [];
  const all = [...nounStems(word), ...(of === 1 ? comparative(word) : []), ...verb];
  const isBack = /[aou]/u.test(word);
  // Vowels of a word are of one kind (ISK § 15); one of e and i alone may take either: "merta, mertä".
  if (isBack === /[äöy]/u.test(word)) return all;
  return all.map((stem) => ({ ...stem, endings: harmonious(stem.endings, isBack) }));
}

/** Endings of one kind of vowels: "yhteys" is never in "yhteystapa". */
function harmonious(all: Endings, isBack: boolean): Endings {
  const known = isBack ? BACK : FRONT;
  let list = known.get(all);
  if (!list) {
    const other = isBack ? /[äöy]/u : /[aou]/u;
    known.set(all, (list = (rest) => (other.test(rest) ? null : all(rest))));
  }
  return list;
}

const BACK = new Map<Endings, Endings>();
const FRONT = new Map<Endings, Endings>();

export const FINNISH: Inflection = {
  fold: (word) => word.toLowerCase(),
  stems,
  longest: 14,
  links: ['', 'n', 'en', 'in', 's'],
};
