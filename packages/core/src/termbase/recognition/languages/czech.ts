/**
 * Czech: the patterns of declension by the end of the word (pán, hrad, muž, stroj, žena, růže, píseň, kost, město, moře,
 * kuře, stavení, mladý, jarní; "Příruční mluvnice češtiny" 1995, from memory) with the stems that lose or change a sound.
 */
import { endings, exchanged, headsOf, whole, type Inflection, type Place, type Stem } from '../inflection.js';

const E = {
  hard: endings({ case: 'u a e ě ovi em ou', plural: 'y ů ům ech ách i' }),
  hardBare: endings({ case: 'u a e ě ovi em', plural: 'y ů ům ech i ách' }, false),
  // "řádek – řádku": řádka is another word.
  hardDiminutive: endings({ case: 'u e ovi em', plural: 'y ů ům ech ách' }, false),
  soft: endings({ case: 'e i ovi em', plural: 'e ů ům ích i' }),
  softBare: endings({ case: 'e i ovi em', plural: 'ů ům ích' }, false),
  softened: endings({ plural: 'i ích' }, false),
  locative: endings({ case: 'e' }, false),
  zena: endings({ base: 'a', case: 'y u o ou', plural: 'ám ách ami' }, false),
  zenaDative: endings({ case: 'e ě' }, false),
  ruze: endings({ base: 'e ě', case: 'i í', plural: 'ím ích emi ěmi' }, false),
  pisen: endings({ case: 'e ě i í', plural: 'ím ích emi ěmi' }),
  pisenBare: endings({ case: 'e ě i í', plural: 'ím ích emi ěmi' }, false),
  kost: endings({ case: 'i í', plural: 'em ech mi' }),
  mesto: endings({ base: 'o', case: 'a u e ě em', plural: 'ům ech ách y' }, false),
  more: endings({ base: 'e ě', case: 'i em ěm', plural: 'ím ích' }, false),
  kure: endings({ case: 'te ti tem', plural: 'ta t tům tech ty' }, false),
  staveni: endings({ base: 'í', case: 'ím', plural: 'ích ími' }, false),
  mlady: endings(
    {
      base: 'ý',
      case: 'ého ému ém ým',
      feminine: 'á é ou',
      plural: 'í ých ými',
      agreement: 'e o',
      comparison: 'ější ějšího ějšímu ějším ějších ějšími ejší ejších ejším',
    },
    false,
  ),
  jarni: endings({ base: 'í', case: 'ího ímu ím', plural: 'ích ími' }, false),
  verbAt: endings(
    {
      verb: 'at ám áš á áme áte ají al ala alo ali aly án ána áno áni ány aný aná ané aného anou aných aným ej ejte ání aje ajíc ající',
    },
    false,
  ),
  verbIt: endings(
    {
      verb: 'it ím íš í íme íte ějí il ila ilo ili ily en ena eno eni eny ený ená ené eného enou ených eným enými i ěte ení ící te',
    },
    false,
  ),
  verbEt: endings(
    {
      verb: 'et ět ím íš í íme íte ejí ějí el ěl ela ěla elo ělo eli ěli ely ěly en ěn ena ěna eno ěno eny ěny ený ěný ená ěná ené ěné ící',
    },
    false,
  ),
  verbOvat: endings({ verb: 'uji uju uješ uje ujeme ujete ují ujou uj ujte ujme ující ujícího ujících ujícím' }, false),
  verbNout: endings(
    {
      verb: 'nout nu neš ne neme nete nou nul nula nulo nuli nuly l la lo li ly nut nuta nuto nuty nutý nutá nuté ni něte',
    },
    false,
  ),
};

/** k, h, ch, r before -e, -ě, -i, -í, -ích: "řeka – řece", "jazyk – jazyky – jazycích". */
function softened(stem: string): string | null {
  if (stem.endsWith('ch')) return stem.slice(0, -2) + 'š';
  const to: Readonly<Record<string, string>> = { k: 'c', h: 'z', g: 'z', r: 'ř' };
  const last = to[stem.at(-1)!];
  return last ? stem.slice(0, -1) + last : null;
}

/** "komora – komor", "loďka – loděk": the genitive of the plural may gain a vowel. */
function genitives(stem: string): string[] {
  const found = [stem];
  if (/[^aeiouyáéíóúůýě][^aeiouyáéíóúůýě]$/u.test(stem)) found.push(`${stem.slice(0, -1)}e${stem.at(-1)!}`);
  const short: Readonly<Record<string, string>> = { á: 'a', í: 'i', ů: 'o', ou: 'u', é: 'e', ý: 'y', ě: 'e' };
  const long = /(ou|[áíůéý])([^aeiouyáéíóúůýě]{1,2})$/u.exec(stem);
  if (long) found.push(stem.slice(0, long.index) + short[long[1]!]! + long[2]!);
  return found;
}

const SOFT = /(?:[žščřcjďťň]|tel)$/u;
const IRREGULAR = exchanged(`
  dítě:děti:dětí:dětem:dětech:dětmi:dítěte den:dne:dnu:dnem:dny:dnů:dní:dnech:dnům:dni člověk:lidé:lidí:lidem:lidech:lidmi
  oko:oči:očí:očím:očích:očima ucho:uši:uší ruka:rukou:rukama rok:let:létech:lety přítel:přátelé:přátel
  kůň:koně:koni:koňů:koní stůl:stolu:stole:stolem:stoly:stolů dům:domu:domě:domem:domy:domů:domech:domům
  kámen:kamene:kameni:kamenem:kameny:kamenů:kamenech plamen:plamene týden:týdne:týdnu:týdny:týdnů:týdnech
  dveře:dveří:dveřím:dveřmi loď:lodi:lodě:lodí:lodím:lodích:loďmi:loděmi pes:psa:psi:psů zeď:zdi:zdí:zdmi:zdech
  hráz:hráze:hrázi:hrází:hrázím:hrázích:hrázemi:hrázích síť:sítě:síti:sítí:sítím:sítích:sítěmi
`);

function nounStems(word: string): Stem[] {
  const found: Stem[] = [];
  const add = (text: string, ends: Stem['endings']): void => void found.push({ text, endings: ends });
  const stem = word.slice(0, -1);
  const soft = softened(stem);
  if (word.endsWith('a')) {
    add(stem, E.zena);
    add(soft ?? stem, E.zenaDative);
    for (const text of genitives(stem)) add(text, whole('plural'));
    if (/(?:ista|ita|ce|ota)$/u.test(word)) add(stem, endings({ case: 'ovi ové é ů ům' }, false));
  } else if (/[eě]$/u.test(word)) {
    add(stem, E.ruze);
    add(stem, E.more);
    add(word, E.kure);
    add(stem, endings({ case: 'ata at atům atech aty' }, false));
    for (const text of genitives(stem)) add(text, whole('plural'));
    if (word.endsWith('ce')) add(stem, endings({ case: 'i em ovi', plural: 'i ové ů ům ích' }, false));
  } else if (word.endsWith('o')) {
    add(stem, E.mesto);
    if (soft) add(soft, endings({ plural: 'ích ech', case: 'e' }, false));
    for (const text of genitives(stem)) add(text, whole('plural'));
  } else if (word.endsWith('í')) add(stem, E.staveni);
  else if (/us$/u.test(word))
    add(word.slice(0, -2), endings({ base: 'us', case: 'u e em ovi', plural: 'y ů ům ech i' }, false));
  else if (/um$/u.test(word)) {
    masculine(word, add);
    add(word.slice(0, -2), endings({ base: 'um', case: 'a u em', plural: '- ech í ím ích y ům' }, false));
  } else if (/[bcčdďfghjklmnňpqrřsštťvwxzž]$/u.test(word)) masculine(word, add);
  const irregular = headsOf(word, IRREGULAR);
  if (irregular && (irregular.before === '' || irregular.head.length > 3))
    for (const form of irregular.forms) add(irregular.before + form, whole('case'));
  return found;
}

/** Nouns that end in a consonant: hrad, stroj, píseň, kost, and those that lose a vowel (domek, kladivec) or change it (stůl, vítr). */
function masculine(word: string, add: (text: string, ends: Stem['endings']) => void): void {
  const bases: string[] = [word];
  const fleeting = /^(.+)[eě]([kcnlrňťmvbtd])$/u.exec(word);
  if (fleeting && fleeting[1]!.length > 1) bases.push(fleeting[1]! + fleeting[2]!);
  for (const text of [...bases]) {
    const changed = text.replace(/ů([^aeiouyáéíóúůýě]{1,2})$/u, 'o$1').replace(/í([^aeiouyáéíóúůýě]{1,2})$/u, 'ě$1');
    if (changed !== text) bases.push(changed);
    if (/r$/u.test(text) && text.includes('í')) bases.push(text.replace(/í/u, 'ě'));
    if (text.includes('á')) bases.push(text.replace(/á([^aeiouyáéíóúůýě]{1,2})$/u, 'a$1'));
  }
  for (const text of new Set(bases)) {
    const isBase = text === word;
    const hardened = text.replace(/ň$/u, 'n').replace(/ť$/u, 't').replace(/ď$/u, 'd');
    if (SOFT.test(text)) add(text, isBase ? E.soft : E.softBare);
    if (!SOFT.test(text) || text.endsWith('c'))
      add(text, isBase ? E.hard : /ek$/u.test(word) ? E.hardDiminutive : E.hardBare);
    if (text.endsWith('tel')) add(text, endings({ plural: 'é' }, false));
    if (SOFT.test(text) || /[zsvlmbp]$/u.test(text)) {
      add(text, isBase ? E.pisen : E.pisenBare);
      if (hardened !== text) add(hardened, E.pisenBare);
    }
    if (/(?:st|[ščcžtvlrz]|ť|ď)$/u.test(text))
      add(text, isBase ? E.kost : endings({ case: 'i í', plural: 'em ech mi' }, false));
    const soft = softened(text);
    if (soft) add(soft, E.softened);
    // "jazyk – v jazyce", "rok – v roce", "břeh – na březe".
    if (soft && isBase && /(?:[yao]k|h)$/u.test(text)) add(soft, E.locative);
    if (/(?:r)$/u.test(text)) add(text, endings({ case: 'u' }));
  }
}

function verbStems(word: string): Stem[] {
  const found: Stem[] = [];
  const add = (text: string, ends: Stem['endings']): void => void found.push({ text, endings: ends });
  if (word.endsWith('ovat')) add(word.slice(0, -4), E.verbOvat);
  if (word.endsWith('at')) add(word.slice(0, -2), E.verbAt);
  if (word.endsWith('it')) {
    add(word.slice(0, -2), E.verbIt);
    const changed = word
      .slice(0, -2)
      .replace(/st$/u, 'št')
      .replace(/zd$/u, 'žd')
      .replace(/(?<![s])t$/u, 'c')
      .replace(/(?<!z)d$/u, 'z')
      .replace(/s$/u, 'š')
      .replace(/z$/u, 'ž');
    if (changed !== word.slice(0, -2))
      add(changed, endings({ verb: 'en ena eno eni eny ený ená ené eného enou ených eným ení' }, false));
  }
  if (/[eě]t$/u.test(word)) add(word.slice(0, -2), E.verbEt);
  if (word.endsWith('nout')) add(word.slice(0, -4), E.verbNout);
  // A verb is negated by its prefix.
  const plain = [...found];
  for (const { text, endings: ends } of plain) found.push({ text: `ne${text}`, endings: ends });
  if (/[ýíáéo]t$/u.test(word)) add(word.slice(0, -1), endings({ verb: 'l la lo li ly t' }, false));
  return found;
}

function adjectiveStems(word: string): Stem[] {
  const stem = word.slice(0, -1);
  if (word.endsWith('ý')) {
    const found = [{ text: stem, endings: E.mlady }];
    const soft = /ck$/u.test(stem)
      ? stem.slice(0, -2) + 'čt'
      : /sk$/u.test(stem)
        ? stem.slice(0, -2) + 'št'
        : softened(stem);
    if (soft)
      found.push({
        text: soft,
        endings: endings({ plural: 'í', comparison: 'ější ejší ějších', agreement: 'e' }, false),
      });
    return found;
  }
  if (/[áé]$/u.test(word))
    return [
      {
        text: stem,
        endings: endings({ base: word.at(-1)!, case: 'ého ému ém ým ou é á', plural: 'ých ými í ý' }, false),
      },
    ];
  return word.endsWith('í') ? [{ text: stem, endings: E.jarni }] : [];
}

function stems(word: string, _written: string, { of, index }: Place): Stem[] {
  const found = [
    ...adjectiveStems(word),
    ...nounStems(word),
    ...(of === 1 && index === 0 && word.endsWith('t') ? verbStems(word) : []),
  ];
  return found.length ? found : [{ text: word, endings: endings({}) }];
}

export const CZECH: Inflection = { fold: (word) => word.toLowerCase(), stems, longest: 9, links: null };
