/**
 * Values of the standard's closed lists in the words of clients, in the main European languages and Japanese.
 * Common practice.
 */
import { foldForSearch } from '../text/fold.js';

type Words = Readonly<Record<string, string>>;

const STATUS: Words = {
  'preferredTerm-admn-sts':
    'preferred, preferredterm, approved, bevorzugt, vorzugsbenennung, freigegeben, genehmigt, validated, valide, validee, privilegie, prefere, recommande, ' +
    'preferido, aprobado, preferencial, aprovado, recomendado, preferito, approvato, zalecany, preferowany, zatwierdzony, suositettava, hyvaksytty, ' +
    'voorkeur, voorkeursterm, goedgekeurd, godkand, rekommenderad, ok, ja, yes, standard, released, valid, erlaubt und bevorzugt, 推奨, 優先',
  'admittedTerm-admn-sts':
    'admitted, admittedterm, allowed, permitted, accepted, acceptable, zugelassen, erlaubt, admis, autorise, accepte, tolere, permitido, aceptado, admitido, aceito, ' +
    'permesso, ammesso, accettato, dopuszczalny, dozwolony, sallittu, toegestaan, tillaten, synonym, neutral, 許容, 許可',
  'deprecatedTerm-admn-sts':
    'deprecated, deprecatedterm, forbidden, not recommended, do not use, dont use, prohibited, rejected, avoid, verboten, nicht verwenden, unerwunscht, abgelehnt, vermeiden, gesperrt, ' +
    'interdit, a eviter, deconseille, rejete, ne pas utiliser, prohibido, evitar, no usar, rechazado, desaconsejado, proibido, nao usar, desaconselhado, ' +
    'vietato, da evitare, sconsigliato, zabroniony, niezalecany, nie uzywac, kielletty, ei suositella, valtettava, verboden, te vermijden, avrads, forbjuden, ' +
    'no, nein, not allowed, unzulassig, 禁止, 非推奨, 使用禁止',
  'supersededTerm-admn-sts':
    'superseded, supersededterm, obsolete, outdated, veraltet, ersetzt, perime, obsolete, remplace, obsoleto, sustituido, anticuado, substituido, superato, przestarzaly, vanhentunut, verouderd, foraldrad, 廃止',
};

const PART_OF_SPEECH: Words = {
  noun: 'noun, n, s, subst, substantiv, substantive, nomen, hauptwort, nom, nom commun, sustantivo, substantivo, sostantivo, nome, rzeczownik, rzecz, substantiivi, nimisana, zelfstandig naamwoord, znw, sb, 名詞, nm, nf, nn',
  properNoun:
    'proper noun, propernoun, eigenname, nom propre, nombre propio, nome proprio, nazwa wlasna, erisnimi, 固有名詞',
  verb: 'verb, v, vb, vt, vi, vr, zeitwort, verbe, verbo, czasownik, czas, verbi, werkwoord, ww, 動詞',
  adjective:
    'adjective, adj, a, adjektiv, eigenschaftswort, adjectif, adjetivo, aggettivo, przymiotnik, przym, adjektiivi, bijvoeglijk naamwoord, bnw, 形容詞',
  adverb: 'adverb, adv, adverbe, adverbio, avverbio, przyslowek, adverbi, bijwoord, bw, 副詞',
  other: 'other, sonstiges, autre, otro, outro, altro, inny, muu, phrase, andere',
};

const GENDER: Words = {
  masculine:
    'masculine, m, masc, mask, maskulin, mannlich, masculin, masculino, maschile, meski, maskuliini, mannelijk, der, le, el, il, r',
  feminine:
    'feminine, f, fem, feminin, weiblich, feminin, femenino, feminino, femminile, zenski, feminiini, vrouwelijk, die, la, z',
  neuter: 'neuter, n, nt, neut, neutrum, sachlich, neutre, neutro, nijaki, neutri, onzijdig, das',
  other: 'other, utrum, common, u, c, mf, m/f',
};

const NUMBER: Words = {
  singular: 'singular, sg, sing, einzahl, singulier, singolare, pojedyncza, yksikko, enkelvoud, ental',
  plural: 'plural, pl, plur, mehrzahl, pluriel, plurale, mnoga, monikko, meervoud, flertal, pluriale tantum',
  mass: 'mass, uncountable',
};

const TERM_TYPE: Words = {
  abbreviation:
    'abbreviation, abbr, abk, abkurzung, abreviation, abreviatura, abbreviazione, skrot, lyhenne, afkorting',
  acronym: 'acronym, akronym, acronyme, acronimo, akronyymi',
  fullForm:
    'full form, fullform, vollform, langform, forme complete, forma completa, forma plena, pelna forma, taysmuoto',
  shortForm: 'short form, shortform, kurzform, forme courte, forma corta',
  variant: 'variant, variante, wariant, muunnelma, spelling variant, schreibvariante',
  phrase: 'phrase, phraseologism, wendung, phraseologismus, expression',
};

const LISTS: Readonly<Record<string, ReadonlyMap<string, string>>> = {
  administrativeStatus: table(STATUS),
  partOfSpeech: table(PART_OF_SPEECH),
  grammaticalGender: table(GENDER),
  grammaticalNumber: table(NUMBER),
  termType: table(TERM_TYPE),
};

function table(words: Words): ReadonlyMap<string, string> {
  return new Map(
    Object.entries(words)
      .reverse()
      .flatMap(([value, list]) => [
        [value.toLowerCase(), value] as const,
        ...list.split(', ').map((word) => [word, value] as const),
      ]),
  );
}

/** Whether the field has a closed list of values. */
export function hasValues(field: string): boolean {
  return field in LISTS;
}

/** The standard's value for a client's word, or null: then the client's word is kept. */
export function standardValue(field: string, text: string): string | null {
  const list = LISTS[field];
  return (
    list?.get(
      foldForSearch(text)
        .replace(/[.!*’']+$/g, '')
        .replace(/[’']/g, ''),
    ) ?? null
  );
}

/** The field whose closed list nearly all of these texts stand in, and the share of them. */
export function fieldOfValues(texts: readonly string[]): { readonly field: string; readonly share: number } | null {
  if (texts.length === 0) return null;
  let best: { field: string; share: number } | null = null;
  for (const field of Object.keys(LISTS)) {
    const share = texts.filter((text) => standardValue(field, text) !== null).length / texts.length;
    if (share > (best?.share ?? 0.7)) best = { field, share };
  }
  return best;
}
