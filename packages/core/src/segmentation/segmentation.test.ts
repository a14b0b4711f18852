import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ABBREVIATIONS } from './abbreviations.js';
import { segmenterFor } from './segmenter.js';
import { expression, readSrx, rulesFor } from './srx.js';

/** Each place where a segment ends is marked with a bar. Examples of our own, common practice where no source is named. */
const EXAMPLES: readonly (readonly [language: string, text: string])[] = [
  ['en', 'The lock opens at 6 a.m. on weekdays.|It closes at dusk.'],
  ['en', 'Dr. Ada Lock met J. R. Weir, e.g. at the quay.|They left.'],
  ['en', '“Is it shut?” he asked.|“Yes.”|She nodded.'],
  ['en', 'See Fig. 3 and No. 5.|The level is 1.5 m.|End'],
  ['en', '1. Open the gate.|Close it.'],
  ['en', 'Wait … then go.|Stop!'],
  ['en', 'One line\n|another line'],
  ['de', 'Am 3. Mai wurde z. B. das 2. Tor geöffnet.|Siehe Nr. 5 bzw. Abb. 3.'],
  ['de', 'Er sagte: „Komm!“|Dann ging er.'],
  ['de', 'Das gilt für Boote, Kähne usw. im Hafen.|Ende.'],
  ['fr', 'M. Écluse est là.|Il a dit : « Oui. »|Puis il est parti.'],
  ['es', '¿Está cerrada?|Sí, pág. 12, el Sr. Canal lo dijo.|¡Bien!'],
  ['pt', 'O Sr. Cais mora na Av. do Porto.|A eclusa abre cedo.'],
  ['it', 'Il dott. Molo arriva alle 8.|La chiusa è aperta.'],
  ['nl', 'De sluis is bijv. gesloten.|Dhr. Kade wacht.'],
  ['da', 'Slusen åbner den 3. maj kl. 8.|Hr. Kaj venter f.eks. ved porten.'],
  ['sv', 'Slussen öppnar t.ex. kl. 8.|Vänta här.'],
  ['nb', 'Slusen åpner 3. mai.|Vent her.'],
  ['fi', 'Sulku avataan 3. toukokuuta.|Odota tässä.'],
  ['et', 'Lüüs avatakse 3. mail.|Oota siin.'],
  ['lv', 'Slūžas atver 3. maijā.|Gaidiet šeit.'],
  ['lt', 'Šliuzas, pvz. rytais, atidarytas.|Palaukite.'],
  ['pl', 'Śluza otwarta np. rano.|Prof. Nabrzeże czeka.'],
  ['cs', 'Komora se otevře 3. května.|Počkejte např. zde.'],
  ['sk', 'Komora sa otvorí 3. mája.|Počkajte tu.'],
  ['hu', 'A zsilip 3. kapuja zárva.|Várjon itt pl. reggel.'],
  ['ro', 'Ecluza se deschide.|Dl. Chei așteaptă.'],
  ['el', 'Είναι κλειστό;|Ναι, π.χ. σήμερα.|Τέλος.'],
  ['ru', 'Шлюз открыт, т.е. можно идти.|См. рис. 3.|Конец.'],
  ['uk', 'Шлюз відкрито, напр. вранці.|Чекайте.'],
  ['tr', 'Savak 3. kapıdan açılır.|Bekleyin.'],
  ['ar', 'هل البوابة مغلقة؟|نعم.|انتظر هنا.'],
  ['he', 'השער סגור?|כן.|חכו כאן.'],
  ['ja', '水門は閉まっています。|「開けますか。」と聞いた。|はい！'],
  ['zh', '闸门关了吗？|是的。|请等一下。'],
  ['ko', '수문이 닫혔습니까?|예.|기다리세요.'],
  ['hi', 'द्वार बंद है।|रुको।'],
];

describe('segments', () => {
  test.each(EXAMPLES)('%s: %s', (language, marked) => {
    const wanted = marked.split('|').map((segment) => segment.trim());
    expect(
      segmenterFor(language)(marked.replace(/(?<=[。！？])\|/g, '').replace(/\|/g, marked.includes('\n') ? '' : ' ')),
    ).toEqual(wanted);
  });

  test('nothing of the text is lost', () => {
    const piece = fc.constantFrom(
      'Dr.',
      'No. 5',
      ' ',
      '.',
      '!',
      '"',
      '«',
      ' »',
      '。',
      '」',
      'abc',
      'Xyz',
      '3.',
      '\n',
      '…',
      '(',
      ')',
    );
    const language = fc.constantFrom('en', 'de', 'fr', 'ja', 'el', 'fi', 'th');
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 40 }), language, (pieces, tag) => {
        const text = pieces.join('');
        expect(segmenterFor(tag)(text).join('').replace(/\s+/g, '')).toBe(text.replace(/\s+/g, ''));
      }),
    );
  });

  test('lists of abbreviations hold no empty or doubled entry', () => {
    for (const list of Object.values(ABBREVIATIONS))
      expect(list.split(' ').every((word) => /^\S+$/.test(word))).toBe(true);
  });
});

describe('SRX', () => {
  // In the form of the standard's own example (SRX 2.0, section on the sample document), from memory.
  const SRX = String.raw`<?xml version="1.0"?>
<srx xmlns="http://www.lisa.org/srx20" version="2.0">
 <header segmentsubflows="yes" cascade="yes"><formathandle type="start" include="no"/></header>
 <body>
  <languagerules>
   <languagerule languagerulename="Default">
    <rule break="no"><beforebreak>^\s*[0-9]+\.</beforebreak><afterbreak>\s</afterbreak></rule>
    <rule break="yes"><beforebreak>[\.\?!]+</beforebreak><afterbreak>\s</afterbreak></rule>
    <rule break="yes"><afterbreak>\n</afterbreak></rule>
   </languagerule>
   <languagerule languagerulename="English">
    <rule break="no"><beforebreak>\s[Mm]r\.</beforebreak><afterbreak>\s</afterbreak></rule>
   </languagerule>
  </languagerules>
  <maprules>
   <languagemap languagepattern="[Ee][Nn].*" languagerulename="English"/>
   <languagemap languagepattern=".*" languagerulename="Default"/>
  </maprules>
 </body>
</srx>`;

  test('rules of a file of one’s own are followed', () => {
    const rules = readSrx(SRX);
    expect(rulesFor(rules, 'en-GB')).toHaveLength(4);
    expect(rulesFor(rules, 'fr')).toHaveLength(3);
    expect(segmenterFor('en', rules)('3. Ask for Mr. Lock. He waits! Go\nhome.')).toEqual([
      '3. Ask for Mr. Lock.',
      'He waits!',
      'Go',
      'home.',
    ]);
    expect(segmenterFor('fr', rules)('Ask for Mr. Lock.')).toEqual(['Ask for Mr.', 'Lock.']);
  });

  test('what ICU writes otherwise means the same here', () => {
    expect(expression(String.raw`[a\-z]`, 'u').test('m')).toBe(false);
    expect(expression(String.raw`[a\-z]`, 'u').test('-')).toBe(true);
    expect(expression(String.raw`^\++$`, 'u').test('+++')).toBe(true);
    expect(expression(String.raw`^a++\h$`, 'u').test('aaa\t')).toBe(true);
    expect(expression(String.raw`^\x{2026}$`, 'u').test('…')).toBe(true);
    expect(expression('(?i)mr', 'u').test('MR')).toBe(true);
  });

  test('only the first map counts without cascade', () => {
    expect(rulesFor(readSrx(SRX.replace('cascade="yes"', 'cascade="no"')), 'en')).toHaveLength(1);
  });

  test('what is no SRX, and a rule that is no expression, is refused with a reason', () => {
    expect(() => readSrx('<tmx/>')).toThrow();
    expect(() => readSrx(SRX.replace(String.raw`[\.\?!]+`, '[unclosed'))).toThrow();
  });
});
