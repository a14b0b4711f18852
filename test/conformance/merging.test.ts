/** Merging, comparing and bridging against programs and data that are not ours. */
import { describe, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import { existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { Bridge } from '@fair-copy/core/memory/bridge/bridge.js';
import { BRIDGED, BRIDGED_OVER } from '@fair-copy/core/memory/bridge/plan.js';
import { compareMemories } from '@fair-copy/core/memory/compare.js';
import { Merge, type MergeInput } from '@fair-copy/core/memory/merge/merge.js';
import type { MergePlan } from '@fair-copy/core/memory/merge/plan.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { plainSegment } from '@fair-copy/core/text/inline-codes.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { inFolder, run } from './outside.js';

const EN = 'en' as LanguageTag;
const PLAN: MergePlan = { by: [EN], ignore: [], regions: 'keep', keep: 'rank' };
const DOMAINS = ['iso_3166-1', 'iso_3166-2', 'iso_3166-3', 'iso_639-2', 'iso_639-3', 'iso_4217', 'iso_15924'];

const inputOf = (units: readonly Unit[]): MergeInput => ({
  count: units.length,
  units: () => units,
  unit: (number) => units[number]!,
});

const text = ({ variants }: Unit, language: string): string =>
  variants.find((variant) => variant.language === language)!.text;

async function unitsOf(path: string, alternatives = false): Promise<Unit[]> {
  const file = await UnitFile.open(path, path, { alternatives });
  const units: Unit[] = [];
  for await (const batch of file.units()) for (const { unit } of batch) units.push(unit);
  file.close();
  return units;
}

const moOf = (domain: string, language: string): string => `/usr/share/locale/${language}/LC_MESSAGES/${domain}.mo`;

/** A catalogue of Debian’s iso-codes as msgunfmt (GNU gettext) writes it. */
function catalogue(folder: string, domain: string, language: string): string {
  const path = join(folder, `${domain}.${language}.po`);
  writeFileSync(path, run('msgunfmt', [moOf(domain, language)]));
  return path;
}

function merged(inputs: readonly (readonly Unit[])[], plan: Partial<MergePlan> = {}) {
  const units: Unit[] = [];
  const conflicts: string[] = [];
  const tally = new Merge(inputs.map(inputOf), { ...PLAN, ...plan }).run({
    output: ({ unit }) => units.push(unit),
    conflict: ({ candidates }) => conflicts.push(text(candidates[0]!.member.unit, 'en')),
  });
  return { units, conflicts, tally };
}

const pairs = (units: readonly Unit[], language: string): string[] =>
  units.map((unit) => `${text(unit, 'en')}\n= ${text(unit, language)}`).sort();

describe('merging catalogues', () => {
  test.each(['de', 'fr', 'pl', 'ja'])(
    '%s: the same messages as msgcat (GNU gettext), and the same conflicts',
    (language) =>
      inFolder(async (folder) => {
        const files = DOMAINS.map((domain) => catalogue(folder, domain, language));
        const inputs = await Promise.all(files.map((file) => unitsOf(file)));
        const out = join(folder, 'all.po');
        run('msgcat', ['--use-first', '-o', out, ...files]);
        const { units, conflicts, tally } = merged(inputs);
        expect(pairs(units, language)).toEqual(pairs(await unitsOf(out), language));
        expect(tally.written + tally.same + tally.gaveWay).toBe(inputs.reduce((sum, { length }) => sum + length, 0));
        // Without --use-first msgcat puts different translations together, each behind a mark of its own.
        const marked = join(folder, 'marked.po');
        run('msgcat', ['-o', marked, ...files]);
        expect(
          (await unitsOf(marked, true))
            .filter((unit) => text(unit, language).includes('#-#-#-#-#'))
            .map((unit) => text(unit, 'en'))
            .sort(),
        ).toEqual([...conflicts].sort());
      }),
  );

  test('unit by unit what SQLite’s own GROUP BY says', () =>
    inFolder(async (folder) => {
      const inputs = await Promise.all(DOMAINS.map((domain) => unitsOf(catalogue(folder, domain, 'de'))));
      // Dates of our own, so that every kind of conflict comes: none, equal, different.
      const dated = inputs.map((units, rank) =>
        units.map((unit, i): Unit => ({
          ...unit,
          ...((i + rank) % 3 > 0 && { attributes: { changedate: `20${20 + ((i * 7 + rank) % 5)}0101T000000Z` } }),
        })),
      );
      const db = new Database(':memory:');
      db.exec(
        'CREATE TABLE u (source TEXT, target TEXT, date TEXT, rank INTEGER); CREATE INDEX by_source ON u (source)',
      );
      const insert = db.prepare('INSERT INTO u VALUES (?, ?, ?, ?)');
      for (const [rank, units] of dated.entries())
        for (const unit of units)
          insert.run(text(unit, 'en'), text(unit, 'de'), unit.attributes?.changedate ?? '', rank);
      const asked = (sql: string): string[] => db.prepare<[], string>(sql).pluck().all().sort();
      const said = `source || char(10) || '= ' || target`;
      expect(pairs(merged(dated, { keep: 'all' }).units, 'de')).toEqual(
        asked(`SELECT ${said} FROM u GROUP BY source, target`),
      );
      expect(pairs(merged(dated, { keep: 'newest' }).units, 'de')).toEqual(
        asked(`WITH t AS (SELECT source, target, max(date) AS date FROM u GROUP BY source, target)
          SELECT ${said} FROM t WHERE date = (SELECT max(date) FROM u WHERE u.source = t.source)`),
      );
      const { tally } = merged(dated, { keep: 'ask' });
      const waiting = `SELECT count(*) FROM u WHERE source IN (SELECT source FROM u GROUP BY source HAVING count(DISTINCT target) > 1)`;
      expect(tally.waiting).toBe(Number(asked(waiting)[0]));
      db.close();
    }));

  test('compared with the same set operations in SQLite', () =>
    inFolder(async (folder) => {
      const [a, b] = [
        await unitsOf(catalogue(folder, 'iso_639-2', 'de')),
        await unitsOf(catalogue(folder, 'iso_639-3', 'de')),
      ];
      const db = new Database(':memory:');
      for (const [name, units] of [
        ['a', a],
        ['b', b],
      ] as const) {
        db.exec(`CREATE TABLE ${name} (source TEXT, target TEXT)`);
        for (const unit of units)
          db.prepare(`INSERT INTO ${name} VALUES (?, ?)`).run(text(unit, 'en'), text(unit, 'de'));
      }
      const count = (sql: string): number => db.prepare<[], number>(`SELECT count(*) FROM (${sql})`).pluck().get()!;
      const tally = compareMemories([inputOf(a), inputOf(b)], PLAN, () => undefined);
      expect(tally).toEqual({
        onlyA: count('SELECT source FROM a EXCEPT SELECT source FROM b'),
        onlyB: count('SELECT source FROM b EXCEPT SELECT source FROM a'),
        same: count('SELECT * FROM a INTERSECT SELECT * FROM b'),
        different: count('SELECT a.source FROM a JOIN b USING (source) WHERE a.target <> b.target'),
      });
      db.close();
    }));
});

function bridged(a: readonly Unit[], b: readonly Unit[]) {
  const units: Unit[] = [];
  const waiting = new Map<string, number>();
  const tally = new Bridge([inputOf(a), inputOf(b)], ['a', 'b'], { over: EN, near: false }).run({
    output: (unit) => units.push(unit),
    doubt: ({ pivot, candidates }) => waiting.set(pivot, candidates.length),
  });
  return { units, waiting, tally };
}

const said = ({ props = [] }: Unit, type: string): string => props.find((prop) => prop.type === type)!.text;

describe('bridging', () => {
  test.each([
    ['de', 'fr'],
    ['pl', 'pt'],
  ])('en–%s and en–%s: the pairs that the catalogues have', (x, y) =>
    inFolder(async (folder) => {
      const both = DOMAINS.filter((domain) => [x, y].every((tag) => existsSync(moOf(domain, tag))));
      const left = await Promise.all(both.map((domain) => unitsOf(catalogue(folder, domain, x))));
      const right = await Promise.all(both.map((domain) => unitsOf(catalogue(folder, domain, y))));
      const true_ = new Set<string>();
      for (const [i, units] of left.entries()) {
        const other = new Map(right[i]!.map((unit) => [text(unit, 'en'), text(unit, y)]));
        for (const unit of units) {
          const partner = other.get(text(unit, 'en'));
          if (partner !== undefined) true_.add(`${text(unit, x)}\n${partner}`);
        }
      }
      const { units, tally } = bridged(left.flat(), right.flat());
      for (const [how, least] of [
        ['certain', 0.99],
        ['chosen', 0.9],
      ] as const) {
        const those = units.filter((unit) => said(unit, BRIDGED) === how);
        const right_ = those.filter((unit) => true_.has(`${text(unit, x)}\n${text(unit, y)}`)).length;
        if (those.length > 20) expect([how, right_ / those.length >= least]).toEqual([how, true]);
      }
      expect(tally.written).toBe(units.length);
      // Most of what there is to find is found.
      expect(tally.certain).toBeGreaterThan(true_.size * 0.7);
    }),
  );

  /** English words with two meanings, German and French for each (from memory). */
  const HOMONYMS =
    'bank Bank/Ufer banque/rive|spring Feder/Quelle ressort/source|crane Kran/Kranich grue de chantier/oiseau|lock Schloss/Schleuse serrure/écluse|nail Nagel/Fingernagel clou/ongle|bark Rinde/Bellen écorce/aboiement|bat Fledermaus/Schläger chauve-souris/batte|bow Bogen/Bug arc/proue|trunk Rüssel/Kofferraum trompe/coffre|seal Siegel/Robbe sceau/phoque|palm Palme/Handfläche palmier/paume|match Streichholz/Spiel allumette/partie|mole Maulwurf/Muttermal taupe/grain de beauté|ring Ring/Klingeln anneau/sonnerie|scale Waage/Schuppe balance/écaille|pupil Schüler/Pupille élève/pupille|jam Marmelade/Stau confiture/embouteillage|date Dattel/Datum datte/jour|organ Orgel/Organ orgue/organe|plant Pflanze/Werk plante/usine|pool Becken/Reserve bassin/réserve|port Hafen/Portwein port/porto|pole Mast/Pol mât/pôle|pitch Pech/Tonhöhe poix/hauteur|plane Hobel/Flugzeug rabot/avion|pound Pfund/Zwinger livre/fourrière|present Geschenk/Gegenwart cadeau/présent|racket Schläger/Lärm raquette/vacarme|rock Fels/Rockmusik rocher/rock|row Reihe/Streit rangée/dispute|ruler Lineal/Herrscher règle/souverain|saw Säge/Sprichwort scie/dicton|sentence Satz/Strafe phrase/peine|sole Sohle/Seezunge semelle/poisson plat|stable Stall/stabil écurie/ferme|stalk Stiel/pirschen tige/traquer|steer Stier/lenken bœuf/diriger|table Tisch/Tabelle meuble/tableau|tank Tank/Panzer réservoir/char|tap Hahn/Klopfen robinet/coup léger|tear Träne/Riss larme/déchirure|temple Tempel/Schläfe temple/tempe|tie Krawatte/Unentschieden cravate/égalité|tip Spitze/Trinkgeld pointe/pourboire|toast Toast/Trinkspruch pain grillé/santé|train Zug/Schleppe convoi/traîne|watch Uhr/Wache montre/garde|wave Welle/Winken vague/signe|well Brunnen/gut puits/bien|yard Hof/Elle cour/verge|cape Umhang/Kap pèlerine/cap|club Keule/Verein massue/association|coach Kutsche/Trainer carrosse/entraîneur|cabinet Schrank/Kabinett armoire/gouvernement|calf Kalb/Wade veau/mollet|case Koffer/Fall valise/affaire|cell Zelle/Akku cachot/pile|charge Ladung/Anklage charge/accusation|chest Truhe/Brust coffre/poitrine|china Porzellan/China porcelaine/Chine|chip Splitter/Chip éclat/puce|cold Schnupfen/kalt rhume/froid|corn Mais/Hühnerauge maïs/cor|court Gericht/Hof tribunal/cour|cricket Grille/Kricket grillon/sport|current Strom/Strömung électricité/courant|deck Deck/Kartenspiel pont/jeu de cartes|degree Grad/Abschluss température/diplôme|die Würfel/Matrize dé/matrice|drill Bohrer/Übung perceuse/exercice|fair Jahrmarkt/gerecht foire/juste|fan Fächer/Anhänger éventail/supporter|file Feile/Akte lime/dossier|fine Bußgeld/fein amende/fin|fly Fliege/fliegen mouche/voler|foot Fuß/Fußende pied/bas|fork Gabel/Gabelung fourchette/bifurcation|game Wild/Spiel gibier/jeu|glass Glas/Trinkglas matière/verre|grave Grab/ernst tombe/sérieux|ground Boden/Erdung sol/masse|gum Zahnfleisch/Gummi gencive/gomme|hide Haut/verbergen peau/cacher|iron Eisen/Bügeleisen métal/fer à repasser|key Schlüssel/Taste clé/touche|lead Blei/Führung plomb/avance|leaf Blatt/Türflügel feuille/battant|letter Brief/Buchstabe courrier/caractère|light Licht/leicht lumière/léger|log Stamm/Protokoll bûche/journal|mine Bergwerk/mein gisement/à moi|mint Minze/Münzanstalt menthe/hôtel des monnaies|mouth Mund/Mündung bouche/embouchure|mussel Muschel/Miesmuschel coquillage/moule|note Note/Zettel ton/billet|nut Mutter/Nuss écrou/noix|pen Stift/Pferch stylo/enclos|perch Barsch/Stange perche/perchoir|pipe Rohr/Pfeife tuyau/pipe|poker Schürhaken/Pokerspiel tisonnier/poker|punch Locher/Bowle poinçon/boisson';
  const words = HOMONYMS.split('|').map((line) => {
    const [, word, de, fr] = /^(\S+) (\S+\/\S+(?: \S+)*?) (?=[^ ]+(?: [^/]+)*\/)(.+)$/.exec(line) ?? [];
    return { word: word!, de: de!.split('/'), fr: fr!.split('/') };
  });
  const unit = (texts: Readonly<Record<string, string>>, subject?: string): Unit => ({
    variants: Object.entries(texts).map(([language, one]) => ({
      language: language as LanguageTag,
      ...plainSegment(one),
    })),
    ...(subject && { props: [{ type: 'subject', text: subject }] }),
  });

  test('a hundred English words with two meanings: no pair is silently wrong', async () => {
    expect(words.length).toBeGreaterThanOrEqual(100);
    const german = words.flatMap(({ word, de }) => de.map((one) => unit({ en: word, de: one })));
    const french = words.flatMap(({ word, fr }) => fr.map((one) => unit({ en: word, fr: one })));
    const wrong = (units: readonly Unit[]): Unit[] =>
      units.filter((one) => {
        const { de, fr } = words.find(({ word }) => word === said(one, BRIDGED_OVER))!;
        return de.indexOf(text(one, 'de')) !== fr.indexOf(text(one, 'fr'));
      });
    // Both meanings on both sides, in the same order; one meaning on each side; two on one.
    expect(wrong(bridged(german, french).units)).toEqual([]);
    const first = words.map(({ word, de }) => unit({ en: word, de: de[0]! }));
    const second = words.map(({ word, fr }) => unit({ en: word, fr: fr[1]! }));
    expect(bridged(first, second).units).toEqual([]);
    expect(bridged(first, second).tally.waiting).toBe(words.length);
    expect(wrong(bridged(first, french).units)).toEqual([]);
    // Also where many certain pairs taught words before.
    await inFolder(async (folder) => {
      const lessons = (language: string): Promise<Unit[]> => unitsOf(catalogue(folder, 'iso_639-3', language));
      const some = bridged([...(await lessons('de')), ...german], [...(await lessons('fr')), ...french]).units;
      expect(wrong(some.filter((one) => words.some(({ word }) => word === said(one, BRIDGED_OVER))))).toEqual([]);
    });
  });

  test('where subjects say which meaning is meant, those are joined and no others', () => {
    const of = (meaning: number): string => (meaning === 0 ? 'first' : 'second');
    const german = words.flatMap(({ word, de }) => de.map((one, i) => unit({ en: word, de: one }, of(i))));
    const french = words.flatMap(({ word, fr }) => fr.map((one, i) => unit({ en: word, fr: one }, of(i))));
    const { units } = bridged(german, french);
    expect(units).toHaveLength(words.length * 2);
    for (const one of units) {
      const { de, fr } = words.find(({ word }) => word === said(one, BRIDGED_OVER))!;
      expect(de.indexOf(text(one, 'de'))).toBe(fr.indexOf(text(one, 'fr')));
    }
  });
});
