/** Glossaries in documents and sheets that other programs wrote, and TBX that must come back whole. */
import { describe, expect, test } from '@jest/globals';
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ExchangeEntry } from '@fair-copy/core/formats/exchange.js';
import { TbxReader } from '@fair-copy/core/formats/tbx/read.js';
import { isBeyondBasic } from '@fair-copy/core/formats/tbx/survey.js';
import { tbxDocument } from '@fair-copy/core/formats/tbx/write.js';
import { conceptOf } from '@fair-copy/core/intake/draft.js';
import { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import { swapFinder } from '@fair-copy/core/intake/exchanged-languages.js';
import { proposeReading } from '@fair-copy/core/intake/propose.js';
import { languagesOf, type Reading } from '@fair-copy/core/intake/reading.js';
import type { Concept, ConceptBody, ConceptId } from '@fair-copy/core/termbase/concept.js';
import { XmlReader } from '@fair-copy/core/xml/reader.js';
import { countryNames, inFolder, python, run } from './outside.js';
import { openClientFile } from '@fair-copy/files/formats/registry.js';

async function conceptsIn(path: string, name = path): Promise<{ reading: Reading; concepts: ConceptBody[] }> {
  const file = await openClientFile(path, name);
  try {
    const sample = await file.survey();
    const reading = proposeReading(sample);
    const evaluation = new Evaluation(reading, { swaps: swapFinder(reading, sample.rows) });
    const concepts: ConceptBody[] = [];
    for await (const { outcome } of Evaluation.ofAsync(evaluation, file.rows(reading.source)))
      if (outcome.kind === 'entry') concepts.push(conceptOf(outcome.draft));
    return { reading, concepts };
  } finally {
    file.close();
  }
}

const pairs = countryNames(['pt'])['pt']!.slice(0, 40);
const texts = (concepts: readonly ConceptBody[]): string[][] =>
  concepts.map((c) => c.languages.map((s) => s.terms.map((t) => t.text).join('; ')));

/** LibreOffice writes the formats that nobody here invented. */
function converted(folder: string, name: string, to: string): string {
  execFileSync(
    'soffice',
    // A CSV is read as UTF-8 with commas (76 is its number there).
    [
      `-env:UserInstallation=file://${folder}/profile`,
      '--headless',
      ...(name.endsWith('.csv') ? ['--infilter=CSV:44,34,76'] : []),
      '--convert-to',
      to,
      '--outdir',
      folder,
      join(folder, name),
    ],
    { stdio: 'ignore', timeout: 120_000 },
  );
  return join(folder, name.replace(/\.[^.]+$/, `.${to.split(':')[0]!}`));
}

describe('written by LibreOffice', () => {
  const html = `<html><head><meta charset="utf-8"></head><body><h1>Países</h1><p>Only the table counts.</p><table>
    <tr><td>English</td><td>Português</td></tr>${pairs.map(([en, pt]) => `<tr><td>${en.replace(/&/g, '&amp;')}</td><td>${pt}</td></tr>`).join('')}</table></body></html>`;

  test('ODS: the cells of its table', () =>
    inFolder(async (folder) => {
      writeFileSync(
        join(folder, 'names.csv'),
        [['English', 'Português'], ...pairs].map((row) => row.map((c) => `"${c}"`).join(',')).join('\n'),
      );
      const { reading, concepts } = await conceptsIn(converted(folder, 'names.csv', 'ods'), 'names.ods');
      expect(reading.source).toMatchObject({ kind: 'workbook', sheet: 'names' });
      expect(texts(concepts)).toEqual(pairs);
    }));

  test('DOCX: the table and not the text around it', () =>
    inFolder(async (folder) => {
      writeFileSync(join(folder, 'names.html'), html);
      const path = converted(folder, 'names.html', 'docx:MS Word 2007 XML');
      const { reading, concepts } = await conceptsIn(path, 'names.docx');
      expect(reading.source).toMatchObject({ kind: 'document', format: 'docx', part: { value: 'tables' } });
      expect(texts(concepts)).toEqual(pairs);
    }));

  test('HTML as it is', () =>
    inFolder(async (folder) => {
      const path = join(folder, 'names.html');
      writeFileSync(path, html);
      const { reading, concepts } = await conceptsIn(path, 'names.html');
      expect(reading.source).toMatchObject({ kind: 'document', format: 'html', part: { value: 'tables' } });
      expect(texts(concepts)).toEqual(pairs);
    }));
});

test('a glossary of 100 languages (iso-codes, ISO 3166) is taken in whole', () => {
  const languages = python<string[]>('catalogues.py', 100);
  expect(languages.length).toBe(100);
  return inFolder(async (folder) => {
    const names = countryNames(languages);
    const english = [...new Set(Object.values(names).flatMap((list) => list.map(([en]) => en)))];
    const byLanguage = languages.map((language) => new Map(names[language]));
    const cell = (text: string): string => (/["\t\n]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text);
    const rows = english.map((en) => [en, ...byLanguage.map((map) => map.get(en) ?? '')]);
    const path = join(folder, 'countries.tsv');
    writeFileSync(
      path,
      [['en', ...languages.map((l) => l.replace('@', '-x-'))], ...rows]
        .map((row) => row.map(cell).join('\t'))
        .join('\n') + '\n',
    );
    const { reading, concepts } = await conceptsIn(path, 'countries.tsv');
    expect(languagesOf(reading).length).toBe(101);
    expect(concepts.length).toBe(english.length);
    // Nothing is lost: every cell is there as a term, or as terms and notes that together hold its letters.
    const letters = (text: string): string => text.normalize('NFC').replace(/[^\p{L}\p{M}]/gu, '');
    for (const [i, concept] of concepts.entries()) {
      const all = letters(JSON.stringify(concept));
      for (const text of rows[i]!) for (const word of text.split(/[\s,()/;]+/)) expect(all).toContain(letters(word));
    }
  });
});

describe('TBX → Fair Copy → TBX keeps every element', () => {
  const entries = (xml: string): ExchangeEntry[] => {
    const reader = new TbxReader();
    const parser = new XmlReader();
    const found: ExchangeEntry[] = [];
    for (const event of [...parser.write(xml), ...parser.end()]) {
      const entry = reader.take(event);
      if (entry) found.push(entry);
    }
    return found;
  };
  const written = async (list: readonly ExchangeEntry[]): Promise<string> => {
    const concepts = list.map(({ body, number }): Concept => ({ id: number as ConceptId, ...body }));
    let all = '';
    for await (const piece of tbxDocument(concepts, {
      title: 't',
      languages: null,
      beyondBasic: concepts.some(isBeyondBasic),
    }))
      all += piece;
    return all;
  };

  /** Styles of the standards, built after their own examples; from memory. */
  const DCA = `<tbx style="dca" type="TBX-Basic" xml:lang="en" xmlns="urn:iso:std:iso:30042:ed-2"><text><body>
    <conceptEntry id="c5"><descrip type="subjectField">canals</descrip>
    <descripGrp><descrip type="definition">chamber with gates</descrip><admin type="source">handbook, 2019</admin></descripGrp>
    <admin type="customerSubset">Brennick</admin><xref type="xGraphic" target="pictures/lock.png">lock</xref>
    <ref type="crossReference" target="c6">weir</ref><note>first</note><note>second</note>
    <transacGrp><transac type="transactionType">origination</transac><date>2021-05-04</date><transacNote type="responsibility" target="p1">A. B.</transacNote></transacGrp>
    <langSec xml:lang="en"><descrip type="definition">in English</descrip>
    <termSec><term>lock</term><termNote type="partOfSpeech">noun</termNote><termNote type="administrativeStatus">preferredTerm-admn-sts</termNote>
    <descripGrp><descrip type="context">the lock is full</descrip><admin type="source">sign</admin></descripGrp></termSec>
    <termSec><term>pound lock</term><termNote type="termType">fullForm</termNote><admin type="x-approved">yes &amp; no</admin></termSec></langSec>
    <langSec xml:lang="pt-BR"><termSec><term>eclusa</term><termNote type="grammaticalGender">feminine</termNote></termSec></langSec></conceptEntry>
    </body></text></tbx>`;
  const DCT = `<tbx type="TBX-Basic" style="dct" xml:lang="en" xmlns="urn:iso:std:iso:30042:ed-2" xmlns:min="http://www.tbxinfo.net/ns/min" xmlns:basic="http://www.tbxinfo.net/ns/basic"><text><body>
    <conceptEntry id="c1"><min:subjectField>canals</min:subjectField><basic:definition>chamber</basic:definition>
    <langSec xml:lang="fi"><termSec><term>sulku</term><min:partOfSpeech>noun</min:partOfSpeech><basic:grammaticalGender>other</basic:grammaticalGender><note>käytetään</note></termSec></langSec></conceptEntry></body></text></tbx>`;
  const MARTIF = `<martif type="TBX" xml:lang="en"><text><body><termEntry id="c1"><descrip type="subjectField">canals</descrip>
    <langSet xml:lang="EN"><ntig><termGrp><term>lock</term><termNote type="partOfSpeech">noun</termNote></termGrp><descrip type="context">a lock</descrip></ntig></langSet>
    <langSet xml:lang="de"><tig><term>Schleuse</term><note>auch <hi type="entailedTerm">Kammerschleuse</hi></note></tig></langSet></termEntry></body></text></martif>`;

  test.each([
    ['DCA, 2019', DCA],
    ['DCT, 2019', DCT],
    ['martif, 2008', MARTIF],
  ])('%s', async (_, xml) => {
    const once = entries(xml);
    const document = await written(once);
    inFolder((folder) => {
      writeFileSync(join(folder, 'out.tbx'), document);
      run('xmllint', ['--noout', '--nonet', join(folder, 'out.tbx')]);
    });
    expect(entries(document).map((entry) => entry.body)).toEqual(once.map((entry) => entry.body));
    // Every piece of text of the original stands in what is written.
    for (const [, text] of xml.matchAll(/>([^<>]*\S[^<>]*)</g))
      expect(document.replace(/<\/?hi[^>]*>/g, '')).toContain(text!.trim());
  });

  test('the data categories keep their level and their companions', () => {
    const { body } = entries(DCA)[0]!;
    expect(body.fields).toMatchObject({
      identifier: ['c5'],
      subjectField: ['canals'],
      definition: ['chamber with gates'],
      'definition:source': ['handbook, 2019'],
      xGraphic: ['pictures/lock.png'],
      'xGraphic:text': ['lock'],
      crossReference: ['c6'],
      note: ['first', 'second'],
    });
    expect(body.fields['x-tbx']![0]).toContain('<date>2021-05-04</date>');
    expect(body.languages[0]!.fields).toEqual({ definition: ['in English'] });
    expect(body.languages[0]!.terms[0]!.fields).toMatchObject({
      context: ['the lock is full'],
      'context:source': ['sign'],
    });
  });
});

test('the client file itself is never touched', () =>
  inFolder(async (folder) => {
    const path = join(folder, 'a.csv');
    writeFileSync(path, 'Deutsch;English\nWehr;weir\nTor;gate\n');
    const before = readFileSync(path);
    await conceptsIn(path, 'a.csv');
    expect(readFileSync(path).equals(before)).toBe(true);
  }));
