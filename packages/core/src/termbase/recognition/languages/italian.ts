/**
 * Italian: plurals with the spelling of c, g and i, agreement of adjectives, verbs (Serianni, "Grammatica italiana", ch. III,
 * V and XI; from memory).
 */
import { endings, exchanged, headsOf, whole, type Inflection, type Place, type Stem } from '../inflection.js';

const IRREGULAR = exchanged(`
  uovo:uova dito:dita braccio:braccia:bracci ginocchio:ginocchia lenzuolo:lenzuola paio:paia mano:mani uomo:uomini ala:ali
  arma:armi muro:mura osso:ossa dio:dei bue:buoi tempio:templi migliaio:migliaia centinaio:centinaia miglio:miglia
  filo:fila fondamento:fondamenta membro:membra eco:echi
`);

/** Words in -o that agree, by the endings that adjectives and participles have. */
const ADJECTIVE =
  /(?:ato|ito|uto|ivo|oso|ico|ario|orio|ale|ano|eno|ino|bile|ento|atto|etto|itto|otto|erto|olto|iso|eso|uso|erso|orso|asso|esso|ioso|uoso|eo|io|ido|undo|ondo)$/u;
const COMMON = new Set(
  (
    'alto basso largo stretto lungo corto nuovo vecchio grande pieno vuoto chiuso aperto piano curvo destro sinistro primo ultimo questo quello tutto altro molto poco troppo stesso singolo minimo massimo multiplo nullo sincrono libero intorno degno uguale umano ' +
    'secco sporco bianco nero rosso giallo caldo freddo fisso sommerso duro molle lento fermo intero vero giusto pubblico privato'
  ).split(' '),
);

const END = {
  o: endings({ plural: 'i' }, false),
  oBase: endings({ base: 'o', plural: 'i' }, false),
  adjective: endings({ base: 'o', plural: 'i', feminine: 'a e', comparison: 'issimo issima issimi issime' }, false),
  a: endings({ base: 'a', plural: 'e' }, false),
  aMasculine: endings({ base: 'a', plural: 'i e' }, false),
  e: endings({ base: 'e', plural: 'i' }, false),
  he: endings({ plural: 'he hi' }, false),
  hi: endings({ plural: 'hi i' }, false),
};

const CLITICS = 'lo la li le si ci vi mi ti gli ne';
const VERB: Readonly<Record<string, string>> = {
  are: 'i a iamo ate ano avo avi ava avamo avate avano ai asti ò ammo aste arono erò erai erà eremo erete eranno erei erebbe erebbero iate ino assi asse assero ando ante anti ato ata ati ate',
  ere: 'o i e iamo ete ono evo evi eva evamo evate evano ei esti é è emmo este erono ette ettero erò erai erà eremo erete eranno erebbe erebbero a ano iate essi esse essero endo ente enti uto uta uti ute',
  ire: 'o i e iamo ite ono isco isci isce iscono ivo ivi iva ivamo ivate ivano ii isti ì immo iste irono irò irai irà iremo irete iranno irebbe irebbero a ano isca iscano iate issi isse issero endo ente enti ito ita iti ite',
};
const VERBS = Object.fromEntries(
  Object.entries(VERB).map(([end, list]) => [
    end,
    endings(
      {
        verb: `${list} ${CLITICS.split(' ')
          .map((c) => `${end.slice(0, -1)}${c}`)
          .join(' ')}`,
      },
      false,
    ),
  ]),
);
const IRREGULAR_VERBS = exchanged(`
  chiudere:chius:chius aprire:apr:apert scrivere:scriss:scritt leggere:less:lett rompere:rupp:rott mettere:mis:mess
  prendere:pres:pres accendere:acces:acces spegnere:spens:spent scendere:sces:sces dividere:divis:divis dirigere:dires:dirett
  correggere:corress:corrett proteggere:protess:protett volgere:vols:volt immergere:immers:immers spingere:spins:spint
  stringere:strins:strett piangere:pians:piant raggiungere:raggiuns:raggiunt porre:pos:post trarre:trass:tratt
  condurre:conduss:condott produrre:produss:prodott ridurre:riduss:ridott fare:fec:fatt dire:diss:dett vedere:vid:vist
  tenere:tenn:tenut venire:venn:venut togliere:tols:tolt scegliere:scels:scelt raccogliere:raccols:raccolt
  sciogliere:sciols:sciolt rimanere:rimas:rimast coprire:copr:copert offrire:offr:offert chiedere:chies:chiest
  rispondere:rispos:rispost muovere:moss:moss perdere:pers:pers nascere:nacqu:nat vivere:viss:vissut conoscere:conobb:conosciut
`);
const PAST = endings({ verb: 'i e ero' }, false);
const AGREE = endings({ verb: 'o a i e' }, false);

function nounStems(word: string, agrees: boolean): Stem[] {
  const stem = word.slice(0, -1);
  const found: Stem[] = [];
  const add = (text: string, ends: Stem['endings']): void => void found.push({ text, endings: ends });
  if (/io$/u.test(word))
    add(word.slice(0, -2), endings({ base: 'io', plural: 'i ii', ...(agrees ? { feminine: 'ia ie e' } : {}) }, false));
  else if (/[cg]o$/u.test(word)) {
    add(word, whole('base'));
    add(stem, END.hi);
    if (agrees) add(stem, endings({ feminine: 'a he' }, false));
  } else if (word.endsWith('o')) add(stem, agrees ? END.adjective : END.oBase);
  else if (/[cg]a$/u.test(word)) {
    add(word, whole('base'));
    add(stem, END.he);
  } else if (/[cg]ia$/u.test(word)) add(word.slice(0, -2), endings({ base: 'ia', plural: 'ie e' }, false));
  else if (/(?:ma|ta)$/u.test(word)) add(stem, END.aMasculine);
  else if (word.endsWith('a')) add(stem, END.a);
  else if (word.endsWith('e')) add(stem, END.e);
  else add(word, whole('base'));
  const irregular = headsOf(word, IRREGULAR);
  if (irregular?.before === '') for (const form of irregular.forms) add(form, whole('plural'));
  return found;
}

function verbStems(word: string): Stem[] {
  const ends = word.slice(-3);
  const list = VERBS[ends];
  if (!list || word.length < 5) return [];
  const stem = word.slice(0, -3);
  const found: Stem[] = [{ text: stem, endings: list }];
  // "riconoscere – riconosciuto".
  if (ends === 'ere' && stem.endsWith('c')) found.push({ text: `${stem}iut`, endings: AGREE });
  // The sound of c and g stays: "scaricare – scarichi", "asciugare", and -i- is not written twice: "cambiare – cambi".
  if (ends === 'are' && /[cg]$/u.test(stem)) found.push({ text: stem + 'h', endings: list });
  if (ends === 'are' && stem.endsWith('i')) found.push({ text: stem.slice(0, -1), endings: list });
  const irregular = headsOf(word, IRREGULAR_VERBS);
  if (
    irregular &&
    (irregular.before === '' ||
      /^(?:ri|s|pre|con|com|in|dis|tra|sop|rac|ac|ap|im|e|de|ab|at|con|pro|re|so|sotto|sovra)$/u.test(irregular.before))
  ) {
    found.push({ text: irregular.before + irregular.forms[0]!, endings: PAST });
    found.push({ text: irregular.before + irregular.forms[1]!, endings: AGREE });
  }
  return found;
}

function stems(word: string, _written: string, { of, index }: Place): Stem[] {
  if (!/[aeiou]$/u.test(word)) return [{ text: word, endings: endings({ plural: 's' }) }];
  const agrees = of === 1 && index === 0 && word.endsWith('o') && (COMMON.has(word) || ADJECTIVE.test(word));
  return [...nounStems(word, agrees), ...(of === 1 || index === 0 ? verbStems(word) : [])];
}

export const ITALIAN: Inflection = { fold: (word) => word.toLowerCase(), stems, longest: 8, links: null };
