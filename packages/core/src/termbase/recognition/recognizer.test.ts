/** Terms in running text. The sentences are ours; what is an inflected form is common knowledge of each language. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Recognizer } from './recognizer.js';
import { wordsOf } from './words.js';

function found(language: string, terms: readonly string[], text: string): string[] {
  const recognizer = new Recognizer<number>(language);
  terms.forEach((term, i) => recognizer.add(term, i));
  return recognizer.find(text).map((hit) => `${text.slice(hit.start, hit.end)}=${hit.term}:${hit.how}`);
}

describe('inflected forms', () => {
  test.each([
    [
      'en',
      ['lock gate', 'weir'],
      'The lock gates of both weirs',
      ['lock gates=lock gate:inflected', 'weirs=weir:inflected'],
    ],
    ['de', ['Schleuse', 'Tor'], 'Die Tore der Schleusen', ['Tore=Tor:inflected', 'Schleusen=Schleuse:inflected']],
    [
      'de',
      ['persönliche Schutzausrüstung'],
      'mit persönlicher Schutzausrüstung',
      ['persönlicher Schutzausrüstung=persönliche Schutzausrüstung:inflected'],
    ],
    [
      'fi',
      ['sulku', 'kanava'],
      'kanavan suluissa ja kanavassa',
      ['kanavan=kanava:inflected', 'suluissa=sulku:inflected', 'kanavassa=kanava:inflected'],
    ],
    [
      'pl',
      ['śluza', 'zawór zwrotny'],
      'przy śluzach i zaworów zwrotnych',
      ['śluzach=śluza:inflected', 'zaworów zwrotnych=zawór zwrotny:inflected'],
    ],
    [
      'fr',
      ['écluse', 'porte busquée'],
      'les portes busquées des écluses',
      ['portes busquées=porte busquée:inflected', 'écluses=écluse:inflected'],
    ],
    ['ru', ['шлюз'], 'ворота шлюзов', ['шлюзов=шлюз:inflected']],
    ['fi', ['yhteys'], 'yhteystapa ja yhteyttä', ['yhteys=yhteys:compound', 'yhteyttä=yhteys:inflected']],
    ['hu', ['oldal'], 'az oldali sáv, az oldalai', ['oldalai=oldal:inflected']],
    ['cs', ['jazyk', 'rok'], 'v jazyce a v roce', ['jazyce=jazyk:inflected', 'roce=rok:inflected']],
    ['el', ['κωδικός'], 'οι κωδικοί του κώδικα', ['κωδικοί=κωδικός:inflected']],
    ['el', ['νόμος', 'νομός'], 'ο νομός, του νόμου', ['νομός=νομός:exact', 'νόμου=νόμος:inflected']],
    ['hu', ['zsilip'], 'a zsilipeket nyitják', ['zsilipeket=zsilip:inflected']],
    ['tr', ['kanal'], 'kanallarda', ['kanallarda=kanal:inflected']],
    ['ja', ['水門', 'ポンプ'], '水門を開けてポンプを動かす', ['水門=水門:exact', 'ポンプ=ポンプ:exact']],
  ])('%s %j in “%s”', (language, terms, text, expected) => {
    expect(found(language, terms, text)).toEqual(expected);
  });
});

test('a mark behind the unchangeable part of a word wins over the stemmer', () => {
  expect(found('fi', ['kevät'], 'kevään')).toEqual([]);
  expect(found('fi', ['kev|ät'], 'kevään')).toEqual(['kevään=kevät:inflected']);
  expect(found('fi', ['ve|si'], 'vesi')).toEqual(['vesi=vesi:exact']);
});

test('nothing inside other words; a part of a compound is marked as such', () => {
  expect(found('en', ['lock'], 'a block of clockwork')).toEqual([]);
  expect(found('de', ['Schleuse'], 'die Kammerschleusen')).toEqual(['schleusen=Schleuse:compound']);
  expect(found('de', ['Schleuse'], 'Schleusenwärter')).toEqual(['Schleuse=Schleuse:compound']);
  expect(found('fi', ['sulku'], 'sulkuportti')).toEqual(['sulku=sulku:compound']);
  expect(found('en', ['lock'], 'lockgate')).toEqual([]);
});

// Particles and their forms behind a consonant, a vowel and ㄹ: from memory of Korean grammar.
test('Korean particles, one or several, in the form that the noun asks for', () => {
  expect(
    found(
      'ko',
      ['갑문', '수위계', '운하', '준설', '물'],
      '갑문을 열기 전에 수위계의 값을 보고, 운하에서는 준설까지의 일을 한다',
    ),
  ).toEqual([
    '갑문을=갑문:inflected',
    '수위계의=수위계:inflected',
    '운하에서는=운하:inflected',
    '준설까지의=준설:inflected',
  ]);
  expect(found('ko', ['갑문'], '갑문이라면 갑문이며')).toEqual([
    '갑문이라면=갑문:inflected',
    '갑문이며=갑문:inflected',
  ]);
  expect(found('ko', ['터널'], '터널로 터널으로')).toEqual(['터널로=터널:inflected']);
  // The wrong form shows another word; so may one syllable with a particle ("도로" is a road).
  expect(found('ko', ['수리', '사이', '도'], '수리을 사이은 도로')).toEqual([]);
});

test('a text with its accents written apart (Unicode NFD) has a term as it stands', () => {
  const [hit] = found('es', ['ratón'], 'el ratón'.normalize('NFD'));
  expect(hit!.normalize('NFC')).toBe('ratón=ratón:exact');
});

test('a Chinese term that the dictionary cuts in two is found where it leaves no more words', () => {
  expect(found('zh', ['鼠标'], '启用鼠标点击。')).toEqual(['鼠标=鼠标:exact']);
});

test('Korean nouns of one syllable have particles that make no other word of them', () => {
  expect(found('ko', ['창', '종', '회', '도'], '창에서 창을 열고, 종이를 회의 도로에')).toEqual([
    '창에서=창:inflected',
    '창을=창:inflected',
  ]);
});

test('Chinese terms are whole words by the dictionary, never across two', () => {
  expect(found('zh', ['船闸', '闸门', '水位', '水位计'], '打开船闸的闸门之前，检查水位计算结果和水位计读数。')).toEqual(
    ['船闸=船闸:exact', '闸门=闸门:exact', '水位=水位:exact', '水位计=水位计:exact'],
  );
});

test('the longest term wins, and a term of two words must stand together', () => {
  expect(found('en', ['lock', 'lock gate', 'gate'], 'the lock gate and a gate')).toEqual([
    'lock gate=lock gate:exact',
    'gate=gate:exact',
  ]);
  expect(found('en', ['lock gate'], 'the lock. Gate two')).toEqual([]);
  expect(found('en', ['O-ring'], 'two O rings, one O-ring')).toEqual([
    'O rings=O-ring:inflected',
    'O-ring=O-ring:exact',
  ]);
});

test('abbreviations by their case', () => {
  expect(found('en', ['IT', 'PPE'], 'it is PPE, IT said')).toEqual(['PPE=PPE:exact', 'IT=IT:exact']);
});

test('stems that bring different words together are no forms', () => {
  expect(found('en', ['universe'], 'the university')).toEqual([]);
  expect(found('en', ['ship'], 'shipping and ships, a shipment')).toEqual([
    'shipping=ship:inflected',
    'ships=ship:inflected',
  ]);
});

test('Japanese: part of a word in katakana is none, between Han characters it is a part', () => {
  expect(found('ja', ['プ'], 'ポンプ')).toEqual([]);
  expect(found('ja', ['水門'], '大水門')).toEqual(['水門=水門:compound']);
  expect(found('ja', ['水門', '水'], '水門')).toEqual(['水門=水門:exact']);
});

test('several concepts may have the same term', () => {
  const recognizer = new Recognizer<string>('en');
  recognizer.add('bank', 'river');
  recognizer.add('bank', 'money');
  expect(recognizer.find('the banks').map((hit) => hit.concept)).toEqual(['river', 'money']);
});

test('places are inside the text, in order, without overlap of different places', () => {
  const word = fc.constantFrom('lock', 'gate', 'locks', 'weir', '水門', 'Tor', 'a', '-', ' ', '. ', '𠀀', 'İ', 'ß');
  fc.assert(
    fc.property(fc.array(word, { maxLength: 20 }), fc.array(word, { minLength: 1, maxLength: 3 }), (text, terms) => {
      const recognizer = new Recognizer<number>('en');
      recognizer.add(terms.join(' '), 1);
      recognizer.add('lock', 2);
      const joined = text.join(' ');
      let last = { start: -1, end: 0 };
      for (const { start, end } of recognizer.find(joined)) {
        expect(start).toBeLessThan(end);
        expect(end).toBeLessThanOrEqual(joined.length);
        if (start !== last.start || end !== last.end) expect(start).toBeGreaterThanOrEqual(last.end);
        last = { start, end };
      }
    }),
  );
});

test('words of a text', () => expect(wordsOf('l’écluse n° 2').map((w) => w.text)).toEqual(['l', 'écluse', 'n', '2']));

const forms = (language: string, terms: readonly string[], text: string): string[] => {
  const recognizer = new Recognizer<number>(language);
  terms.forEach((term, i) => recognizer.add(term, i));
  return recognizer.find(text).map(({ start, end, form }) => `${text.slice(start, end)}: ${form ?? '-'}`);
};

// Separable verbs and shortened compounds: Duden grammar, from memory.
test('what is written apart: separable verbs, shortened compounds', () => {
  expect(forms('de', ['absperren'], 'Der Wärter sperrt die Kammer ab. Ab morgen sperrt er sie.')).toEqual([
    'sperrt: separated',
  ]);
  expect(forms('de', ['absperren'], 'Er sperrt das Tor auf.')).toEqual([]);
  expect(forms('de', ['Eingang', 'Ausgang'], 'Ein- und Ausgang; Ein- oder Auslass')).toEqual([
    'Ein: shortened',
    'Ausgang: -',
  ]);
  expect(forms('de', ['Schleusenwand'], 'Schleusentore und -wände')).toEqual(['wände: shortened']);
  expect(forms('nl', ['afsluiten'], 'Sluit de klep af of probeer die af te sluiten.')).toEqual([
    'Sluit: separated',
    'af te sluiten: separated',
  ]);
});

test('a German noun has its capital, and a verb has none inside a sentence', () => {
  expect(found('de', ['Tor', 'schließen'], 'Das Schloss am Tor schloss nicht. Schließt es!')).toEqual([
    'Tor=Tor:exact',
    'schloss=schließen:inflected',
    'Schließt=schließen:inflected',
  ]);
  expect(found('de', ['Heben'], 'wir heben das Wehr')).toEqual([]);
});

test('articles inside a term, and prepositions that swallow them', () => {
  expect(found('fr', ['porte d’écluse'], 'les portes de l’écluse et la porte des écluses')).toEqual([
    'portes de l’écluse=porte d’écluse:inflected',
    'porte des écluses=porte d’écluse:inflected',
  ]);
  expect(found('it', ['livello di acqua'], 'i livelli dell’acqua')).toEqual([
    'livelli dell’acqua=livello di acqua:inflected',
  ]);
});

test('capitals throughout, and the plural of an abbreviation', () => {
  expect(found('de', ['Schleuse', 'LKW'], 'SCHLEUSEN FÜR LKWs')).toEqual([
    'SCHLEUSEN=Schleuse:inflected',
    'LKWs=LKW:inflected',
  ]);
});

test('Finnish: several words, each inflected; a compound in the place of one is another term', () => {
  expect(found('fi', ['vanha silta'], 'vanhojen siltojen ja vanhojen terässiltojen')).toEqual([
    'vanhojen siltojen=vanha silta:inflected',
  ]);
});

test('Korean compounds with and without a space; Thai words by the dictionary', () => {
  expect(found('ko', ['수위 조절', '갑문시설'], '수위조절을 하는 갑문 시설의')).toEqual([
    '수위조절을=수위 조절:inflected',
    '갑문 시설의=갑문시설:inflected',
  ]);
  expect(found('th', ['ประตู', 'น้ำ'], 'ประตูน้ำ')).toContain('ประตู=ประตู:exact');
});

test('Japanese verbs and adjectives in their forms, not inside another verb', () => {
  expect(found('ja', ['閉じる', '点検する', '高い'], '扉を閉じた後に点検した。高く上げる。')).toEqual([
    '閉じた=閉じる:inflected',
    '点検し=点検する:inflected',
    '高く=高い:inflected',
  ]);
  expect(found('ja', ['京都'], '東京都の水門')).toEqual([]);
});

test('what a form is, as far as the ending says it', () => {
  expect(forms('de', ['Wehr'], 'Wehre')).toEqual(['Wehre: plural']);
  expect(forms('sv', ['sluss'], 'sluss')).toEqual(['sluss: -']);
  expect(forms('el', ['στάθμη'], 'στάθμης')).toEqual(['στάθμης: case']);
  expect(forms('ko', ['갑문'], '갑문을')).toEqual(['갑문을: particle']);
});

test('forms that somebody recorded, and those that are none', () => {
  const recognizer = new Recognizer<number>('de');
  recognizer.add('Bank', 1, { also: ['Sitzbretter', 'lange Latten'], never: ['Banken'] });
  const text = 'Bänke, Banken, Sitzbretter und lange Latten';
  expect(recognizer.find(text).map(({ start, end, form }) => `${text.slice(start, end)}: ${form}`)).toEqual([
    'Bänke: plural',
    'Sitzbretter: said',
    'lange Latten: said',
  ]);
});

test('a regional tag goes by the rules of its language', () => {
  expect(found('de-AT', ['Damm'], 'Dämme')).toEqual(['Dämme=Damm:inflected']);
  expect(new Recognizer('de').method).toBe('rules');
  expect(new Recognizer('zh').method).toBe('segmenter');
  expect(new Recognizer('da').method).toBe('stemmer');
  expect(new Recognizer('sk').method).toBe('beginnings');
});

test('data in the place of words costs no more than its length', () => {
  const long = 'a'.repeat(200_000);
  for (const language of ['de', 'fi', 'ru', 'ko', 'ar', 'hu', 'sk']) {
    const recognizer = new Recognizer<number>(language);
    recognizer.add(long, 1);
    recognizer.add('Wehr', 2);
    recognizer.add(Array.from({ length: 3000 }, () => 'ab').join(' '), 3);
    const text = `${long} Wehr ${'ab '.repeat(3000)}- ${long}-`;
    expect(recognizer.find(text).map(({ concept }) => concept)).toContain(2);
  }
});

// A stem is no word: "viz" of "víz", "tue" of "tuki" are other words or none.
test('a stem with nothing behind it is no form of a noun', () => {
  expect(found('hu', ['víz', 'híd'], 'viz hid vizet hidat')).toEqual(['vizet=víz:inflected', 'hidat=híd:inflected']);
  expect(found('fi', ['tuki', 'loppu'], 'tue loppui tuen')).toEqual(['tuen=tuki:inflected']);
  expect(found('tr', ['kapak'], 'kapağ kapağı')).toEqual(['kapağı=kapak:inflected']);
});
