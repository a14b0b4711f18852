import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { LanguageTag } from '../../language/tags.js';
import type { Unit } from '../../memory/unit.js';
import { CODE, isBalanced, retyped, withoutCodes } from '../../text/inline-codes.js';
import { TmxUnits, type UnitReaderOptions } from './units.js';
import { tmxOfUnits, tmxSegment } from './write-units.js';

interface Read {
  readonly units: Unit[];
  readonly reader: TmxUnits;
}

function read(text: string, options: UnitReaderOptions = {}, piece = text.length): Read {
  const reader = new TmxUnits(options);
  const units: Unit[] = [];
  for (let i = 0; i < text.length; i += Math.max(1, piece))
    units.push(...reader.write(text.slice(i, i + Math.max(1, piece))).map(({ unit }) => unit));
  units.push(...reader.end().map(({ unit }) => unit));
  return { units, reader };
}

async function written(units: readonly Unit[], reader?: TmxUnits): Promise<string> {
  let text = '';
  const options = {
    languages: null,
    sourceLanguage: '*all*',
    version: '1',
    date: '20261123T000000Z',
    ...(reader && { header: reader.header }),
  };
  for await (const piece of tmxOfUnits(units, options)) text += piece;
  return text;
}

const file = (body: string, head = ''): string =>
  `<?xml version="1.0"?>\n<tmx version="1.4">\n<header srclang="EN"${head || '/>'}\n<body>\n${body}\n</body>\n</tmx>\n`;
const pair = (a: string, b = a): string =>
  `<tu><tuv xml:lang="en"><seg>${a}</seg></tuv><tuv xml:lang="fr"><seg>${b}</seg></tuv></tu>`;

// After the sample document of the TMX 1.4b specification (LISA OSCAR, 2005), from memory.
const SAMPLE = `<?xml version="1.0"?>
<!-- Example of TMX document -->
<!DOCTYPE tmx SYSTEM "tmx14.dtd">
<tmx version="1.4">
 <header creationtool="XYZTool" creationtoolversion="1.01-023" datatype="PlainText" segtype="sentence" adminlang="en-us" srclang="EN" o-tmf="ABCTransMem" creationdate="20020101T163812Z" creationid="ThomasJ" changedate="20020413T023401Z" changeid="Amity" o-encoding="iso-8859-1">
  <note>This is a note at document level.</note>
  <prop type="RTFPreamble">{\\rtf1\\ansi\\tag etc...{\\fonttbl}</prop>
  <ude name="MacRoman" base="Macintosh"><map unicode="#xF8FF" code="#xF0" ent="Apple_logo" subst="[Apple]"/></ude>
 </header>
 <body>
  <tu tuid="0001" datatype="Text" usagecount="2" lastusagedate="19970314T023401Z">
   <note>Text of a note at the TU level.</note>
   <prop type="x-Domain">Computing</prop>
   <prop type="x-Project">P&#x00E6;gasus</prop>
   <tuv xml:lang="EN" creationdate="19970212T153400Z" creationid="BobW"><seg>data (with a non-standard character: &#xF8FF;).</seg></tuv>
   <tuv xml:lang="FR-CA" creationdate="19970309T021145Z" creationid="BobW" changedate="19970314T023401Z" changeid="ManonD"><prop type="Origin">MT</prop><seg>données (avec un caractère non standard: &#xF8FF;).</seg></tuv>
  </tu>
  <tu tuid="0002" srclang="*all*">
   <prop type="Domain">Cooking</prop>
   <tuv xml:lang="EN"><seg>menu</seg></tuv>
   <tuv xml:lang="FR-CA"><seg>menu</seg></tuv>
   <tuv xml:lang="FR-FR"><seg>menu</seg></tuv>
  </tu>
 </body>
</tmx>`;

describe('the sample of the specification', () => {
  test('is read with attributes, properties and notes at all levels', () => {
    const { units, reader } = read(SAMPLE);
    expect(units).toHaveLength(2);
    expect(units[0]).toMatchObject({
      attributes: { tuid: '0001', usagecount: '2' },
      notes: [{ text: 'Text of a note at the TU level.' }],
      props: [
        { type: 'x-Domain', text: 'Computing' },
        { type: 'x-Project', text: 'Pægasus' },
      ],
      variants: [
        { language: 'en', attributes: { creationid: 'BobW' } },
        { language: 'fr-CA', props: [{ type: 'Origin', text: 'MT' }] },
      ],
    });
    expect(units[1]!.variants.map((variant) => variant.language)).toEqual(['en', 'fr-CA', 'fr-FR']);
    expect(reader.header.notes).toEqual([{ text: 'This is a note at document level.' }]);
    expect(reader.header.other).toContain('<map unicode="#xF8FF"');
  });

  test('comes back the same', async () => {
    const { units, reader } = read(SAMPLE);
    const again = read(await written(units, reader));
    expect(again.units).toEqual(units);
    expect(again.reader.header.props).toEqual(reader.header.props);
    expect(again.reader.header.other).toBe(reader.header.other);
  });
});

describe('inline elements', () => {
  const SEGMENTS = [
    'a <bpt i="1" x="1" type="bold">&lt;b&gt;</bpt>b<ept i="1">&lt;/b&gt;</ept>',
    '<bpt i="1">{\\b </bpt>B<bpt i="2">{\\i </bpt>c<ept i="1">}</ept>d<ept i="2">}</ept>',
    'x<ph x="1" assoc="p">&lt;fn&gt;<sub type="footnote">A <bpt i="1">&lt;i&gt;</bpt>n<ept i="1"/></sub></ph>',
    '<it pos="begin" x="1">&lt;i&gt;</it>open',
    'a <hi type="term" x="1">b <hi x="2">c</hi></hi> <ut>{\\cs1</ut>',
    '<ph/>',
    '  spaces <ph x="1">&#9;</ph>  ',
  ];
  test.each(SEGMENTS)('%s', async (segment) => {
    const { units } = read(file(pair(segment)));
    expect(units).toHaveLength(1);
    const again = read(await written(units));
    expect(again.units).toEqual(units);
    expect(tmxSegment(units[0]!.variants[0]!).replace(/\t/g, '&#9;')).toBe(
      segment.replace(/<ept i="1"\/>/, '<ept i="1"/>'),
    );
  });

  test('are no text', () => {
    const [unit] = read(file(pair(SEGMENTS[0]!))).units;
    expect(withoutCodes(unit!.variants[0]!.text)).toBe('a b');
    expect(isBalanced(unit!.variants[0]!)).toBe(true);
  });

  test('a character that stands for codes, used as text, stays itself', async () => {
    const { units } = read(file(pair(`a${CODE}b<ph x="1"/>c`)));
    const again = read(await written(units));
    expect(again.units).toEqual(units);
  });

  test('keep their form when the text around them changes', () => {
    const variant = read(file(pair(SEGMENTS[1]!))).units[0]!.variants[0]!;
    const turned = retyped(variant, `${CODE}x${CODE}`, [2, 0]);
    expect(turned.codes).toEqual([variant.codes[2], variant.codes[0]]);
    expect(() => retyped(variant, `${CODE}${CODE}`, [7, 0])).toThrow(RangeError);
  });
});

describe('languages', () => {
  test('in every spelling, one tag each; what is none stays apart', () => {
    const tuv = (language: string): string => `<tuv ${language}><seg>x</seg></tuv>`;
    const body = `<tu>${['xml:lang="EN_us"', 'lang="DEU"', 'xml:lang="zh-hant-tw"', 'xml:lang="Klient 1"', 'xml:lang="Klient 2"'].map(tuv).join('')}</tu>`;
    const { units, reader } = read(file(body));
    expect(units[0]!.variants.map((v) => v.language)).toEqual([
      'en-US',
      'de',
      'zh-Hant-TW',
      'x-klient-1',
      'x-klient-2',
    ]);
    expect([...reader.spellings.keys()]).toEqual(['EN_us', 'DEU', 'zh-hant-tw', 'Klient 1', 'Klient 2']);
  });
  test('can be mapped', () => {
    const languages = { en: 'en-GB' as LanguageTag };
    expect(read(file(pair('x')), { languages }).units[0]!.variants[0]!.language).toBe('en-GB');
  });
});

describe('damaged files', () => {
  const reasons = ({ reader }: Read): [string, number][] => reader.left.map(({ reason, line }) => [reason, line]);

  test('a unit that is not well-formed costs only itself', () => {
    const found = read(
      file([pair('1'), pair('a < b'), pair('2'), '<tu><tuv xml:lang="en"><seg>x</tuv></tu>', pair('3')].join('\n')),
    );
    expect(found.units.map((u) => u.variants[0]!.text)).toEqual(['1', '2', '3']);
    expect(reasons(found)).toEqual([
      ['damaged', 6],
      ['damaged', 8],
    ]);
  });
  test('no text, one language', () => {
    const found = read(file(`${pair('', ' ')}\n<tu><tuv xml:lang="en"><seg>x</seg></tuv></tu>\n<tu/>\n${pair('y')}`));
    expect(found.units).toHaveLength(1);
    expect(reasons(found).slice(0, 2)).toEqual([
      ['no text', 5],
      ['one language', 6],
    ]);
  });
  test('the end is missing', () => {
    const found = read(file(`${pair('1')}\n${pair('2')}`).slice(0, -60));
    expect(found.units).toHaveLength(1);
    expect(reasons(found)).toEqual([['cut off', 6]]);
    expect(found.reader.notes.map((note) => note.code)).toEqual(['units-cut-off']);
  });
  test('control characters, unknown entities and bare ampersands are put right and told', () => {
    const found = read(file(pair('a\u0001b &nbsp; & &foo; &#3;', 'x')));
    expect(found.units[0]!.variants[0]!.text).toBe('ab \u00A0 & &foo; ');
    expect(found.reader.notes.map((note) => note.code)).toEqual(['units-mended']);
  });
  test('CDATA sections and comments are what XML says they are', () => {
    const found = read(file(`${pair('<![CDATA[a <b> & c </tu>]]>', 'x<!-- c </tu> -->y')}\n${pair('p<?pi x?>q')}`));
    expect(found.units.map(({ variants }) => variants.map(({ text }) => text))).toEqual([
      ['a <b> & c </tu>', 'xy'],
      ['pq', 'pq'],
    ]);
    expect(found.reader.notes).toEqual([]);
  });
  test('entities of its own are refused', () =>
    expect(() =>
      read(`<?xml version="1.0"?><!DOCTYPE tmx [<!ENTITY a "b">]><tmx><body>${pair('&a;')}</body></tmx>`),
    ).toThrow(/entities/));
  test('absurd depth is one damaged unit', () => {
    const deep = '<hi>'.repeat(100_000) + 'x' + '</hi>'.repeat(100_000);
    const found = read(file(`${pair(deep)}\n${pair('y')}`));
    expect(found.units).toHaveLength(1);
    expect(reasons(found)).toEqual([['damaged', 5]]);
  });
  test('a segment without end is passed over, and memory stays flat', () => {
    const found = read(
      file(`<tu><tuv xml:lang="en"><seg>${'x'.repeat(20 << 20)}</seg></tuv></tu>\n${pair('y')}`),
      {},
      1 << 18,
    );
    expect(found.units.map((u) => u.variants[0]!.text)).toEqual(['y']);
    expect(reasons(found)).toEqual([['too long', 5]]);
  });

  test('no way of cutting the text into pieces changes what is read', () => {
    const text = file(
      [pair('a<ph x="1"/>b'), pair('x < y'), pair('ü &amp; z'), '<tu><tuv xml:lang="en"><seg>cut'].join('\n'),
    );
    const whole = read(text);
    for (let piece = 1; piece < 60; piece++) {
      const found = read(text, {}, piece);
      expect(found.units).toEqual(whole.units);
      expect(found.reader.left).toEqual(whole.reader.left);
    }
  });

  test('whatever is changed in a file, nothing breaks, and every unit is taken or told', () => {
    const text = file(
      Array.from({ length: 8 }, (_, i) => pair(`Text ${i} <bpt i="1">b</bpt>x<ept i="1"/>`)).join('\n'),
    );
    fc.assert(
      fc.property(fc.nat(text.length - 1), fc.string({ maxLength: 6 }), fc.nat(12), (at, inserted, gone) => {
        let found: Read;
        try {
          found = read(text.slice(0, at) + inserted + text.slice(at + gone), {}, 97);
        } catch (error) {
          return /entities|XML/.test((error as Error).message);
        }
        return found.units.length + found.reader.left.length === found.reader.count && found.units.length >= 5 - gone;
      }),
      { numRuns: 400 },
    );
  });
});

test('any text and any order of codes comes back', async () => {
  const code = fc.constantFrom(
    '<ph x="1">p</ph>',
    '<bpt i="1">b</bpt>',
    '<ept i="1">e</ept>',
    '<it pos="end">i</it>',
    '<hi>h</hi>',
  );
  const text = fc.string({ unit: 'binary', maxLength: 20 }).map((s) =>
    s
      .normalize('NFC')
      .replace(/[^\t\n\x20-\uD7FF\uE000-\uFFFD]/gu, '')
      .replace(/&/g, '&amp;')
      .replace(/</g, '&lt;')
      .replace(/>/g, '&gt;'),
  );
  await fc.assert(
    fc.asyncProperty(fc.array(fc.oneof(code, text), { minLength: 1, maxLength: 8 }), async (pieces) => {
      const { units } = read(file(pair(`a${pieces.join('')}`)));
      expect(units).toHaveLength(1);
      expect(read(await written(units)).units).toEqual(units);
    }),
    { numRuns: 150 },
  );
});

describe('units in plain form are read as the XML parser reads them', () => {
  const text = fc.oneof(
    { weight: 6, arbitrary: fc.string({ unit: fc.constantFrom(...'ab é 日"\'.;') }) },
    fc.constantFrom(
      ...['&amp;', '&lt;b&gt;', '&#233;', '&#x1F600;', '&nbsp;', '&', '&#1;', '&#xFFFE;', '&quot;'],
      ...['\r\n', '\r', '\n', '\t', ']]>', '>', '\u0001', '\uE0C0', '\uD800', 'e\u0301', '<![CDATA[x]]>', '<!-- y -->'],
    ),
  );
  const texts = fc.array(text, { maxLength: 4 }).map((pieces) => pieces.join(''));
  const attributes = fc
    .array(
      fc.tuple(
        fc.constantFrom('type', 'x', 'i', 'tuid', 'xml:lang', 'lang', 'creationdate', 'constructor', 'a_b', '-c', '1d'),
        fc.oneof({ weight: 5, arbitrary: fc.constantFrom('en', 'DE', '1', 'x y', "it's", '&amp;') }, texts),
        fc.constantFrom('"', "'"),
        fc.constantFrom(' ', '  ', '\n', ''),
      ),
      { maxLength: 3 },
    )
    .map((all) => all.map(([name, value, quote, space]) => `${space}${name}=${quote}${value}${quote}`).join(''));
  const element = (name: string, content: fc.Arbitrary<string>): fc.Arbitrary<string> =>
    fc
      .tuple(attributes, content, fc.integer({ min: 0, max: 30 }))
      .map(([given, inner, luck]) =>
        luck === 0
          ? `<${name}${given}/>`
          : luck === 1
            ? `<${name}${given}>${inner}`
            : luck === 2
              ? `<${name}${given}>${inner}</${name} >`
              : `<${name}${given}>${inner}</${name}>`,
      );
  const code = fc.constantFrom('ph', 'bpt', 'ept', 'it', 'ut', 'hi', 'foo').chain((name) => element(name, texts));
  const inline = fc.array(fc.oneof({ weight: 3, arbitrary: texts }, code), { maxLength: 4 }).map((all) => all.join(''));
  const said = fc.constantFrom('prop', 'note').chain((name) => element(name, texts));
  const gap = fc.constantFrom('', '', ' ', '\n', '\r\n', 'stray');
  const variant = fc
    .tuple(gap, fc.array(said, { maxLength: 2 }), element('seg', inline), gap)
    .chain(([before, more, segment, behind]) => element('tuv', fc.constant(before + more.join('') + segment + behind)));
  const unit = fc
    .tuple(attributes, fc.array(said, { maxLength: 2 }), fc.array(variant, { maxLength: 3 }), gap)
    .map(([given, more, variants, space]) => [given, more.join('') + space + variants.join('')] as const);

  test('any of them, damaged ones too', () => {
    fc.assert(
      fc.property(fc.array(unit, { minLength: 1, maxLength: 3 }), (units) => {
        const plain = read(file(units.map(([given, inner]) => `<tu${given}>${inner}</tu>`).join('\n')));
        // A comment sends a unit to the XML parser.
        const parsed = read(file(units.map(([given, inner]) => `<tu${given}><!---->${inner}</tu>`).join('\n')));
        expect(plain.units).toEqual(parsed.units);
        // Where exactly the parser stumbles depends on what stands before.
        const left = ({ reader }: Read) =>
          reader.left.map(({ what, ...one }) => [one, JSON.stringify(what).replace(/ \(line .*/, '')]);
        expect(left(plain)).toEqual(left(parsed));
        const used = ({ reader }: Read) => [...reader.spellings].filter(([, { count }]) => count > 0);
        expect(used(plain)).toEqual(used(parsed));
      }),
      { seed: 28, numRuns: 3000 },
    );
  });
});
