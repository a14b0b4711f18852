/**
 * Hungarian: number, possessor and case in this order behind a stem that may lose or shorten a vowel (Kenesei, Vago &
 * Fenyvesi 1998, "Hungarian", ch. 2; types of stems after Rebrus 2000; from memory).
 */
import { chained, endings, exchanged, headsOf, type Inflection, type Place, type Stem } from '../inflection.js';

const CASE =
  '(?:[aeoö]?t|b[ae]n|b[ae]|b[óő]l|n[ae]k|r[ae]|r[óő]l|[oeö]?n|n[áé]l|h[oeö]z|t[óő]l|ig|ért|ként|kor|(?:v|([^aeiouáéíóöőúüű])\\1{0,2})(?:[ae]l|[áé])|stul|stül)';
const NUMBER = '(?:[aoeöáé]?k)';
const POSSESSOR =
  '(?:[aoeöáé]?m|[aoeöáé]?d|j?[aáeé]|[aáeé]|j?[ae]i|j?[aeáé]i?(?:m|d|nk|t[oe]k|k)|[uü]nk|j?[uü]k|j?[ae]i[kmdn]?k?|[oeö]t[oeö]k|t[oeö]k|juk|jük)';
/** Of what ends in a vowel: "hajói". Behind a consonant, -i makes an adjective, another word: "emberi". */
const OF_VOWEL = '(?:i|ik|im|id|ink|it[oe]k|nk)';
const ENDINGS = chained(new RegExp(`^(?:${NUMBER}|${POSSESSOR})?(?:é|éi)?${CASE}?(?:is)?$`, 'u'), 'case');
const VOWEL_ENDINGS = chained(
  new RegExp(`^(?:${NUMBER}|${POSSESSOR}|${OF_VOWEL})?(?:é|éi)?${CASE}?(?:is)?$`, 'u'),
  'case',
);
/** "cselekmény – cselekménnyel": two letters for one sound are doubled in the first. */
const DOUBLED = chained(/^(?:[ae]l|[áé])$/u, 'case');
/** Adjectives: "vízszintes – vízszintesebb", adverbs in -an, -en, -ul are words of their own. */
const DEGREES = chained(/^[aeo]?bb(?:[aeo]?k?(?:b[ae]n|t|n[ae]k|r[ae])?)?$/u, 'comparison');
const VERB = chained(
  /^(?:[aeoö]?k|sz|[aeo]l|[oeö]d|(?:j|[sz]?)(?:[aáeéi]|[aeáé]k|[aáeé]d|[ae]?[nt]?[oeö]?k|[uü]k|[áé]t[oe]k|[áé]k)|i|ik|[uü]nk|[oeö]?t[oeö]k|n[ae]k|[aeo]?n[ae]k|[oeö]?tt(?:[aáeé]|[aeáé]m|[áé]l|[áé]k|[ae]k|[uü]nk|[aá]t[oe]k|[uü]k)?|t(?:[aáeé]|[ae]m|[áé]l|[áé]k|[ae]k|[uü]nk|[uü]k)|n[ae]?|v[ae]|v[áé]n|ó|ő|ón?k?|[oe]tt(?:[ae]?k?)|h[ae]t(?:ó|ő|[uü]nk|n[ae]k|j[ae]|ok|t[ae])?k?|[áé]s(?:[ae]|[aeo]k|[aeá]t|[áé]t|n[ae]k|r[ae]|b[ae]n|[áé]n[ae]k|[áé]r[ae]|[áé]b[ae]n|s[ae]l|sel|[oe]?n|ig|i)?|and[oó]|end[oő]|[ae]nd[óő]|j|jon|jen|jön|j[aeá][kn]?[ae]?k?|[óő](?:t|k|n[ae]k|b[ae]n|k[ae]t)|n[aei]|n[ae]m)$/u,
  'verb',
);

const INFINITIVE = chained(/^(?:[ae]?ni|v[ae]|v[áé]n)$/u, 'verb');
const IMPERATIVE = endings({ verb: 'sa se san sen' }, false);
const THIRD_PERSON = chained(
  /^(?:[ae]?ni|v[ae]|v[áé]n|j[oeö]n(?:[ae]k)?|h[ae]t(?:ó|ő|n[ae]k|ó[kn]|ják)?|n[ae]k|ik|j[áa]k?|[aeoö]tt|t[ae]k?|j[üu]k)$/u,
  'verb',
);

const DEFINITE = endings({ verb: 'i' }, false);

/** Stems that change: "víz – vizet", "út – utak", "kő – követ", "bokor – bokrot". */
const CHANGED = exchanged(`
  út:ut víz:viz kéz:kez híd:hid nyár:nyar madár:madar kosár:kosar levél:level fenék:fenek kötél:kötel tél:tel szekér:szeker
  egér:eger fél:fel szél:szel név:nev gyökér:gyöker kenyér:kenyer tenyér:tenyer dél:del ég:eg ér:er jég:jeg kerék:kerek
  közép:közep cserép:cserep derék:derek lúd:lud rúd:rud kút:kut nyúl:nyul tűz:tüz szűz:szüz fűz:füz
  kő:köv:köve tó:tav ló:lov fű:füv cső:csöv mű:műv:müv hó:hav szó:szav lé:lev falu:falv daru:darv nyű:nyüv
  bokor:bokr tükör:tükr álom:álm malom:malm cukor:cukr ökör:ökr torony:torny bagoly:bagly farok:fark retek:retk sátor:sátr
  gödör:gödr csokor:csokr méreg:mérg árok:árk fodor:fodr horog:horg köröm:körm dolog:dolg
  terem:term verem:verm lepel:lepl ajtó:ajta erdő:erde mező:meze idő:ide tető:tete tüdő:tüde elő:ele kapocs:kapcs
  marok:mark titok:titk ér:er három:hárm ezer:ezr iker:ikr szobor:szobr meder:medr vödör:vödr
  fészek:fészk vétek:vétk kölyök:kölyk piszok:piszk szeder:szedr pokol:pokl járom:járm izom:izm
  nyereg:nyerg öböl:öbl borjú:borj selyem:selym kebel:kebl fogoly:fogly pehely:pelyh teher:terh
  kehely:kelyh lélek:lelk
`);

function stems(word: string, _written: string, { of, index }: Place): Stem[] {
  const found: Stem[] = [];
  const bases = [word];
  if (word.endsWith('a')) bases.push(word.slice(0, -1) + 'á');
  if (word.endsWith('e')) bases.push(word.slice(0, -1) + 'é');
  // "forgalom – forgalmat", "védelem – védelmet".
  if (/(?:alom|elem)$/u.test(word) && word.length > 5) bases.push(word.slice(0, -2) + 'm');
  const changed = headsOf(word, CHANGED);
  if (changed && (changed.before === '' || changed.head.length > 2 || changed.before.length > 2))
    for (const form of changed.forms) bases.push(changed.before + form);
  for (const text of bases) found.push({ text, endings: /[aeiouáéíóöőúüű]$/u.test(text) ? VOWEL_ENDINGS : ENDINGS });
  if (/(?:ny|sz|gy|ly|zs|cs|ty)$/u.test(word))
    found.push({ text: word.slice(0, -2) + word.at(-2)! + word.slice(-2), endings: DOUBLED });
  found.push({ text: word, endings: DEGREES });
  // A verb is recorded in its third person, too: "engedélyez – engedélyezni, engedélyezve".
  if (of === 1 && word.length > 4 && /(?:[aeoö]z|ít|[aeoöáé]l|ik|[oeöa]d|[uü]l|[ae]n|[ae]t)$/u.test(word)) {
    const stem = word.replace(/ik$/u, '');
    const isVerb = /(?:[zlkd]|ít)$/u.test(stem);
    found.push({ text: stem, endings: isVerb ? THIRD_PERSON : INFINITIVE });
    // Behind back vowels -i makes an adjective of a noun: "oldal – oldali".
    if (isVerb && /[eéiíöőüű][^aáoóuú]*$/u.test(stem)) found.push({ text: stem, endings: DEFINITE });
    if (/[eo]z$/u.test(stem)) found.push({ text: `${stem.slice(0, -2)}z`, endings: THIRD_PERSON });
    if (/(?:ít|[ae]t)$/u.test(stem)) found.push({ text: stem, endings: IMPERATIVE });
  }
  if (of === 1 && index === 0 && /ni$/u.test(word) && word.length > 4) {
    const stem = word.slice(0, -2).replace(/[ae]$/u, '');
    found.push({ text: stem, endings: VERB }, { text: word.slice(0, -2), endings: VERB });
  }
  return found;
}

export const HUNGARIAN: Inflection = {
  fold: (word) => word.toLowerCase(),
  stems,
  longest: 12,
  links: ['', 'ó', 'ő', 'i'],
};
