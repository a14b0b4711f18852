/**
 * German. Nouns by how they end (Duden grammar, "Substantiv": types of plural; lists from memory), adjectives, and
 * verbs, separable ones too. What may take an umlaut takes it.
 */
import {
  endings,
  endsLike,
  exchanged,
  headsOf,
  listed,
  whole,
  type Inflection,
  type Place,
  type Stem,
} from '../inflection.js';

const E = {
  only_en: endings({ plural: 'en' }),
  plain: endings({ plural: 'e en s', genitive: 'es' }),
  es: endings({ plural: 'e en', genitive: 's es' }),
  n: endings({ plural: 'n', genitive: 'ns s' }),
  nn: endings({ plural: 'nen' }),
  sn: endings({ plural: 'n', genitive: 's' }),
  er: endings({ plural: 'er ern' }, false),
  umlaut: endings({ plural: 'e en' }, false),
  umlautBare: endings({ plural: '- n' }, false),
  sse: endings({ plural: 'se sen', genitive: 'ses' }),
  en: endings({ plural: 'en' }, false),
  adjective: endings({
    agreement: 'e en em er es',
    comparison: 'ere eren erem erer eres ste sten ster stes stem este esten ester estes estem',
  }),
  adjectiveForms: endings({ agreement: 'e en em er es' }, false),
  degrees: endings(
    { comparison: 'er ere eren erem erer eres ste sten ster stes stem este esten ester estes te ten ter tes tem' },
    false,
  ),
  participle: endings({ verb: '- e en em er es' }, false),
  weak: endings(
    { verb: 'e st t te test ten tet en ' + 'end ende enden endem ender endes ' + 'et est ete etest eten etet' },
    false,
  ),
  present: endings({ verb: '- st t et' }, false),
  subjunctive: endings({ verb: 'e st t en et' }, false),
  past: endings({ verb: '- st t en est et' }, false),
};

/** Heads whose plural is in -er, with umlaut where the vowel can have one. */
const ER = listed(
  'bild brett ei feld geist geld gesicht glied kind kleid leib licht lied nest rind schild schwert weib gespenst amt bad ' +
    'band blatt buch dach dorf fach fass faß glas grab gras gut haupt haus holz horn huhn kalb korn kraut lamm land loch ' +
    'maul rad rand schloss schloß tal tuch tum volk wald wort wurm mann gott strauch pfand gewand denkmal mal bord ried gehalt',
);
/** Heads in -el, -en, -er whose plural has an umlaut. */
const BARE = listed(
  'hafen boden graben kasten laden ofen schaden bogen magen garten faden kragen wagen mantel nagel vogel apfel sattel ' +
    'mangel schnabel hammel vater bruder mutter tochter acker hammer kloster schwager lager',
);
const IRREGULAR = exchanged('bau:bauten kaufmann:kaufleute fachmann:fachleute herz:herzens saal:säle atlas:atlanten');

const UMLAUTS: Readonly<Record<string, string>> = { a: 'ä', o: 'ö', u: 'ü', au: 'äu', aa: 'ä' };

/** "haus" → "häus"; null where the last syllable has no vowel that changes. */
function umlauted(word: string): string | null {
  const found = /^(.*?)(au|aa|[aou])([^aeiouäöüy]*(?:e[lnr])?)$/u.exec(word);
  if (!found || (/[eo]$/.test(found[1]!) && found[2] === 'u')) return null;
  return `${found[1]}${UMLAUTS[found[2]!]}${found[3]}`;
}

function nounStems(word: string): Stem[] {
  const found: Stem[] = [];
  const add = (text: string, ends: Stem['endings']): void => void found.push({ text, endings: ends });
  const base = word.slice(0, -2);
  if (/(?:ung|heit|keit|schaft|tät|ion|enz|anz|ik|ur)$/u.test(word) && word.length > 4) add(word, E.only_en);
  else if (/(?:chen|lein)$/u.test(word)) add(word, endings({ genitive: 's' }));
  else if (word.endsWith('e')) add(word, E.n);
  else if (/(?:[^aeiouäöü]|[aeä]u|ei)(?:el|en|er)$/u.test(word)) {
    add(word, E.sn);
    if (endsLike(word, BARE, 9)) add(umlauted(word)!, E.umlautBare);
  } else if (word.endsWith('nis')) add(word, E.sse);
  else {
    add(word, E.plain);
    if (word.endsWith('in')) add(word, E.nn);
    const changed = umlauted(word);
    if (endsLike(word, ER, 8)) add(changed ?? word, E.er);
    if (changed) add(changed, E.umlaut);
  }
  latin(word, base, add);
  if (word.endsWith('s')) add(word, E.sse);
  if (word.endsWith('ß')) {
    const old = word.slice(0, -1) + 'ss';
    add(old, E.es);
    const changed = umlauted(old);
    if (changed) add(changed, E.umlaut);
  }
  // "Schloß" as it was written until 1996.
  if (word.endsWith('ss')) add(word.slice(0, -2) + 'ß', whole('base'));
  const irregular = headsOf(word, IRREGULAR);
  for (const form of irregular?.forms ?? []) add(irregular!.before + form, endings({ plural: 'n' }));
  return found;
}

/** Words from Latin and Greek: "Museum – Museen", "Konto – Konten", "Index – Indizes". */
function latin(word: string, base: string, add: (text: string, ends: Stem['endings']) => void): void {
  if (/(?:um|us|on|is|os)$/u.test(word) && word.length > 4) add(base, E.en);
  if (/(?:um|on)$/u.test(word) && word.length > 5) add(base + 'a', whole('plural'));
  if (/us$/u.test(word)) add(base + 'i', whole('plural'));
  if (/[ao]$/u.test(word)) {
    add(word.slice(0, -1), E.en);
    if (word.endsWith('ma')) add(word + 'ta', whole('plural'));
    if (word.endsWith('to')) add(word.slice(0, -1) + 'i', whole('plural'));
  }
  if (/[ei]x$/u.test(word)) add(base + 'iz', endings({ plural: 'es' }, false));
}

/** Present, past and participle of strong and irregular verbs, by infinitive. From memory of the usual tables. */
const STRONG = exchanged(`
  befehlen:befiehl:befahl:befohlen beginnen:-:begann:begonnen beißen:-:biss:gebissen biegen:-:bog:gebogen bieten:-:bot:geboten
  binden:-:band:gebunden bitten:-:bat:gebeten blasen:bläs:blies:geblasen bleiben:-:blieb:geblieben brechen:brich:brach:gebrochen
  brennen:-:brannte:gebrannt bringen:-:brachte:gebracht denken:-:dachte:gedacht dringen:-:drang:gedrungen
  dürfen:darf:durfte:gedurft essen:iss:aß:gegessen fahren:fähr:fuhr:gefahren fallen:fäll:fiel:gefallen fangen:fäng:fing:gefangen
  finden:-:fand:gefunden fliegen:-:flog:geflogen fließen:-:floss:geflossen fressen:friss:fraß:gefressen frieren:-:fror:gefroren
  geben:gib:gab:gegeben gehen:-:ging:gegangen gelten:gilt:galt:gegolten gewinnen:-:gewann:gewonnen gießen:-:goss:gegossen
  gleiten:-:glitt:geglitten graben:gräb:grub:gegraben greifen:-:griff:gegriffen haben:ha:hatte:gehabt halten:hält:hielt:gehalten
  hängen:-:hing:gehangen heben:-:hob:gehoben heißen:-:hieß:geheißen helfen:hilf:half:geholfen kennen:-:kannte:gekannt
  klingen:-:klang:geklungen kommen:-:kam:gekommen können:kann:konnte:gekonnt laden:läd:lud:geladen lassen:läss:ließ:gelassen
  laufen:läuf:lief:gelaufen leiden:-:litt:gelitten leihen:-:lieh:geliehen lesen:lies:las:gelesen liegen:-:lag:gelegen
  messen:miss:maß:gemessen nehmen:nimm:nahm:genommen nennen:-:nannte:genannt raten:rät:riet:geraten reißen:-:riss:gerissen
  rennen:-:rannte:gerannt rufen:-:rief:gerufen saugen:-:sog:gesogen schaffen:-:schuf:geschaffen scheiden:-:schied:geschieden
  scheinen:-:schien:geschienen schieben:-:schob:geschoben schießen:-:schoss:geschossen schlafen:schläf:schlief:geschlafen
  schlagen:schläg:schlug:geschlagen schleifen:-:schliff:geschliffen schließen:-:schloss:geschlossen
  schmelzen:schmilz:schmolz:geschmolzen schneiden:-:schnitt:geschnitten schreiben:-:schrieb:geschrieben
  schwimmen:-:schwamm:geschwommen schwingen:-:schwang:geschwungen sehen:sieh:sah:gesehen senden:-:sandte:gesandt
  senken:-:senkte:gesenkt singen:-:sang:gesungen sinken:-:sank:gesunken sitzen:-:saß:gesessen sprechen:sprich:sprach:gesprochen
  springen:-:sprang:gesprungen stechen:stich:stach:gestochen stehen:-:stand:gestanden stehlen:stiehl:stahl:gestohlen
  steigen:-:stieg:gestiegen sterben:stirb:starb:gestorben stoßen:stöß:stieß:gestoßen streichen:-:strich:gestrichen
  streiten:-:stritt:gestritten tragen:träg:trug:getragen treffen:triff:traf:getroffen treiben:-:trieb:getrieben
  treten:tritt:trat:getreten trinken:-:trank:getrunken tun:-:tat:getan verderben:verdirb:verdarb:verdorben
  verlieren:-:verlor:verloren wachsen:wächs:wuchs:gewachsen waschen:wäsch:wusch:gewaschen weichen:-:wich:gewichen
  weisen:-:wies:gewiesen wenden:-:wandte:gewandt werben:wirb:warb:geworben werden:wird:wurde:geworden werfen:wirf:warf:geworfen
  wiegen:-:wog:gewogen winden:-:wand:gewunden wissen:weiß:wusste:gewusst ziehen:-:zog:gezogen zwingen:-:zwang:gezwungen
`);

/** Prefixes that stand apart: "die Schleuse absperren", "er sperrt die Schleuse ab". Longer ones first. */
const SEPARABLE =
  /^(zurück|zusammen|entlang|entgegen|heraus|herein|hinaus|hinein|hinzu|herab|hinab|herum|voraus|vorbei|weiter|wieder|nieder|runter|durch|fest|fort|frei|still|nach|über|unter|statt|teil|bereit|auf|aus|bei|ein|her|hin|los|mit|vor|weg|ab|an|um|zu)(?=.{3,}n$)/u;
const UNSTRESSED = /^(?:be|emp|ent|er|ge|miss|ver|zer|über|unter|durch|um|wider|hinter|voll)(?=.{4,}n$)/u;

/** What stands apart at the end of the clause, for verbs that have it. */
export function separablePrefix(word: string): string | null {
  return SEPARABLE.exec(word)?.[1] ?? null;
}

/** Of an infinitive: forms without "ge-" or "zu-" first, each with what may stand before. */
function verbStems(word: string): Stem[] {
  const prefix = separablePrefix(word) ?? '';
  const found = simpleVerb(word.slice(prefix.length), prefix);
  if (/^(?:über|unter|durch|um|wieder)/u.test(prefix)) found.push(...simpleVerb(word, ''));
  return found;
}

function simpleVerb(verb: string, prefix: string): Stem[] {
  const found: Stem[] = [{ text: prefix + verb, endings: endings({ genitive: 's', verb: 'd de den dem der des' }) }];
  const stem = /(?:eln|ern)$/u.test(verb)
    ? verb.slice(0, -1)
    : verb.endsWith('en')
      ? verb.slice(0, -2)
      : verb.slice(0, -1);
  found.push({ text: prefix + stem, endings: E.weak });
  if (prefix) found.push({ text: `${prefix}zu${verb}`, endings: whole('verb') });
  if (stem.endsWith('el')) found.push({ text: `${prefix}${stem.slice(0, -2)}le`, endings: whole('verb') });
  const ge = UNSTRESSED.test(verb) || verb.endsWith('ieren') ? '' : 'ge';
  for (const end of ['t', 'et']) found.push({ text: `${prefix}${ge}${stem}${end}`, endings: E.participle });
  const strong = headsOf(verb, STRONG);
  if (
    strong &&
    (strong.before === '' ||
      /^(?:be|emp|ent|er|ge|miss|ver|zer|über|unter|durch|um|wider|hinter|voll)$/u.test(strong.before))
  ) {
    const [present, past, participle] = strong.forms as [string, string, string];
    const before = prefix + strong.before;
    if (present !== '-') found.push({ text: before + present, endings: E.present });
    found.push({ text: before + past, endings: E.past });
    // The subjunctive: "würde", "hätte", "fände".
    const subjunctive = umlauted(past.replace(/e$/u, ''));
    if (subjunctive) found.push({ text: before + subjunctive, endings: E.subjunctive });
    if (strong.head === 'werden') found.push({ text: `${before}worden`, endings: whole('verb') });
    const bare =
      strong.before && participle.startsWith('ge') && strong.head !== 'geben' ? participle.slice(2) : participle;
    found.push({ text: before + bare, endings: E.participle });
  }
  return found;
}

const UMLAUTING = listed(
  'groß lang kurz stark warm kalt alt jung schwach hart scharf arm klug grob rot schwarz nah gesund schmal nass glatt',
);

function adjectiveStems(word: string): Stem[] {
  const found: Stem[] = [{ text: word, endings: E.adjective }];
  if (/[^aou](?:el|er)$/u.test(word)) found.push({ text: word.slice(0, -2) + word.at(-1)!, endings: E.adjectiveForms });
  if (word === 'hoch')
    found.push(
      { text: 'hoh', endings: E.adjectiveForms },
      { text: 'höh', endings: E.degrees },
      { text: 'höch', endings: E.degrees },
    );
  if (word === 'gut')
    found.push(
      { text: 'besser', endings: E.adjectiveForms },
      { text: 'besser', endings: whole('comparison') },
      { text: 'best', endings: E.adjectiveForms },
    );
  if (UMLAUTING.has(word)) found.push({ text: umlauted(word)!, endings: E.degrees });
  return found;
}

/** "persönliche", "geprüfter": an adjective of a term of several words is inflected already. */
function agreeing(word: string): Stem[] {
  const found = /^(.{3,}?)(?:e|er|es|en|em)$/u.exec(word);
  if (!found) return adjectiveStems(word);
  const stem = word.replace(/(?:e[rsnm]?)$/u, '');
  return [
    { text: stem, endings: E.adjective },
    { text: word, endings: whole('base') },
  ];
}

function stems(word: string, written: string, { of, index }: Place): Stem[] {
  const isCapital = written !== written.toLowerCase();
  const isLast = index === of - 1;
  if (of > 1 && !isLast && /e[rsnm]?$/u.test(word) && (!isCapital || index === 0)) return agreeing(word);
  if (isCapital) return nounStems(word);
  if (of > 1 && !isLast) return adjectiveStems(word);
  // "angegeben" is an infinitive by its end, and may be a participle that agrees.
  if (/(?:en|ern|eln)$/u.test(word) || word === 'tun')
    return [...verbStems(word), { text: word, endings: E.adjectiveForms }, ...(of === 1 ? nounStems(word) : [])];
  if (word.endsWith('e')) return [...agreeing(word), ...nounStems(word)];
  return [...adjectiveStems(word), ...nounStems(word)];
}

export const GERMAN: Inflection = {
  fold: (word) => word.toLowerCase(),
  stems,
  longest: 6,
  links: ['', 's', 'es', 'n', 'en', 'er', 'e'],
  capitals: true,
};
