import type { FindingCodes } from '@fair-copy/core/checks/said.js';
import type { Words } from '@fair-copy/core/said.js';
import type { CheckWords, Inspected } from '../catalogue.js';
import { fieldLabel, valueLabel } from './fields.js';
import { de } from './speech.js';

const { quoted, list, languageName, count } = de;

const INVISIBLE: Readonly<Record<number, string>> = {
  0xad: 'weiches Trennzeichen',
  0x200b: 'Leerzeichen ohne Breite',
  0x200c: 'Bindehemmer',
  0x200d: 'Breitenloser Verbinder',
  0x200e: 'Links-nach-rechts-Zeichen',
  0x200f: 'Rechts-nach-links-Zeichen',
  0x2060: 'Wortverbinder',
  0xfeff: 'Byte-Order-Mark',
};
const invisible = (code: number): string => INVISIBLE[code] ?? `U+${code.toString(16).toUpperCase().padStart(4, '0')}`;

const SPACES = {
  begins: 'beginnt mit einem Leerzeichen',
  ends: 'endet mit einem Leerzeichen',
  several: 'hat mehrere Leerzeichen hintereinander',
};

/** Values of a list that are named. */
const NAMED = 8;

const difference = ({
  missing,
  added,
}: {
  readonly missing: readonly string[];
  readonly added: readonly string[];
}): string =>
  [
    ...(missing.length ? [`Im Ziel fehlt ${list(missing.map(quoted))}.`] : []),
    ...(added.length ? [`In der Quelle fehlt ${list(added.map(quoted))}.`] : []),
  ].join(' ');

const texts = (named: readonly string[], all: number): string =>
  named.map(quoted).join(' / ') + (all > named.length ? ' / …' : '');

// eslint-disable-next-line max-lines-per-function -- a table: one line for each finding
export function findings(of: Inspected): Words<FindingCodes> {
  const isMemory = of === 'memory';
  const several = isMemory ? 'Texte' : 'Benennungen';
  const none = isMemory ? 'keinen Text' : 'keine Benennung';
  return {
    'not-closed': ({ mark }) => `${quoted(mark)} wird geöffnet und nicht geschlossen.`,
    'not-opened': ({ mark }) => `${quoted(mark)} schließt nichts, was davor geöffnet wurde.`,
    'straight-quotes-odd': () => 'Die Zahl der geraden Anführungszeichen ist ungerade.',
    'marks-odd': ({ mark }) => `Die Zahl der Anführungszeichen ${mark} ist ungerade.`,
    'marks-unpaired': ({ open, close }) => `Die Anführungszeichen ${open}…${close} stehen nicht paarweise.`,
    'german-noun-small': () => 'Deutsche Substantive werden großgeschrieben.',
    'mostly-small': ({ share }) => `${share} % der Benennungen dieser Sprache beginnen klein.`,
    'mostly-large': ({ share }) => `${share} % der Benennungen dieser Sprache beginnen groß.`,
    'definition-is-term': ({ definition }) => `Die Definition ${quoted(definition)} sagt nicht mehr als die Benennung.`,
    'definition-shared': ({ definition, concepts }) => `${concepts} Begriffe sind als ${quoted(definition)} definiert.`,
    'shares-terms': ({ shared }) =>
      `Hat ${list(shared.map(({ language, text }) => `${quoted(text)} (${languageName(language)})`))} mit einem anderen Begriff gemeinsam.`,
    'same-there': () => 'Dieselbe Benennung steht schon in diesem Begriff.',
    'nearly-same-there': ({ text }) => `${quoted(text)} steht schon in diesem Begriff.`,
    'stands-for-nothing': ({ text, language }) =>
      isMemory
        ? `${quoted(text)} steht, wo ein Text in ${languageName(language)} fehlt.`
        : `${quoted(text)} steht, wo eine Benennung in ${languageName(language)} fehlt.`,
    'field-missing': ({ field, level, text, language }) => {
      if (level === 'concept') return `Dem Begriff fehlt das Feld ${quoted(fieldLabel(field))}.`;
      return level === 'language'
        ? `In ${languageName(language ?? '')} fehlt das Feld ${quoted(fieldLabel(field))}.`
        : `Bei ${quoted(text)} fehlt das Feld ${quoted(fieldLabel(field))}.`;
    },
    'value-not-listed': ({ field, value, list: all, meant }) => {
      if (meant !== undefined)
        return `${quoted(value)} ist kein Wert von ${quoted(fieldLabel(field))}, ${quoted(meant)} ist einer.`;
      const named = all.slice(0, NAMED).map((one) => valueLabel(field, one));
      const more = all.length > NAMED ? ' …' : '';
      return `${quoted(valueLabel(field, value))} ist kein Wert von ${quoted(fieldLabel(field))}: ${named.join(', ')}${more}.`;
    },
    'ends-with': ({ mark }) => `Die Benennung endet mit ${quoted(mark)}.`,
    'has-article': ({ text }) => `${quoted(text)} hat einen Artikel.`,
    'form-of': ({ text, base }) => `${quoted(text)} sieht wie eine Form von ${quoted(base)} aus.`,
    'subject-missing': ({ text, language, concepts }) =>
      `${quoted(text)} steht in ${languageName(language)} in ${concepts} Begriffen; dieser nennt kein Sachgebiet.`,
    'different-targets': ({ text, count: n, language, texts: named }) =>
      `${quoted(text)} hat ${n} verschiedene ${several} in ${languageName(language)}: ${texts(named, n)}.`,
    'different-sources': ({ text, count: n, language, texts: named }) =>
      `${quoted(text)} steht für ${n} verschiedene ${several} in ${languageName(language)}: ${texts(named, n)}.`,
    'several-concepts': ({ text, concepts }) => `${quoted(text)} steht in ${concepts} Begriffen.`,
    'many-words': ({ words }) => `Sie hat ${count(words, { one: '# Wort', other: '# Wörter' })}.`,
    'many-characters': ({ characters }) => `Sie hat ${count(characters, { one: '# Zeichen', other: '# Zeichen' })}.`,
    'id-shared': ({ name, concepts }) => `${concepts} Begriffe haben die Kennung ${quoted(name)}.`,
    'subject-otherwise': ({ subject, usual, concepts }) =>
      `Das Sachgebiet ist ${quoted(subject)}; ${count(concepts, { one: '# Begriff hat', other: '# Begriffe haben' })} ${quoted(usual)}.`,
    'picture-shared': ({ name, concepts }) => `${concepts} Begriffe haben das Bild ${quoted(name)}.`,
    'spelled-otherwise': ({ text, other }) => `${quoted(text)} heißt in einem anderen Begriff ${quoted(other)}.`,
    'definition-missing': ({ share }) => `Es fehlt eine Definition; ${share} % der Begriffe haben eine.`,
    'terms-in-one': ({ texts: all }) => `Das sind ${all.length} Benennungen: ${all.map(quoted).join(', ')}.`,
    'note-there': ({ note }) => `${quoted(note)} ist eine Anmerkung und kein Teil der Benennung.`,
    'term-all-capitals': () => 'Die Benennung steht ganz in Großbuchstaben.',
    'no-text': () => 'In keiner Sprache steht ein Text.',
    'language-missing': ({ language }) => `Es gibt ${none} in ${languageName(language)}.`,
    'looks-like': ({ text, language }) => `${quoted(text)} sieht nach ${languageName(language)} aus.`,
    'picture-otherwise': ({ name, there }) => `Das Bild ${quoted(name)} heißt ${quoted(there)}.`,
    'refers-to-itself': ({ name }) => `Verweist auf sich selbst: ${quoted(name)}.`,
    'refers-in-circle': ({ texts }) =>
      `Verweist im Kreis, und keiner davon sagt, was er bedeutet: ${texts.map(quoted).join(' → ')}.`,
    'term-empty': ({ language }) => `Eine Benennung in ${languageName(language)} ist ohne Text da.`,
    'language-empty': ({ language }) => `${languageName(language)} ist ohne Benennung da.`,
    'definition-forbidden': ({ term: used, instead }) =>
      `Die Definition verwendet ${quoted(used)}, was nicht verwendet werden soll${instead.length ? `; stattdessen: ${list(instead.map(quoted))}` : ''}.`,
    'picture-missing': ({ name }) => `Das Bild ${quoted(name)} ist nicht da.`,
    'reference-broken': ({ name }) => `Verweist auf ${quoted(name)}; das ist kein Eintrag dieser Termbank.`,
    spaces: ({ problems, invisible: code }) => {
      const all = [
        ...problems.map((problem) => SPACES[problem]),
        ...(code === null ? [] : [`enthält ein unsichtbares Zeichen (${invisible(code)})`]),
      ];
      return `${isMemory ? 'Der Text' : 'Die Benennung'} ${all.join(' und ')}.`;
    },
    'both-preferred': ({ texts: all, language }) =>
      `${list(all.map(quoted))} sind in ${languageName(language)} beide bevorzugt.`,
    'none-usable': ({ texts: all, language }) =>
      `Keine Benennung in ${languageName(language)} darf verwendet werden: ${all.map(quoted).join(', ')}.`,
    'preferred-elsewhere': ({ text, subject }) =>
      `${quoted(text)} ist hier nicht zu verwenden und in einem anderen Begriff${subject ? ' desselben Sachgebiets' : ''} bevorzugt.`,
    'ends-otherwise': ({ source, target }) =>
      target === ''
        ? `Die Quelle endet mit ${quoted(source)}, das Ziel ohne Zeichen.`
        : source === ''
          ? `Das Ziel endet mit ${quoted(target)}, die Quelle ohne Zeichen.`
          : `Die Quelle endet mit ${quoted(source)}, das Ziel mit ${quoted(target)}.`,
    'codes-missing': ({ codes }) => `Im Ziel fehlt ${list(codes.map(quoted))}.`,
    'codes-added': ({ codes }) => `In der Quelle fehlt ${list(codes.map(quoted))}.`,
    'codes-crossed': () => 'Codes schließen, bevor sie öffnen, oder kreuzen sich; in der Quelle nicht.',
    placeholders: (values) => difference(values),
    accelerator: ({ sign, count: n }) =>
      `Die Quelle kennzeichnet eine Taste mit ${quoted(sign)}, das Ziel ${n === 0 ? 'keine' : `${n}`}.`,
    numbers: (values) => difference(values),
    addresses: (values) => difference(values),
    'mark-doubled': ({ mark }) =>
      `${quoted(mark)} steht doppelt oder neben einem anderen Zeichen; die Quelle hat nichts dergleichen.`,
    'space-before': ({ mark }) => `Vor ${quoted(mark)} steht ein Leerzeichen.`,
    'space-behind': ({ mark }) => `Nach ${quoted(mark)} fehlt ein Leerzeichen.`,
    'space-missing': ({ mark }) => `Vor ${quoted(mark)} fehlt das Leerzeichen, das sonst in diesem Speicher steht.`,
    'word-repeated': ({ word }) => `${quoted(word)} steht zweimal hintereinander.`,
    'all-capitals': () => 'Das Ziel steht ganz in Großbuchstaben, die Quelle nicht.',
    'begins-small': ({ word }) => `${quoted(word)} beginnt klein, die Quelle groß.`,
    'begins-large': ({ word }) => `${quoted(word)} beginnt groß, die Quelle klein.`,
    untranslated: ({ word }) =>
      word === ''
        ? 'Das Ziel ist gleich der Quelle.'
        : `Das Ziel ist gleich der Quelle; anderswo ist ${quoted(word)} übersetzt.`,
    'length-ratio': ({ percent }) => `Das Ziel hat ${percent} % der Länge, die bei einer solchen Quelle üblich ist.`,
    'sentences-missing': ({ wanted, there }) =>
      `Die Quelle hat ${count(wanted, { one: '# Satz', other: '# Sätze' })}, das Ziel ${there}, und ist um so viel kürzer.`,
    'letters-broken': ({ text }) => `${quoted(text)} sind falsch gelesene oder verlorene Buchstaben.`,
    'full-width': ({ text }) => `${quoted(text)} ist vollbreit, sonst in diesem Speicher halbbreit.`,
    'half-width': ({ text }) => `${quoted(text)} ist halbbreit, sonst in diesem Speicher vollbreit.`,
    'said-twice': ({ units }) =>
      `${count(units, { one: '# Einheit sagt', other: '# Einheiten sagen' })} genau dasselbe.`,
    'term-missing': ({ term, expected }) => `${quoted(term)} sollte ${expected.map(quoted).join(' oder ')} sein.`,
    'term-forbidden': ({ term, text, instead }) =>
      `${quoted(text)}${text === term ? '' : ` (${quoted(term)})`} soll nicht verwendet werden${instead.length ? `, sondern ${instead.map(quoted).join(' oder ')}` : ''}.`,
    'own-pattern': ({ name, must }) =>
      must === 'stand' ? `Was diese Regel verlangt, fehlt: ${name}.` : `Was diese Regel verbietet, steht da: ${name}.`,
    'as-it-was': ({ sentence }) => sentence,
  };
}

export const checks: Readonly<Record<string, CheckWords & { readonly ofMemory?: Partial<CheckWords> }>> = {
  'different-targets': {
    title: 'Gleiche Quelle, verschiedene Ziele',
    explains:
      'Dieselbe Benennung der ersten Sprache steht in mehreren Begriffen, die in einer anderen Sprache verschieden benannt sind.',
    ofMemory: { explains: 'Derselbe Text der ersten Sprache hat in einer anderen Sprache verschiedene Texte.' },
  },
  'different-sources': {
    title: 'Gleiches Ziel, verschiedene Quellen',
    explains:
      'Derselbe Text einer anderen Sprache steht für verschiedene Texte der ersten: Einer davon kann falsch sein.',
  },
  doublette: {
    title: 'Doppelt erfasst',
    explains: 'Zwei Begriffe haben in zwei Sprachen Benennungen gemeinsam: Vielleicht sind sie einer.',
  },
  'several-concepts': {
    title: 'Eine Benennung in mehreren Begriffen',
    explains:
      'Eine Benennung steht in mehreren Begriffen: Sie kann mehrere Bedeutungen haben, oder die Begriffe sind einer.',
  },
  'homonym-without-subject': {
    title: 'Homonym ohne Sachgebiet',
    explains: 'Eine Benennung steht in mehreren Begriffen, und nicht alle nennen ihr Sachgebiet.',
  },
  'missing-target': {
    title: 'Fehlende Sprache',
    explains: 'Einem Begriff fehlt eine Benennung in einer Sprache der Termbank.',
    ofMemory: { explains: 'Einer Einheit fehlt ein Text in einer Sprache, die fast alle anderen haben.' },
  },
  'empty-language': {
    title: 'Sprache ohne wirkliche Benennung',
    explains: 'An der Stelle einer Benennung steht ein Strich, „n/a“ oder Ähnliches.',
    ofMemory: {
      title: 'Sprache ohne wirklichen Text',
      explains: 'An der Stelle eines Textes steht ein Strich, „n/a“ oder Ähnliches.',
    },
  },
  'other-language': {
    title: 'Sieht nach einer anderen Sprache aus',
    explains: 'Eine Benennung liest sich wie eine in einer anderen Sprache dieser Termbank.',
    ofMemory: { explains: 'Ein Text liest sich wie einer in einer anderen Sprache dieses Speichers.' },
  },
  'contradictory-status': {
    title: 'Widersprüchliche Verwendung',
    explains:
      'Zwei Benennungen einer Sprache sind beide bevorzugt, alle sind nicht zu verwenden, oder dieselbe Benennung ist in einem Begriff bevorzugt und in einem anderen desselben Sachgebiets nicht zu verwenden.',
  },
  'missing-field': { title: 'Pflichtfeld fehlt', explains: 'Ein Feld, das die Termbank verlangt, ist leer.' },
  'forbidden-in-definition': {
    title: 'Definition verwendet, was nicht verwendet werden soll',
    explains: 'Eine Definition verwendet eine Benennung, die die Termbank selbst als nicht zu verwenden kennzeichnet.',
  },
  'value-outside-list': {
    title: 'Wert außerhalb der Liste',
    explains: 'Ein Feld hat einen Wert, der nicht in der Liste steht, die die Termbank oder die Norm dafür festlegt.',
  },
  'broken-reference': {
    title: 'Bild oder Verweis ins Leere',
    explains:
      'Ein genanntes Bild ist nicht da oder heißt anders; ein Verweis führt zu keinem Eintrag, auf sich selbst oder im Kreis.',
  },
  'duplicate-in-concept': {
    title: 'Zweimal in einem Begriff',
    explains: 'Ein Begriff hat dieselbe Benennung zweimal in einer Sprache, vielleicht anders großgeschrieben.',
  },
  'definition-twice': {
    title: 'Dieselbe Definition zweimal',
    explains:
      'Zwei Begriffe haben genau dieselbe Definition: Sie können einer sein, oder eine wurde kopiert und nicht geändert.',
  },
  'definition-is-term': {
    title: 'Definition sagt nur die Benennung',
    explains: 'Eine Definition besteht nur aus Wörtern der Benennung, die sie erklären soll.',
  },
  'term-form': {
    title: 'Gebeugt oder mit Artikel',
    explains: 'Eine Benennung hat einen Artikel oder sieht wie eine gebeugte Form einer anderen aus.',
  },
  'duplicate-id': { title: 'Kennung doppelt', explains: 'Mehrere Begriffe haben dieselbe Kennung des Kunden.' },
  'subject-spelling': {
    title: 'Sachgebiet anders geschrieben',
    explains:
      'Ein Sachgebiet ist auf mehrere Arten geschrieben, die sich in Großschreibung, Mehrzahl, Leerzeichen oder Bindestrichen unterscheiden.',
  },
  'same-picture': { title: 'Dasselbe Bild', explains: 'Verschiedene Begriffe haben dasselbe Bild.' },
  'spelling-variants': {
    title: 'Zwei Schreibweisen',
    explains: 'Benennungen verschiedener Begriffe unterscheiden sich nur in Bindestrich, Leerzeichen oder Akzent.',
  },
  'missing-definition': {
    title: 'Definition fehlt',
    explains: 'Ein Begriff hat keine Definition, obwohl fast alle anderen eine haben.',
  },
  'several-terms': {
    title: 'Mehrere Benennungen in einer',
    explains: 'An der Stelle einer Benennung stehen mehrere.',
  },
  'note-in-term': {
    title: 'Anmerkung in der Benennung',
    explains: 'Grammatik oder ein Hinweis steht in Klammern im Text der Benennung.',
  },
  'all-capitals': {
    title: 'Ganz in Großbuchstaben',
    explains: 'Eine Benennung steht ganz in Großbuchstaben, obwohl die meisten ihrer Sprache das nicht tun.',
  },
  duplicate: {
    title: 'Doppelt gesagt',
    explains: 'Zwei Einheiten haben dieselbe Quelle und dasselbe Ziel.',
  },
  untranslated: {
    title: 'Nicht übersetzt',
    explains:
      'Das Ziel ist gleich der Quelle, obwohl ihre Wörter in anderen Einheiten übersetzt sind. Namen bleiben, wie sie sind.',
  },
  'sentence-missing': {
    title: 'Satz fehlt',
    explains: 'Das Ziel hat weniger Sätze als die Quelle und ist um so viel kürzer.',
  },
  length: {
    title: 'Auffällige Länge',
    explains: 'Das Ziel ist viel länger oder kürzer als die von Quellen dieser Länge in diesem Speicher.',
  },
  number: {
    title: 'Zahlen',
    explains:
      'Eine Zahl des einen Textes steht nicht im anderen, wie auch immer jede Sprache Zahlen schreibt; bis zwölf dürfen sie Wörter sein.',
  },
  placeholder: {
    title: 'Platzhalter',
    explains:
      'Eine Stelle, die ein Programm ausfüllt, fehlt, ist eine andere oder eine zu viel; eine Taste ist nicht gekennzeichnet.',
  },
  url: {
    title: 'Adressen und Pfade',
    explains: 'Eine Netzadresse, eine E-Mail-Adresse oder der Pfad einer Datei weicht ab.',
  },
  'code-missing': { title: 'Code fehlt', explains: 'Ein Code oder ein Tag der Quelle steht nicht im Ziel.' },
  'code-added': { title: 'Code zu viel', explains: 'Das Ziel hat einen Code oder ein Tag, das die Quelle nicht hat.' },
  'code-order': {
    title: 'Codes kreuzen sich',
    explains: 'Codes schließen, bevor sie öffnen, oder kreuzen sich, und in der Quelle nicht.',
  },
  'double-mark': {
    title: 'Zeichen doppelt',
    explains:
      'Ein Satzzeichen steht doppelt, oder ein Punkt neben einem anderen, und die Quelle hat nichts dergleichen.',
  },
  'space-before-mark': {
    title: 'Leerzeichen bei Satzzeichen',
    explains:
      'Vor einem Satzzeichen steht ein Leerzeichen, danach fehlt eines, oder im Französischen fehlt eines davor, obwohl der Speicher sie sonst hat.',
  },
  quotes: {
    title: 'Anführungszeichen',
    explains:
      'Ein Anführungszeichen wird geöffnet und nicht geschlossen, oder umgekehrt, und die Quelle hat sie paarweise.',
  },
  invisible: {
    title: 'Unsichtbare Zeichen',
    explains: 'Ein Text enthält ein unsichtbares Zeichen, das seine Sprache nicht braucht.',
  },
  'repeated-word': {
    title: 'Wort wiederholt',
    explains: 'Ein Wort steht zweimal hintereinander. Wörter, die eine Sprache zu Recht wiederholt, bleiben.',
  },
  'broken-encoding': {
    title: 'Zerstörte Buchstaben',
    explains: 'Buchstaben wurden in einer anderen Kodierung gelesen als geschrieben, oder gingen verloren.',
  },
  width: {
    title: 'Halb- und vollbreit',
    explains: 'Buchstaben, Ziffern oder Zeichen haben eine andere Breite als fast immer in diesem Speicher.',
  },
  'term-missing': {
    title: 'Benennung nicht verwendet',
    explains:
      'Eine Benennung der Termbank steht in der Quelle und keine ihrer Entsprechungen im Ziel, gebeugt oder nicht.',
  },
  'term-forbidden': {
    title: 'Verbotene Benennung',
    explains: 'Im Ziel steht eine Benennung, die nach der Termbank nicht zu verwenden ist.',
  },
  'own-pattern': {
    title: 'Regeln des Kunden',
    explains: 'Ein Muster, das im Ziel stehen muss, fehlt, oder eines, das nicht darf, steht da.',
  },
  'long-term': {
    title: 'Viel länger als eine Benennung',
    explains: 'Eine Benennung hat mehr als zehn Wörter oder ist so lang wie ein Satz: Sie kann eine Definition sein.',
  },
  spaces: {
    title: 'Leerzeichen und unsichtbare Zeichen',
    explains:
      'Eine Benennung beginnt oder endet mit einem Leerzeichen, hat zwei hintereinander oder enthält ein unsichtbares Zeichen.',
    ofMemory: {
      title: 'Leerzeichen',
      explains: 'Ein Text beginnt oder endet mit einem Leerzeichen oder hat zwei hintereinander, und der andere nicht.',
    },
  },
  'final-punctuation': {
    title: 'Satzzeichen am Ende',
    explains:
      'Benennungen werden ohne Punkt, Komma, Doppelpunkt oder Semikolon am Ende erfasst; Abkürzungen behalten ihren Punkt.',
    ofMemory: {
      explains:
        'Das Ziel endet mit einem anderen Zeichen als die Quelle, jedes wie seine Sprache es schreibt, gegen die Gewohnheit dieses Speichers.',
    },
  },
  capitals: {
    title: 'Abweichende Großschreibung',
    explains:
      'Fast alle Benennungen einer Sprache beginnen klein und diese nicht, oder umgekehrt. Deutsche Substantive werden großgeschrieben und nur an ihren Endungen erkannt.',
    ofMemory: {
      explains:
        'Das Ziel beginnt klein, wo die Quelle groß beginnt, oder umgekehrt, gegen die Gewohnheit dieses Speichers; oder es steht ganz in Großbuchstaben.',
    },
  },
  brackets: {
    title: 'Klammern und Anführungszeichen',
    explains: 'Eine Klammer oder ein Anführungszeichen wird geöffnet und nicht geschlossen, oder umgekehrt.',
    ofMemory: {
      title: 'Klammern',
      explains: 'Eine Klammer wird geöffnet und nicht geschlossen, oder umgekehrt, und die Quelle hat sie paarweise.',
    },
  },
};
