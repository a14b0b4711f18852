import { count } from '../../ui/format.js';
import type { texts as en } from './messages.en.js';

export const texts: typeof en = {
  find: 'In der Anleitung suchen',
  parts: 'Teile der Anleitung',
  found: (n: number) => count(n, 'Stelle', 'Stellen'),
  nothing: (q: string) => `In der Anleitung steht nichts von „${q}“.`,
  language: 'Die Anleitung gibt es auf Englisch.',
};
