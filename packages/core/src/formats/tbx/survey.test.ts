import { describe, expect, test } from '@jest/globals';
import type { LanguageTag } from '../../language/tags.js';
import type { Concept, ConceptId, Fields } from '../../termbase/concept.js';
import { ALSO_FOUND_AS, NOT_FOUND_AS } from '../../termbase/forms.js';
import { STEM } from '../../termbase/stem.js';
import { XmlReader } from '../../xml/reader.js';
import type { ExchangeEntry } from '../exchange.js';
import { TbxReader } from './read.js';
import { isBeyondBasic, TbxSurvey } from './survey.js';
import { tbxDocument } from './write.js';

interface Said {
  readonly concept?: Fields;
  readonly language?: Fields;
  readonly term?: Fields;
}
let next = 0;
const concept = (text: string, { concept: fields = {}, language = {}, term = {} }: Said = {}): Concept => ({
  id: ++next as ConceptId,
  fields,
  origins: [],
  languages: [{ language: 'fi' as LanguageTag, fields: language, terms: [{ id: 't1', text, fields: term }] }],
});

async function written(concepts: readonly Concept[]): Promise<string> {
  const survey = new TbxSurvey();
  for (const one of concepts) survey.see(one);
  const targets = await survey.targets(() => concepts, null);
  let xml = '';
  for await (const piece of tbxDocument(concepts, {
    title: 'x',
    languages: null,
    beyondBasic: survey.beyondBasic,
    targets,
  }))
    xml += piece;
  return xml;
}

function readBack(xml: string): ExchangeEntry[] {
  const [parser, reader] = [new XmlReader(), new TbxReader()];
  return [...parser.write(xml), ...parser.end()].flatMap((event) => reader.take(event) ?? []);
}

// Data categories and their levels of TBX-Basic (2019), from memory.
describe('what TBX-Basic has no place for', () => {
  test.each<[string, Said, boolean]>([
    ['a definition of the concept', { concept: { definition: ['d'], 'definition:source': ['s'] } }, false],
    ['a definition of the language', { language: { definition: ['d'] } }, false],
    ['a definition of the term', { term: { definition: ['d'] } }, true],
    ['a subject of a term', { term: { subjectField: ['s'] } }, true],
    ['notes anywhere', { concept: { note: ['a'] }, language: { note: ['b'] }, term: { note: ['c'] } }, false],
    ['a field of the client’s own', { concept: { Prüfer: ['Anna'] } }, true],
    ['stem marks', { term: { [STEM]: ['ve|si'] } }, false],
    ['transactions that were kept', { concept: { 'x-tbx': ['<transacGrp><date>2020</date></transacGrp>'] } }, false],
    ['other XML that was kept', { concept: { 'x-tbx': ['<my:own/>'] } }, true],
  ])('%s', (_, said, beyond) => expect(isBeyondBasic(concept('vesi', said))).toBe(beyond));

  test('decides the dialect', async () => {
    expect(await written([concept('vesi')])).toContain('type="TBX-Basic"');
    expect(await written([concept('vesi', { term: { definition: ['d'] } })])).not.toContain('type="TBX-Basic"');
  });
});

describe('references', () => {
  test('have the id of their entry as target, before and behind it; words alone have none', async () => {
    const xml = await written([
      concept('sulku', { concept: { crossReference: ['pato'], identifier: ['k-1'] } }),
      concept('pato', { concept: { crossReference: ['sulku', 'nowhere'], identifier: ['k-2'] } }),
    ]);
    expect(xml).toContain('<ref type="crossReference" target="k-2">pato</ref>');
    expect(xml).toContain('<ref type="crossReference" target="k-1">sulku</ref>');
    expect(xml).toContain('<ref type="crossReference">nowhere</ref>');
    expect(xml).toBe(
      await written(readBack(xml).map(({ body }, i) => ({ ...body, id: (i + 1) as ConceptId, origins: [] }))),
    );
  });

  test('two entries of the same id: the first is meant', async () => {
    const twice = [1, 2].map((n) => concept(`pato ${n}`, { concept: { identifier: ['k'], crossReference: ['k'] } }));
    expect((await written(twice)).match(/target="k"/g)).toHaveLength(2);
  });
});

test('what was said of the forms of a term comes back', async () => {
  const fields = { [ALSO_FOUND_AS]: ['Kais', 'Kaien'], [NOT_FOUND_AS]: ['Kaiser'] };
  const xml = await written([concept('Kai', { term: fields })]);
  expect(xml).toContain('<admin type="x-alsoFoundAs">Kais</admin>');
  expect(readBack(xml)[0]!.body.languages[0]!.terms[0]).toMatchObject({ text: 'Kai', fields });
});

test('the language of a definition and stem marks come back', async () => {
  const fields = { definition: ['ouvrage', 'Bauwerk'], 'definition:lang': ['fr', 'de'] };
  const xml = await written([concept('vesi', { concept: fields, term: { [STEM]: ['ve|si'], note: ['old'] } })]);
  expect(xml).toContain('<descrip type="definition" xml:lang="fr">ouvrage</descrip>');
  expect(xml).toContain('<term>vesi</term><note>stem: ve|si</note><note>old</note>');
  const [entry] = readBack(xml);
  expect(entry!.body.fields).toMatchObject(fields);
  expect(entry!.body.languages[0]!.terms[0]).toMatchObject({
    text: 'vesi',
    fields: { [STEM]: ['ve|si'], note: ['old'] },
  });
});
