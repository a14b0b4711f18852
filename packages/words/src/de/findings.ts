import type { FindingCodes } from '@fair-copy/core/checks/said.js';
import type { Words } from '@fair-copy/core/said.js';
import type { Inspected } from '../catalogue.js';
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
    'targets-nearly-same': ({ text, count: n, language, texts: named }) =>
      `Die Zieltexte von ${quoted(text)} in ${languageName(language)} unterscheiden sich in Codes, Großschreibung oder Zeichen am Ende: ${texts(named, n)}.`,
    'sources-nearly-same': ({ text, count: n, language, texts: named }) =>
      `${quoted(text)} hat mit anderen Codes, anderer Großschreibung oder anderen Zeichen am Ende andere Zieltexte in ${languageName(language)}: ${texts(named, n)}.`,
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
    'never-used': () => 'Keine seiner Benennungen kommt in den Speichern vor.',
    'used-otherwise': ({ language, expected, said, meant, example }) =>
      `Von ${said} Texten daneben in ${languageName(language)} haben ${meant} ${list(expected.map(quoted))}; ein anderer ist ${quoted(example)}.`,
    'called-otherwise': ({ text, language, own, theirs }) =>
      `${quoted(text)} heißt hier ${list(own.map(quoted))}, in der anderen Termbank ${list(theirs.map(quoted))} (${languageName(language)}).`,
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
    'no-term-for': ({ text, times, example }) =>
      `${quoted(text)} steht in ${count(times, { one: '# Text', other: '# Texten' })} der Speicher, und die Termbank hat keine Benennung dafür: ${quoted(example)}`,
    spelling: ({ word, instead }) =>
      `${quoted(word)} steht in keiner Wortliste seiner Sprache${instead.length ? `, wohl aber ${instead.map(quoted).join(' oder ')}` : ''}.`,
    'own-pattern': ({ name, must }) =>
      must === 'stand' ? `Was diese Regel verlangt, fehlt: ${name}.` : `Was diese Regel verbietet, steht da: ${name}.`,
    'as-it-was': ({ sentence }) => sentence,
  };
}
