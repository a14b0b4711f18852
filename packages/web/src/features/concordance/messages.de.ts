import { count, number } from '../../ui/format.js';
import type { texts as en } from './messages.en.js';

export const texts: typeof en = {
  title: 'Konkordanz',
  field: 'Wörter oder ein Teil eines Textes; * steht für beliebige Buchstaben',
  how: 'Wie die Wörter gesucht werden',
  modes: { text: 'wie sie dastehen', words: 'in jeder Beugung' },
  found: (n: number, more: boolean) => (more ? `die ersten ${number(n)}` : count(n, 'Text', 'Texte')),
  empty: 'Wörter in allen Speichern des Kunden finden.',
  advice: 'Gleiche Einheiten stehen einmal da; die wahrscheinliche Entsprechung ist in der anderen Sprache markiert.',
  nothingAdvice: 'Versuchen Sie weniger Wörter, einen Teil eines Wortes oder Wörter in jeder Beugung.',
  times: (n: number) => `${number(n)}-mal`,
};
