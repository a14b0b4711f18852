/**
 * Numbers up to twelve as words, by how they begin, so that endings do not matter, with ordinals and the like;
 * "_" is a space.
 * CLDR's rule-based number formats (spellout-cardinal) have them too; from memory.
 */
const WORDS: Readonly<Record<string, string>> = {
  en: 'zero one|an?(?!\\p{L})|single|first|once two|second|twice|both|pair|double three|third|triple|thrice four|quad five|fifth|quint six seven eight nine|ninth ten eleven twelve|twelfth|dozen',
  de: 'null|kein ein|erst zwei|beid|doppel|paar drei|dritt vier fünf sechs sieb|sieben acht neun zehn elf zwölf|dutzend',
  fr: 'zéro|aucun un|premi|seul deux|second|double|paire trois|troisi|triple quatre|quatri cinq six sept huit neuf|neuvi dix onze douze|douzaine',
  es: 'cero|ningun un|primer dos|segund|ambos|ambas|doble|par tres|tercer cuatro|cuart cinco|quint seis|sext siete|séptim ocho|octav nueve|noven diez|décim once doce|docena',
  it: 'zero|nessun un|prim due|second|entramb|doppi|coppia tre|terz quattr|quart cinqu|quint sei|sest sett otto|ottav nov|non dieci|decim undici dodici|dozzina',
  pt: 'zero|nenhum um|primeir dois|duas|segund|ambos|ambas|duplo|par três|terceir quatro|quart cinco|quint seis|sext sete|sétim oito|oitav nove|non dez|décim onze doze|dúzia',
  nl: 'nul|geen een|één|eerst twee|beide|dubbel|paar drie|derd vier vijf zes zeven acht negen tien elf twaalf|dozijn',
  pl: 'zer jed|pierwsz dw|drug|obie|oba|para trz|trzeci|tró cztery|czter|czwart pię|piąt sześ|szóst siedem|siódm osiem|ósm dziewię dziesi jedena|jedenast dwana|dwunast|tuzin',
  cs: 'nul jed|prvn dv|druh|oba|obě|pár tř|třet čtyř|čtvrt pět|pát šest sedm osm devět|devát deset|desát jedenáct dvanáct|tucet',
  ru: 'нол|нул|ни_одн один|одн|перв дв|втор|оба|обе|обо|пар тр|трет четыр|четвер|четвёр пят шест сем|седьм вос девят десят одиннадцат двенадцат|дюжин',
  uk: "нул|жодн один|одн|перш дв|друг|обид|пар тр|трет чотир|четверт п’ят|пʼят|п'ят шіст|шест сім|сьом вісім|восьм дев’ят|девʼят|дев'ят десят одинадцят дванадцят",
  el: 'μηδέν|κανέν|καμί έν|μί|μι|ένα|πρώτ δύο|δυο|δεύτερ|διπλ|ζεύγ τρ|τρίτ τέσσερ|τεσσάρ|τέταρτ πέντε|πέμπτ έξι|έκτ επτά|εφτά|έβδομ οκτώ|οχτώ|όγδο εννέα|εννιά|ένατ δέκα|δέκατ έντεκα|ενδέκατ δώδεκα|δωδέκατ',
  fi: 'nolla yksi|yhd|yht|yhte|ensi|ensim kaksi|kahd|kaht|toinen|toise|molem|pari kolm neljä|neljä viisi|viid|viit|viide kuusi|kuud|kuut seitsem|seitsen kahdeksa yhdeksä kymmen yksitoista kaksitoista|tusina',
  sv: 'noll|ingen en|ett|först två|andra|båda|dubbel|par tre|tredj fyra|fjärd fem sex|sjätt sju åtta|ått nio tio elva|elft tolv|dussin',
  da: 'nul|ingen en|et|én|ét|først to|anden|andet|begge|dobbelt|par tre|tredj fire|fjerd fem seks|sjett syv otte|ott ni ti elleve|ellevt tolv|dusin',
  nb: 'null|ingen en|et|én|ett|først to|andre|begge|dobbel|par tre|tredj fire|fjerd fem|femt seks|sjett sju|syv åtte|ått ni ti elleve|ellevt tolv|dusin',
  hu: 'null|egyetlen_sem_egy|első két|kettő|második|mindkét|pár három|harm négy|negyed öt hat hét|heted nyolc kilenc tíz|tized tizenegy tizenkettő|tizenkét|tucat',
  tr: 'sıfır|hiçbir bir|ilk|tek iki|çift|her_iki üç dört beş altı yedi sekiz dokuz on onbir|on_bir oniki|on_iki|düzine',
  ar: 'صفر واحد|إحدى|أحد|أول اثن|إثن|ثاني|كلا|كلتا ثلاث|ثالث أربع|رابع خمس|خامس ست|سادس سبع|سابع ثمان|ثامن تسع|تاسع عشر|عاشر أحد_عشر|إحدى_عشرة اثنا_عشر|اثنتا_عشرة',
  he: 'אפס אחד|אחת|ראשונ שני|שתי|שניים|שתיים שלוש|שלישי ארבע|רביעי חמש|חמיש שש|שישי שבע|שביעי שמונה|שמינ תשע|תשיע עשר|עשיר אחד_עשר|אחת_עשרה שנים_עשר|שתים_עשרה',
  ja: '零|ゼロ 一|ひと|ワン|いち 二|両|ふた|ツー 三|みっ|スリー 四|よっ 五|いつ 六|むっ 七|なな 八|やっ 九|ここの 十|とお 十一 十二|ダース',
  zh: '零 一|单|單|首 二|两|兩|双|雙 三 四 五 六 七 八 九 十 十一 十二|打',
  ko: '영|없 하나|한|일|첫 둘|두|이|양 셋|세|삼 넷|네|사 다섯|오 여섯|육 일곱|칠 여덟|팔 아홉|구 열|십 열하나|십일 열두|열둘|십이',
  th: 'ศูนย์ หนึ่ง|เดียว|แรก สอง|คู่|ทั้งคู่ สาม สี่ ห้า หก เจ็ด แปด เก้า สิบ สิบเอ็ด สิบสอง|โหล',
};

const PATTERNS = new Map<string, readonly (RegExp | null)[]>();

/** Scripts that do not part words: a number stands anywhere. */
const ANYWHERE = new Set(['ja', 'zh', 'ko', 'th', 'he', 'ar', 'hu']);

function patternsOf(language: string): readonly (RegExp | null)[] {
  let patterns = PATTERNS.get(language);
  if (!patterns) {
    const from = ANYWHERE.has(language) ? '' : '(?<!\\p{L})';
    patterns = (WORDS[language] ?? '')
      .split(' ')
      .filter(Boolean)
      .reduce<string[]>((all, one) => {
        // A word of two ("no_one") belongs to what stands before it.
        all.push(one);
        return all;
      }, [])
      .map((forms) => new RegExp(`${from}(?:${forms})`, 'iu'));
    PATTERNS.set(language, patterns);
  }
  return patterns;
}

/** Whether a text says a number as a word, as far as the language is known; languages that are not: yes. */
export function saysNumber(text: string, value: number, language: string): boolean {
  if (!WORDS[language]) return value <= 12;
  return value <= 12 && (patternsOf(language)[value]?.test(text) ?? false);
}
