import { recognition } from '@fair-copy/words/de/recognition.js';
import type { RecognitionMethod } from '@fair-copy/core/termbase/recognition/names.js';
import { count } from '../../ui/format.js';
import type { texts as en } from './try-messages.en.js';

export const texts: typeof en = {
  title: (name: string) => `Ein Text, erprobt an ${name}`,
  explains:
    'Welche Benennungen dieser Termbank in einem Text vorkommen, auch gebeugte. Der Text wird nicht gespeichert.',
  text: 'Text',
  placeholder: 'Fügen Sie eine Stelle des Dokuments ein, das übersetzt werden soll.',
  language: 'Sprache des Textes',
  found: (places: number, terms: number) =>
    `${count(terms, 'Benennung', 'Benennungen')} an ${count(places, 'Stelle', 'Stellen')}`,
  nothing: 'Keine Benennung dieser Termbank kommt darin vor.',
  recognition,
  seen: (times: number, how: string) => (times === 1 ? how : `${how}, ${count(times, 'Mal', 'Mal')}`),
  notThis: 'nicht diese Benennung',
  notThisOf: (form: string, term: string) => `„${form}“ ist nicht die Benennung „${term}“`,
  missed: 'Eine Form fehlt …',
  form: 'Form im Text',
  isForm: 'ist eine Form der Benennung',
  noTerm: 'Keine Benennung beginnt so.',
  record: 'Form vermerken',
  said: (form: string, term: string, is: boolean) =>
    is ? `„${form}“ wird nun als Form von „${term}“ gefunden.` : `„${form}“ wird nicht mehr als „${term}“ gefunden.`,
  hits: 'Gefundene Benennungen',
  back: 'Zurück zur Termbank',
  method: (method: RecognitionMethod, language: string) => `Formen in ${language}: ${recognition.methods[method]}.`,
  words: (n: number) => count(n, 'Wort', 'Wörter'),
};
