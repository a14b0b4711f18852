/**
 * Dutch: plurals and verbs with the spelling of open and closed syllables (boot – boten, brug – bruggen, sluis – sluizen),
 * after the rules of the official spelling (Woordenlijst, "Leidraad"; from memory).
 */
import { endings, exchanged, headsOf, whole, type Inflection, type Place, type Stem } from '../inflection.js';

const IRREGULAR = exchanged(`
  schip:schepen stad:steden weg:wegen dag:dagen glas:glazen gat:gaten bad:baden blad:bladen:bladeren dak:daken dal:dalen
  slot:sloten spel:spelen vat:vaten pad:paden lid:leden smid:smeden hof:hoven schot:schoten staf:staven graf:graven
  slag:slagen god:goden oorlog:oorlogen hertog:hertogen gebrek:gebreken gebed:gebeden bevel:bevelen verlof:verloven
  kind:kinderen ei:eieren rad:raderen been:beenderen lied:liederen volk:volkeren goed:goederen hoen:hoenderen
  kalf:kalveren lam:lammeren rund:runderen gelid:gelederen gemoed:gemoederen koe:koeien vlo:vlooien museum:musea
  centrum:centra datum:data gebod:geboden verbod:verboden tred:treden trog:troggen zee:zeeën idee:ideeën knie:knieën
`);

const STRONG = exchanged(`
  varen:voer:voeren:gevaren sluiten:sloot:sloten:gesloten breken:brak:braken:gebroken nemen:nam:namen:genomen
  geven:gaf:gaven:gegeven gaan:ga:gaat:ging:gingen:gegaan staan:sta:staat:stond:stonden:gestaan doen:doe:doet:deed:deden:gedaan
  zien:zie:ziet:zag:zagen:gezien komen:kom:komt:kwam:kwamen:gekomen houden:hield:hielden vallen:viel:vielen
  laten:liet:lieten lopen:liep:liepen roepen:riep:riepen schuiven:schoof:schoven:geschoven schrijven:schreef:schreven:geschreven
  rijden:reed:reden:gereden snijden:sneed:sneden:gesneden stijgen:steeg:stegen:gestegen blijven:bleef:bleven:gebleven
  drijven:dreef:dreven:gedreven grijpen:greep:grepen:gegrepen kijken:keek:keken:gekeken wijzen:wees:wezen:gewezen
  binden:bond:bonden:gebonden vinden:vond:vonden:gevonden drinken:dronk:dronken:gedronken zinken:zonk:zonken:gezonken
  springen:sprong:sprongen:gesprongen trekken:trok:trokken:getrokken treffen:trof:troffen:getroffen
  spreken:sprak:spraken:gesproken steken:stak:staken:gestoken meten:mat:maten:gemeten lezen:las:lazen:gelezen
  liggen:lag:lagen:gelegen zitten:zat:zaten:gezeten treden:trad:traden:getreden bieden:bood:boden:geboden
  vliegen:vloog:vlogen:gevlogen gieten:goot:goten:gegoten kiezen:koos:kozen:gekozen verliezen:verloor:verloren
  bewegen:bewoog:bewogen hangen:hing:hingen vangen:ving:vingen helpen:hielp:hielpen:geholpen werpen:wierp:wierpen:geworpen
  dragen:droeg:droegen slaan:sla:slaat:sloeg:sloegen:geslagen wassen:waste brengen:bracht:brachten:gebracht
  denken:dacht:dachten:gedacht zoeken:zocht:zochten:gezocht kopen:kocht:kochten:gekocht hebben:heb:heeft:had:hadden:gehad
  zijn:is:was:waren:geweest worden:werd:werden:geworden
`);

const PREFIXES =
  /^(?:aan|achter|af|bij|binnen|door|in|los|mee|na|neer|om|onder|op|over|samen|schoon|stil|tegen|terug|toe|uit|vast|vol|voor|vooruit|vrij|weg)(?=.{4,}$)/u;
const UNSTRESSED = /^(?:be|ge|her|ont|ver|er|mis|onder|over|voor)(?=.{3,}$)/u;

const S = endings({ plural: 's' });
const EN_S = endings({ plural: 'en s' });
const EN = endings({ plural: 'en' }, false);
const E = endings({ agreement: 'e' }, false);
const ER = endings({ comparison: 'er ere' }, false);
const N_S = endings({ plural: 'n s' });
const PARTICIPLE = endings({ verb: '- e en' }, false);

/** The word as it is spelled before "-en" and "-e": boot → bot, brug → brugg, sluis → sluiz, brief → briev. */
function opened(word: string): string[] {
  const last = word.at(-1)!;
  const voiced = last === 'f' ? 'v' : last === 's' ? 'z' : null;
  const double = /^(.*?)(aa|ee|oo|uu)([^aeiou])$/u.exec(word);
  if (word.endsWith('ieel')) return [`${word.slice(0, -3)}ël`];
  if (double) {
    const stem = (double[1] ?? '') + double[2]![0]!;
    return voiced ? [stem + voiced, stem + last] : [stem + last];
  }
  // A short vowel in a closed syllable doubles what follows.
  if (/(?:^|[^aeiou])[aeiou][^aeiouwxyj]$/u.test(word))
    return /(?:e[lmnr]|ig|aar|ik|es|et|ing)$/u.test(word) && word.length > 4 ? [word + last, word] : [word + last];
  return voiced ? [word.slice(0, -1) + voiced, word] : [word];
}

/** The other way: "bot" before "-en" is "boot" by itself. */
function closed(stem: string): string[] {
  const last = stem.at(-1)!;
  const hard = last === 'v' ? 'f' : last === 'z' ? 's' : last;
  if (/([^aeiou])\1$/u.test(stem)) return [stem.slice(0, -1)];
  const open = /^(.*[^aeiou]|)([aeou])[^aeiou]$/u.exec(stem);
  const hardened = stem.slice(0, -1) + hard;
  return open ? [`${open[1]}${open[2]}${open[2]}${hard}`, hardened] : [hardened];
}

function nounStems(word: string): Stem[] {
  const found: Stem[] = [];
  const add = (text: string, ends: Stem['endings']): void => void found.push({ text, endings: ends });
  if (word.endsWith('heid')) add(word.slice(0, -3) + 'eden', whole('plural'));
  if (word.endsWith('ie')) add(word.slice(0, -1) + 'eë', endings({ plural: 'n' }, false));
  if (word.endsWith('ee')) add(word + 'ë', endings({ plural: 'n' }, false));
  if (word.endsWith('um')) add(word.slice(0, -2) + 'a', whole('plural'));
  if (word.endsWith('us')) add(word.slice(0, -2) + 'i', whole('plural'));
  if (word.endsWith('man')) add(word.slice(0, -3) + 'lieden', whole('plural'));
  if (word.endsWith('or')) add(word, EN);
  add(word, /(?:e)$/u.test(word) ? N_S : S);
  if (/[^aeiou]$/u.test(word)) {
    for (const stem of opened(word)) add(stem, EN);
    if (/(?:ing|schap|st|nis|is)$/u.test(word)) add(word.endsWith('is') ? word + 's' : word, EN);
  } else if (/(?:ij|ei|ui|ou|au|oe|eu|uw|aai|ooi|oei|eeuw)$/u.test(word)) add(word, EN_S);
  const irregular = headsOf(word, IRREGULAR);
  for (const form of irregular?.forms ?? []) add(irregular!.before + form, whole('plural'));
  return found;
}

function adjectiveStems(word: string): Stem[] {
  const found: Stem[] = [{ text: word, endings: endings({ agreement: 's', comparison: 'st ste der dere' }) }];
  if (/[^aeiou]$/u.test(word)) for (const text of opened(word)) found.push({ text, endings: E }, { text, endings: ER });
  return found;
}

function verbStems(word: string): Stem[] {
  const prefix = PREFIXES.exec(word)?.[0] ?? '';
  if (prefix && UNSTRESSED.test(word)) return [...simpleVerb(word, prefix), ...simpleVerb(word, '')];
  return simpleVerb(word, prefix);
}

function simpleVerb(word: string, prefix: string): Stem[] {
  const verb = word.slice(prefix.length);
  if (!STRONG.has(verb) && (!verb.endsWith('en') || verb.length < 5)) return [];
  const found: Stem[] = [{ text: word, endings: endings({ verb: 'd de' }) }];
  const stem = verb.slice(0, -2);
  const ge = UNSTRESSED.test(verb) ? '' : 'ge';
  for (const bare of /(?:aan|oen)$|^zien$|^zijn$/u.test(verb) ? [] : closed(stem)) {
    found.push({ text: prefix + bare, endings: endings({ verb: '- t te ten de den' }, false) });
    for (const end of /[td]$/u.test(bare) ? [''] : ['t', 'd']) {
      found.push({ text: `${prefix}${ge}${bare}${end}`, endings: PARTICIPLE });
    }
  }
  if (prefix) found.push({ text: `${prefix}te${verb}`, endings: whole('verb') });
  found.push({ text: `${prefix}${ge}${verb}`, endings: whole('verb') });
  const strong = headsOf(verb, STRONG);
  if (strong && (strong.before === '' || UNSTRESSED.test(strong.before + 'xxxx')))
    for (const form of strong.forms)
      found.push({
        text: prefix + strong.before + (strong.before ? form.replace(/^ge(?=.*en$)/u, '') : form),
        endings: PARTICIPLE,
      });
  return found;
}

function stems(word: string, _written: string, { of, index }: Place): Stem[] {
  if (of > 1 && index < of - 1) {
    // "beweegbare brug": the adjective of a term may be inflected already.
    const bare = word.endsWith('e') ? closed(word.slice(0, -1)) : [];
    return [
      ...adjectiveStems(word),
      ...nounStems(word).slice(0, 1),
      ...bare.map((text) => ({ text, endings: whole('agreement') })),
    ];
  }
  return [...nounStems(word), ...verbStems(word), ...(of === 1 ? adjectiveStems(word) : [])];
}

/** What stands apart at the end of the clause, for verbs that have it. */
export function dutchSeparable(word: string): string | null {
  return word.endsWith('en') || word.endsWith('aan') ? (PREFIXES.exec(word)?.[0] ?? null) : null;
}

export const DUTCH: Inflection = {
  fold: (word) => word.toLowerCase(),
  stems,
  longest: 4,
  links: ['', 's', 'e', 'en', 'n', 'er'],
};
