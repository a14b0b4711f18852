/** Headers in other scripts, tags that are words, codes that people write, and tables with one row per term. */
import { describe, expect, test } from '@jest/globals';
import { proposeReading } from './propose.js';
import { exchangedWith, type Role } from './reading.js';

const EN = ['lock', 'weir', 'bollard', 'water gauge', 'lock gate', 'fairway', 'dredging', 'river bank', 'quay wall'];
const DE = ['Schleuse', 'Wehr', 'Poller', 'Pegel', 'Schleusentor', 'Fahrrinne', 'Baggern', 'Ufer', 'Kaimauer'];
const FR = ['écluse', 'déversoir', 'bollard', 'échelle d’eau', 'porte', 'chenal', 'dragage', 'berge', 'mur de quai'];
const ZH = ['船闸', '堰', '系船柱', '水位计', '闸门', '航道', '疏浚', '河岸', '码头'];
const KO = ['갑문', '보', '계선주', '수위계', '갑문 문짝', '항로', '준설', '강둑', '안벽'];
const JA = ['閘門', '堰', '係船柱', '水位計', '閘門扉', '航路', '浚渫', '河岸', '岸壁'];
const RU = ['шлюз', 'водослив', 'кнехт', 'водомер', 'ворота шлюза', 'фарватер', 'дноуглубление', 'берег', 'причал'];
const EL = ['υδατοφράκτης', 'υπερχειλιστής', 'δέστρα', 'σταθμήμετρο', 'πύλη', 'δίαυλος', 'εκβάθυνση', 'όχθη', 'μόλος'];
const AR = ['هويس', 'سد', 'عمود ربط', 'مقياس', 'بوابة', 'ممر ملاحي', 'تجريف', 'ضفة', 'رصيف'];
const IT = [
  'chiusa',
  'sfioratore',
  'bitta',
  'idrometro',
  'porta della chiusa',
  'canale',
  'dragaggio',
  'sponda',
  'molo',
];
const SV = [
  'sluss',
  'överfall',
  'pollare',
  'vattenståndsmätare',
  'slussport',
  'farled',
  'muddring',
  'strand',
  'kajmur',
];
const PT = [
  'eclusa',
  'vertedouro',
  'cabeço',
  'limnímetro',
  'comporta',
  'canal navegável',
  'dragagem',
  'margem',
  'cais',
];
const NUMBERS = EN.map((_, i) => String(i + 1));
const KEYS = EN.map((term) => term.toUpperCase().replaceAll(' ', '-'));

function reading(columns: readonly (readonly [string, readonly string[]])[]) {
  const rows = [
    columns.map(([header]) => header),
    ...columns[0]![1].map((_, i) => columns.map(([, cells]) => cells[i]!)),
  ];
  const source = { kind: 'workbook', sheet: 'a', sheets: [] } as const;
  return proposeReading({
    source,
    rows: rows.map((cells, i) => ({ number: i + 1, cells })),
    hiddenColumns: [],
    notes: [],
  });
}
const short = (role: Role): string =>
  role.kind === 'term' ? role.language : role.kind === 'field' ? role.field : role.kind;
const roles = (columns: readonly (readonly [string, readonly string[]])[]): string[] => {
  const { headerRow, columns: found } = reading(columns);
  expect(headerRow.value).toBe(1);
  return found.map(({ role }) => short(role.value));
};

/** Names of languages: CLDR; of columns: common practice. */
test.each([
  [
    'Chinese',
    [
      ['中文', ZH],
      ['英文', EN],
      ['备注', KEYS],
    ],
    ['zh', 'en', 'note'],
  ],
  [
    'Chinese, source and target',
    [
      ['序号', NUMBERS],
      ['术语', ZH],
      ['译文', EN],
    ],
    ['ignored', 'zh', 'en'],
  ],
  [
    'Korean',
    [
      ['한국어', KO],
      ['영어', EN],
      ['비고', KEYS],
    ],
    ['ko', 'en', 'note'],
  ],
  [
    'Japanese',
    [
      ['日本語', JA],
      ['英語', EN],
      ['備考', KEYS],
    ],
    ['ja', 'en', 'note'],
  ],
  [
    'Russian',
    [
      ['Русский', RU],
      ['Английский', EN],
      ['Примечание', KEYS],
    ],
    ['ru', 'en', 'note'],
  ],
  [
    'Russian, term and translation',
    [
      ['№', NUMBERS],
      ['Термин', RU],
      ['Перевод', DE],
    ],
    ['ignored', 'ru', 'de'],
  ],
  [
    'Greek',
    [
      ['Ελληνικά', EL],
      ['Αγγλικά', EN],
      ['Σχόλια', KEYS],
    ],
    ['el', 'en', 'note'],
  ],
  [
    'Arabic',
    [
      ['العربية', AR],
      ['الإنجليزية', EN],
      ['ملاحظات', KEYS],
    ],
    ['ar', 'en', 'note'],
  ],
] as const)('a header in %s', (_, columns, expected) => expect(roles(columns)).toEqual(expected));

test.each([
  [
    '“id” over keys',
    [
      ['id', KEYS],
      ['en', EN],
      ['de', DE],
      ['fr', FR],
    ],
    ['id', 'en', 'de', 'fr'],
  ],
  [
    '“no” over numbers',
    [
      ['no', NUMBERS],
      ['en', EN],
      ['de', DE],
    ],
    ['ignored', 'en', 'de'],
  ],
  [
    '“it” over Italian',
    [
      ['en', EN],
      ['it', IT],
    ],
    ['en', 'it'],
  ],
  [
    '“is” and “to” over other languages',
    [
      ['term', EN],
      ['is', DE],
      ['to', FR],
    ],
    ['en', 'de', 'fr'],
  ],
  [
    '“se” over Swedish',
    [
      ['en', EN],
      ['se', SV],
    ],
    ['en', 'sv'],
  ],
  [
    '“br” over Portuguese',
    [
      ['en', EN],
      ['br', PT],
    ],
    ['en', 'pt-BR'],
  ],
] as const)('a tag that is a word too: %s', (_, columns, expected) => expect(roles(columns)).toEqual(expected));

/** Common practice. */
test.each([
  [
    [
      ['EN-UK', EN],
      ['GER', DE],
      ['CHS', ZH],
    ],
    ['en-GB', 'de', 'zh-Hans'],
  ],
  [
    [
      ['ENU', EN],
      ['PTB', PT],
      ['JPN', JA],
    ],
    ['en-US', 'pt-BR', 'ja'],
  ],
  [
    [
      ['Port. BR', PT],
      ['English (UK)', EN],
    ],
    ['pt-BR', 'en-GB'],
  ],
  [
    [
      ['CHT', ZH],
      ['DEU', DE],
    ],
    ['zh-Hant', 'de'],
  ],
] as const)('codes that people write: %#', (columns, expected) => expect(roles(columns)).toEqual(expected));

test('“Concept” over words beside one other column is a column of terms', () =>
  expect(
    roles([
      ['Concept', DE],
      ['English', EN],
    ]),
  ).toEqual(['de', 'en']));

test('headers of two columns that are exchanged are put right both at once', () => {
  const found = reading([
    ['English', [...DE, 'Schütztafel', 'Uferböschung', 'Hochwasserschutz', 'Überfallhöhe']],
    ['Deutsch', [...EN, 'sluice board', 'slope of the bank', 'flood protection', 'height of the spillway']],
    ['Français', [...FR, 'vanne', 'talus', 'protection contre les crues', 'hauteur de la lame']],
  ]);
  expect([0, 1, 2].map((index) => exchangedWith(found.columns, index))).toEqual([1, 0, null]);
  // Said once.
  expect(found.notes).toMatchObject([
    { code: 'languages-exchanged', details: { column: 'A', other: 'B', headerLanguage: 'en', textLanguage: 'de' } },
  ]);
});

describe('one row per term', () => {
  const long = EN.flatMap((en, i) => [
    {
      key: KEYS[i]!,
      word: `${en[0]!.toUpperCase()}${en.slice(1)}`,
      number: String(i + 1),
      tag: 'en',
      name: 'English',
      term: en,
    },
    {
      key: KEYS[i]!,
      word: `${en[0]!.toUpperCase()}${en.slice(1)}`,
      number: String(i + 1),
      tag: 'de',
      name: 'German',
      term: DE[i]!,
    },
    {
      key: KEYS[i]!,
      word: `${en[0]!.toUpperCase()}${en.slice(1)}`,
      number: String(i + 1),
      tag: 'fr',
      name: 'French',
      term: FR[i]!,
    },
  ]);
  const of = (key: keyof (typeof long)[number]): string[] => long.map((row) => row[key]);
  const first = of('number').map((number, i) => (i % 3 === 0 ? number : ''));
  const status = long.map((_, i) => (i % 3 ? '' : 'approved'));

  test.each([
    [
      'keys and tags',
      [
        ['Concept', of('key')],
        ['Language', of('tag')],
        ['Term', of('term')],
      ],
      'id',
    ],
    [
      'words and names',
      [
        ['Concept', of('word')],
        ['Language', of('name')],
        ['Term', of('term')],
        ['Status', status],
      ],
      'id',
    ],
    [
      'numbers',
      [
        ['Eintrag', of('number')],
        ['Sprache', of('name')],
        ['Benennung', of('term')],
      ],
      'id',
    ],
    [
      'numbers in the first row of each',
      [
        ['Entry', first],
        ['Lang', of('tag')],
        ['Term', of('term')],
      ],
      'blank',
    ],
    [
      'the concept at the end, no header that is known',
      [
        ['locale', of('tag')],
        ['term', of('term')],
        ['entry', of('key')],
      ],
      'id',
    ],
  ] as const)('%s', (_, columns, grouping) => {
    const found = reading(columns);
    expect(found.headerRow.value).toBe(1);
    expect([...found.columns.map(({ role }) => role.value.kind)].sort().slice(-3)).toEqual(
      expect.arrayContaining(['language', 'term of row']),
    );
    expect(found.columns.some(({ role }) => role.value.kind === 'id')).toBe(true);
    expect(found.grouping.value).toBe(grouping);
    expect([...found.languagesOfRows].sort()).toEqual(['de', 'en', 'fr']);
  });
});
