import { describe, expect, it } from '@jest/globals';
import { Speller } from '@fair-copy/core/checks/spelling/word-list.js';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { hasWordList, wordListFor } from './word-lists.js';

/**
 * Common misspellings with the right words: for English from Wikipedia's "Lists of common misspellings" (CC BY-SA), for the
 * others from handbooks (Duden "Die häufigsten Rechtschreibfehler", Le Robert, RAE); all from memory.
 */
const SLIPS: Readonly<Record<string, string>> = {
  en: 'recieve:receive seperate:separate occured:occurred definately:definitely accomodate:accommodate untill:until wich:which',
  de: 'Addresse:Adresse seperat:separat Rhytmus:Rhythmus nähmlich:nämlich warscheinlich:wahrscheinlich Maschiene:Maschine',
  fr: 'dévelloper:développer parmis:parmi malgrés:malgré',
  es: 'haiga:haya exámen:examen imágen:imagen hechar:echar travez:través',
  pt: 'excessão:exceção análize:análise compania:companhia',
  nl: 'onmiddelijk:onmiddellijk eigelijk:eigenlijk proffesioneel:professioneel',
  pl: 'wogóle:ogóle napewno:pewno żeka:rzeka',
  ru: 'агенство:агентство будующий:будущий програма:программа',
  sv: 'intresant:intressant terass:terrass noggran:noggrann',
};

describe('word lists that ship', () => {
  it.each(Object.entries(SLIPS))('%s: common misspellings stand in none, the right words do', (language, slips) => {
    const speller = new Speller(canonicalTag(language)!, wordListFor(language)!, new Set());
    for (const pair of slips.split(' ')) {
      const [slip, right] = pair.split(':') as [string, string];

      expect([slip, speller.standingOf(slip)]).toEqual([slip, 'unknown']);
      expect([right, speller.isListed(right)]).toEqual([right, true]);
    }
  });

  it('goes by the region of English', () => {
    expect(wordListFor('en-GB')!.has('colour')).toBe(true);
    expect(wordListFor('en-GB')!.has('color')).toBe(false);
    expect(wordListFor('en-US')!.has('color')).toBe(true);
    expect(wordListFor('en-US')!.has('colour')).toBe(false);
    for (const word of ['colour', 'color']) expect(wordListFor('en')!.has(word)).toBe(true);
  });

  it('looks Russian and Swedish up by the affix rules', () => {
    for (const word of ['программами', 'файлов', 'настройки']) expect(wordListFor('ru')!.has(word)).toBe(true);
    for (const word of ['filerna', 'inställningar', 'öppnades']) expect(wordListFor('sv')!.has(word)).toBe(true);
  });

  it('has none for languages whose lists may not ship, and says so', () => {
    for (const language of ['it', 'cs', 'uk', 'ja', 'th']) {
      expect(hasWordList(language)).toBe(false);
      expect(wordListFor(language)).toBeNull();
    }
  });
});
