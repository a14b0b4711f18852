/** `inspect` of a TBX: as it stands in the file, with what says nothing in it, and with its pictures beside. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { afterAll, describe, expect, test } from '@jest/globals';
import { CommandLine } from './calls.js';

const line = new CommandLine();
const { call, file } = line;
afterAll(() => line.end());

const entry = (id: string, body: string): string => `<conceptEntry id="${id}">${body}</conceptEntry>`;
const section = (language: string, ...terms: readonly string[]): string =>
  `<langSec xml:lang="${language}">${terms.map((term) => `<termSec>${term}</termSec>`).join('')}</langSec>`;
const term = (text: string, more = ''): string => `<term>${text}</term>${more}`;
const see = (target: string): string => `<ref type="crossReference" target="${target}">there</ref>`;

/** ISO 30042:2019, DCA style (from memory). */
const tbx = (...entries: readonly string[]): string =>
  `<?xml version="1.0"?><tbx type="TBX-Basic" style="dca" xml:lang="en"><text><body>${entries.join('\n')}</body></text></tbx>`;

function found(path: string, ...more: readonly string[]): string[] {
  const { status, out, err } = call('inspect', path, ...more, '--json');
  expect([status, err]).toEqual([0, '']);
  const { findings } = JSON.parse(out) as {
    findings: { check: string; message: string; where: { concept?: string } }[];
  };
  return findings.map(({ check, where, message }) => `${check} ${where.concept}: ${message}`);
}

describe('a TBX', () => {
  test('entries with the same id stay two, and what is empty is said', () => {
    const path = file(
      'ids.tbx',
      tbx(
        entry('c1', section('en', term('lock gate')) + section('de', term('Schleusentor'))),
        entry('c1', section('en', term('weir')) + section('de')),
        entry('c2', section('en', term(' '), term('paddle')) + section('de', term('Schütz'))),
        entry('c3', section('en', term('quay')) + section('de', term('Kai'))),
      ),
    );
    expect(found(path)).toEqual([
      'empty-language c1: German is there without a term.',
      'empty-language c2: A term in English is there without a text.',
      'duplicate-id c1: 2 concepts have the id “c1”.',
      'duplicate-id c1: 2 concepts have the id “c1”.',
    ]);
  });

  test('spaces around a term are seen, line breaks of the file are not', () => {
    const path = file('spaces.tbx', tbx(entry('c1', section('en', term(' weir'), term('\n    quay\n   ')))));
    expect(found(path)).toEqual(['spaces c1: The term begins with a space.']);
  });

  test('values of the standard lists, with what is meant', () => {
    const status = (value: string): string => `<termNote type="administrativeStatus">${value}</termNote>`;
    const path = file(
      'values.tbx',
      tbx(
        entry('c1', section('en', term('weir', '<termNote type="partOfSpeech">Noun</termNote>'))),
        entry('c2', section('en', term('quay', status('preferred')))),
        entry('c3', section('en', term('lock', status('preferredTerm-admn-sts')))),
        entry('c4', section('en', term('gate', status('sometimes')))),
      ),
    );
    expect(found(path)).toEqual([
      'value-outside-list c1: “Noun” is no value of “Part of speech”; “noun” is.',
      'value-outside-list c2: “preferred” is no value of “Usage status”; “preferredTerm-admn-sts” is.',
      'value-outside-list c4: “sometimes” is no value of usage status: preferred, admitted, deprecated, superseded.',
    ]);
  });

  test('references to nothing, to oneself, round in a circle; not two that point at each other and say what they are', () => {
    const definition = '<descrip type="definition">What holds back the water.</descrip>';
    const path = file(
      'references.tbx',
      tbx(
        entry('c1', see('c9') + section('en', term('weir'))),
        entry('c2', see('c2') + section('en', term('quay'))),
        entry('c3', see('c4') + section('en', term('lock'))),
        entry('c4', see('c5') + section('en', term('gate'))),
        entry('c5', see('c3') + section('en', term('paddle'))),
        entry('c6', see('c7') + definition + section('en', term('sill'))),
        entry('c7', see('c6') + section('en', term('apron'))),
      ),
    );
    expect(found(path).filter((one) => one.startsWith('broken-reference'))).toEqual([
      'broken-reference c1: Refers to “c9”, which is no entry of this termbase.',
      'broken-reference c2: Refers to itself: “c2”.',
      ...['c3', 'c4', 'c5'].map(
        (id) =>
          `broken-reference ${id}: Refers in a circle, and none of these says what it means: “lock” → “gate” → “paddle” → “lock”.`,
      ),
    ]);
  });

  test('a definition that uses a deprecated term, also inflected; not where another concept allows it', () => {
    const out = '<termNote type="administrativeStatus">deprecatedTerm-admn-sts</termNote>';
    const said = (text: string): string => `<descripGrp><descrip type="definition">${text}</descrip></descripGrp>`;
    const path = file(
      'definitions.tbx',
      tbx(
        entry(
          'c1',
          `<langSec xml:lang="en">${said('Shuts one of the sluices.')}<termSec>${term('gate')}</termSec></langSec>`,
        ),
        entry('c2', section('en', term('lock'), term('sluice', out))),
        entry(
          'c3',
          `<langSec xml:lang="en">${said('Stands on the bank.')}<termSec>${term('post')}</termSec></langSec>`,
        ),
        entry('c4', section('en', term('bank'))),
        entry('c5', section('en', term('credit institute'), term('bank', out))),
      ),
    );
    expect(found(path).filter((one) => one.startsWith('forbidden-in-definition'))).toEqual([
      'forbidden-in-definition c1: The definition uses “sluice”, which should not be used; instead: “lock”.',
    ]);
  });

  test('pictures beside it: missing, or called otherwise', () => {
    const picture = (target: string): string => `<xref type="xGraphic" target="${target}">picture</xref>`;
    const path = file(
      'pictures.tbx',
      tbx(
        entry('c1', picture('pictures/weir.png') + section('en', term('weir'))),
        entry('c2', picture('pictures/Quay.PNG') + section('en', term('quay'))),
        entry('c3', picture('pictures/lock.png') + section('en', term('lock'))),
        entry('c4', picture('https://kilns.example/gate.png') + section('en', term('gate'))),
      ),
    );
    const folder = join(dirname(path), 'pictures');
    mkdirSync(folder);
    for (const name of ['weir.png', 'quay.png']) writeFileSync(join(folder, name), '');
    expect(found(path)).toEqual([
      'broken-reference c2: The picture “pictures/Quay.PNG” is called “pictures/quay.png”.',
      'broken-reference c3: The picture “pictures/lock.png” is not there.',
    ]);
  });

  test('beside memories: what they never use, and what they mostly say otherwise', () => {
    const terms = file(
      'used.tbx',
      tbx(
        entry('c1', section('en', term('lock gate')) + section('de', term('Schleusentor'))),
        entry('c2', section('en', term('weir')) + section('de', term('Wehr'))),
        entry('c3', section('en', term('quay')) + section('de', term('Kai'))),
      ),
    );
    const unit = (en: string, de: string): string =>
      `<tu><tuv xml:lang="en"><seg>${en}</seg></tuv><tuv xml:lang="de"><seg>${de}</seg></tuv></tu>`;
    const memory = file(
      'used.tmx',
      `<tmx version="1.4"><header srclang="en"/><body>${[
        unit('Open the lock gate.', 'Öffnen Sie den Torflügel.'),
        unit('Two lock gates are shut.', 'Zwei Torflügel sind zu.'),
        unit('Grease the lock gate.', 'Schmieren Sie das Schleusentor.'),
        unit('The weir is deep.', 'Das Wehr ist tief.'),
        unit('Weirs are deep.', 'Wehre sind tief.'),
        unit('See the weir.', 'Siehe die Staustufe.'),
      ].join('')}</body></tmx>`,
    );
    expect(found(terms, '--memory', memory)).toEqual([
      'term-unused c3: None of its terms occurs in the memories.',
      'term-otherwise c1: Of 3 texts in German beside it, 1 have “Schleusentor”; another is “Öffnen Sie den Torflügel.”.',
    ]);
  });

  test('beside another termbase: what is called otherwise there; not where one of its concepts says the same', () => {
    const pair = (id: string, en: string, de: string): string =>
      entry(id, section('en', term(en)) + section('de', term(de)));
    const own = file(
      'own.tbx',
      tbx(pair('c1', 'lock', 'Schleuse'), pair('c2', 'Weir', 'Wehr'), pair('c3', 'quay', 'Kai')),
    );
    const other = file(
      'other.tbx',
      tbx(pair('x1', 'weir', 'Staustufe'), pair('x2', 'lock', 'Schloss'), pair('x3', 'lock', 'Schleuse')),
    );
    expect(found(own, '--beside', other)).toEqual([
      'otherwise-elsewhere c2: “Weir” is “Wehr” here and “Staustufe” in the other termbase (German).',
    ]);
  });

  test('a language that few concepts have is missed nowhere', () => {
    const both = (n: number): string => section('en', term(`lock ${n}`)) + section('de', term(`Schleuse ${n}`));
    const path = file(
      'languages.tbx',
      tbx(
        ...[1, 2, 3].map((n) => entry(`c${n}`, both(n))),
        entry('c4', both(4) + section('fr', term('écluse 4'))),
        entry('c5', section('en', term('weir'))),
      ),
    );
    expect(found(path)).toEqual(['missing-target c5: There is no term in German.']);
  });
});
