/**
 * Modern Greek: declension by the end of the word (Holton, Mackridge & Philippaki-Warburton, "Greek: a comprehensive
 * grammar", part II; from memory). The accent moves ("θάλασσα – θαλασσών"), so stems and endings go without it; where it
 * cannot have moved, it tells words apart ("νόμος", law, and "νομός", district).
 */
import { endings, exchanged, headsOf, type Inflection, type Stem } from '../inflection.js';

const E = {
  os: endings({ base: 'ος', case: 'ου ο ε', plural: 'οι ων ους' }, false),
  osNeuter: endings({ base: 'ος', case: 'ους', plural: 'η ων εων' }, false),
  adjective: endings(
    {
      base: 'ος',
      case: 'ου ο ε ων ους',
      feminine: 'η ης α ας ες',
      plural: 'οι',
      comparison: 'οτερος οτερη οτερο οτεροι οτερες οτερα',
    },
    false,
  ),
  o: endings({ base: 'ο', case: 'ου', plural: 'α ων' }, false),
  i: endings({ base: 'ι', case: 'ιου', plural: 'ια ιων' }, false),
  eta: endings({ base: 'η', case: 'ης', plural: 'ες ων εις εων', genitive: 'εως' }, false),
  alpha: endings({ base: 'α', case: 'ας', plural: 'ες ων' }, false),
  ma: endings({ base: 'μα', case: 'ματος', plural: 'ματα ματων' }, false),
  is: endings({ base: 'ης', case: 'η', plural: 'ες ων ηδες ηδων' }, false),
  as: endings({ base: 'ας', case: 'α', plural: 'ες ων αδες αδων' }, false),
  eas: endings({ base: 'εας', case: 'εα', plural: 'εις εων' }, false),
  us: endings({ base: 'υς', case: 'υ εος', feminine: 'ια ιας ιες', plural: 'ιοι ια ιων ιους εις εων εα' }, false),
  isAdjective: endings({ base: 'ης', case: 'ους η', plural: 'εις ων', agreement: 'ες' }, false),
  ou: endings({ base: 'ου', case: 'ους', plural: 'ουδες ουδων' }, false),
  omega: endings(
    {
      base: 'ω',
      verb: 'εις ει ουμε ετε ουν ουνε α ες ε αμε ατε αν ομαι εσαι εται ομαστε εστε ονται ονταν οταν οντας ας ησε ησα ηθηκε ημενος ημενη ημενο ουμενος αει ας ας ουσε ουσα μενος',
    },
    false,
  ),
  past: endings({ verb: 'ω εις ει ουμε ετε ουν α ες ε αμε ατε αν τε' }, false),
  passive: endings({ verb: 'ω εις ει ουμε ειτε ουν ηκα ηκες ηκε ηκαμε ηκατε ηκαν' }, false),
  participle: endings({ verb: 'μενος μενου μενο μενοι μενων μενους μενη μενης μενες μενα' }, false),
};

const ADJECTIVE =
  /(?:ικος|ακος|ετος|αρος|ορος|^ισος|^νεος|^μονος|^ολος|^αλλος|^μεγαλος|^καλος|^κακος|^ψηλος|^χαμηλος|^λευκος|^μαυρος|ινος|ιμος|ιος|ητος|ωτος|μενος|ερος|αιος|ειος|ωδης|ηρος|ανος|ενος|τεος|υτος|στος|ηλος|πλος|αλος)$/u;

/** Neuters in -ος, a closed list; the others are masculine or feminine. */
const NEUTER = exchanged(
  'μερος βαθος υψος μηκος πλατος βαρος κρατος εθνος ειδος μελος λαθος δασος εδαφος τελος κερδος μεγεθος παχος ετος γενος ορος πληθος ' +
    'σκελος χειλος στελεχος αγχος παθος χρεος βελος τεμαχος ιχνος πελαγος κυτος ελος αλσος τευχος σθενος κοστος ανθος ηθος στηθος ' +
    'ψυχος νεφος ευρος υφος θερος βρεφος σκαφος μισος τειχος οφελος',
);

function stems(word: string): Stem[] {
  const found: Stem[] = [];
  const add = (cut: number, ends: Stem['endings']): void =>
    void found.push({ text: word.slice(0, word.length - cut), endings: ends });
  if (word.endsWith('ος')) {
    add(2, E.os);
    if (ADJECTIVE.test(word)) add(2, E.adjective);
    if (headsOf(word, NEUTER)) add(2, E.osNeuter);
  } else if (word.endsWith('μα')) add(2, E.ma);
  else if (word.endsWith('εας')) add(3, E.eas);
  else if (word.endsWith('υς')) add(2, E.us);
  else if (word.endsWith('ης')) {
    add(2, E.is);
    add(2, E.isAdjective);
  } else if (word.endsWith('ας')) add(2, E.as);
  else if (word.endsWith('ου')) add(2, E.ou);
  else if (/[^ι]ον$/u.test(word)) add(2, endings({ base: 'ον', case: 'οντος', plural: 'οντα οντων' }, false));
  else if (word.endsWith('ως')) add(2, endings({ base: 'ως', case: 'ωτος', plural: 'ωτα ωτων' }, false));
  else if (word.endsWith('ο')) add(1, E.o);
  else if (word.endsWith('ι')) add(1, E.i);
  else if (word.endsWith('η')) add(1, E.eta);
  else if (word.endsWith('α')) add(1, E.alpha);
  else if (word.endsWith('ω')) verb(word.slice(0, -1), found);
  // Words of a term of several words stand in the plural or genitive as they are.
  found.push({ text: word, endings: endings({}) });
  if (/σιμο$/u.test(word))
    found.push({ text: word.slice(0, -1), endings: endings({ case: 'ατος', plural: 'ατα ατων' }, false) });
  return found;
}

/** The stem of the past: "ανοιγ – ανοιξ", "κλειν – κλεισ", "γραφ – γραψ". */
function verb(stem: string, found: Stem[]): void {
  found.push({ text: stem, endings: E.omega });
  const past = stem
    .replace(/(?:γ|κ|χ|χν|ζ|σσ)$/u, 'ξ')
    .replace(/(?:β|π|φ|πτ|ευ|αυ)$/u, (m) => (m === 'ευ' ? 'ευσ' : m === 'αυ' ? 'αυσ' : 'ψ'))
    .replace(/(?:ν|θ|τ|δ)$/u, 'σ');
  for (const text of new Set([
    past,
    stem.replace(/ζ$/u, 'σ'),
    stem + 'σ',
    stem.replace(/ν$/u, '') + 'σ',
    stem + 'ησ',
  ])) {
    if (text === stem) continue;
    found.push({ text, endings: E.past }, { text: `ε${text}`, endings: E.past });
    for (const [x, ps] of [
      ['χθ', 'φθ'],
      ['χτ', 'φτ'],
    ] as const)
      found.push({ text: text.replace(/ξ$/u, x).replace(/ψ$/u, ps).replace(/σ$/u, 'στ'), endings: E.passive });
    found.push({ text: text.replace(/ξ$/u, 'γ').replace(/ψ$/u, 'μ').replace(/σ$/u, 'σ'), endings: E.participle });
  }
}

/**
 * Syllables of a word, and which of them has the accent, from 0; null: none is written, as in capitals. A vowel written
 * in two letters is one, unless the first has the accent.
 */
function syllables(word: string): { readonly count: number; readonly accent: number | null } {
  const vowels = word
    .toLowerCase()
    .normalize('NFD')
    .match(/[αεο]ι(?!\u0308)\u0301?|[οαε]υ(?!\u0308)\u0301?|υι\u0301?|[αεηιουω]\u0308?\u0301?/gu);
  const accent = vowels?.findIndex((vowel) => vowel.includes('\u0301')) ?? -1;
  return { count: vowels?.length ?? 0, accent: accent < 0 ? null : accent };
}

/**
 * Whether the accent of a form of a noun or adjective may stand where it does (Holton et al., part II, 1.1: it never comes
 * nearer to the beginning; it moves to the end from the third syllable from it, in "-ών" and behind a new syllable).
 */
function accentFits(term: string, form: string): boolean {
  if (/[ωώ]$|ομαι$|άμαι$/u.test(term)) return true;
  const [base, other] = [syllables(term), syllables(form)];
  if (base.accent === null || other.accent === null || base.accent === other.accent) return true;
  if (other.accent < base.accent) return false;
  return base.count - base.accent > 2 || other.count > base.count || form.endsWith('ών');
}

export const GREEK: Inflection = {
  accords: accentFits,
  fold: (word) =>
    word
      .toLowerCase()
      .normalize('NFD')
      .replace(/[\u0300-\u036f]/g, '')
      .replace(/σ$/u, 'ς'),
  stems,
  longest: 8,
  links: null,
};
