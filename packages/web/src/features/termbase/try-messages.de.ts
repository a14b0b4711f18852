import { count } from '../../ui/format.js';
import type { texts as en } from './try-messages.en.js';

export const texts: typeof en = {
  title: (name: string) => `Ein Text, erprobt an ${name}`,
  explains: 'Welche Benennungen dieser Termbank in einem Text vorkommen, auch gebeugte. Nichts davon wird aufbewahrt.',
  text: 'Text',
  placeholder: 'Fügen Sie eine Stelle des Dokuments ein, das übersetzt werden soll.',
  language: 'Sprache des Textes',
  found: (hits: number, terms: number) =>
    `${count(hits, 'Stelle', 'Stellen')} mit ${count(terms, 'Benennung', 'Benennungen')}`,
  nothing: 'Keine Benennung dieser Termbank kommt darin vor.',
  how: { exact: 'wie sie dasteht', inflected: 'gebeugt', compound: 'Teil einer Zusammensetzung' },
  hits: 'Gefundene Benennungen',
  back: 'Zurück zur Termbank',
  method: (stemmer: boolean, language: string) =>
    stemmer
      ? `${language}: mit dem Stemmer von Snowball.`
      : `${language} hat hier keinen Stemmer: nach gemeinsamen Anfängen.`,
  words: (n: number) => count(n, 'Wort', 'Wörter'),
};
