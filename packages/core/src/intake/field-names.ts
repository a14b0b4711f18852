/**
 * What the columns of glossaries are called, in the main European languages and Japanese: header word → data category
 * or part of the table. Common practice.
 */
import { foldForSearch } from '../text/fold.js';
import { IDENTIFIER } from '../termbase/categories.js';

/** A data category by its standard name, or one of the parts of a table. */
export type FieldName = 'term' | 'number' | 'language' | 'answer' | 'question' | (string & {});

const NAMES: Readonly<Record<string, string>> = {
  definition:
    'definition, definitionen, definitions, definicao, definicion, definizione, definicja, maaritelma, erklarung, explanation, erlauterung, ' +
    'def, meaning, bedeutung, begriffsbestimmung, begriffserklarung, selite, fogalommeghatarozas, 定義',
  subjectField:
    'subject, subject field, subject area, domain, domaine, fachgebiet, sachgebiet, gebiet, bereich, area, dominio, assunto, tema, dziedzina, aihe, ' +
    'aihealue, fachbereich, themengebiet, category, kategorie, categorie, categoria, kategoria, obszar, theme, thema, onderwerp, amne, 分野',
  customerSubset: 'client, kunde, kunden, customer, cliente, klient, asiakas, client name, auftraggeber, klant, kund',
  projectSubset: 'project, projekt, projet, proyecto, projeto, progetto, projekti',
  administrativeStatus:
    'status, usage, usage status, state, zustand, freigabe, term status, benennungsstatus, statut, estado, stato, stan, tila, verwendung, ' +
    'approved, gebrauch, administrative status, 状態',
  partOfSpeech:
    'pos, part of speech, wortart, wordclass, word class, grammar, grammatik, sanaluokka, categorie grammaticale, czesc mowy, ' +
    'clase de palabra, classe gramatical, ordklass, woordsoort, 品詞',
  grammaticalGender:
    'gender, genus, genre, genero, geschlecht, rodzaj, suku, gen, genere, geslacht, grammatisches geschlecht',
  grammaticalNumber: 'numerus, grammatical number, nombre grammatical, luku',
  context:
    'context, kontext, contexte, contexto, kontekst, beispiel, beispielsatz, example, examples, exemple, ejemplo, exemplo, esempio, przyklad, esimerkki, example sentence',
  source:
    'reference, quellenangabe, referenz, literatur, source of definition, fundstelle, source document, referencia, riferimento, zrodlo, lahde, bron, 出典',
  xGraphic:
    'picture, picture file, bild, bilder, image, photo, foto, abbildung, figura, imagem, figure, illustration, grafik, kuva, obraz, rysunek, immagine, bilddatei, image file, afbeelding, 画像',
  crossReference:
    'see also, see, siehe, siehe auch, cross reference, verweis, voir, voir aussi, vease, ver, ver tambem, katso, zob, related, related term, verwandt, zie',
  termType: 'term type, type, typ, art, tipo, benennungstyp',
  abbreviation:
    'abbreviation, abkurzung, kurzform, abk, abbr, acronym, akronym, short form, abreviation, sigle, abreviatura, skrot, lyhenne, kurzwort, afkorting, forkortning',
  geographicalUsage: 'region, geographical usage, land, country',
  note:
    'note, notes, comment, comments, remark, remarks, anmerkung, anmerkungen, bemerkung, bemerkungen, kommentar, kommentare, hinweis, ' +
    'hinweise, remarque, remarques, commentaire, commentaires, nota, notas, observacao, observacoes, comentario, comentarios, ' +
    'observacion, observaciones, commento, commenti, osservazioni, uwaga, uwagi, komentarz, huomautus, huomautukset, kommentti, ' +
    'anmarkning, opmerking, opmerkingen, megjegyzes, poznamka, 備考, 注, メモ',
  [IDENTIFIER]:
    'id, entry id, concept id, termid, term id, conceptid, begriffs-id, eintragsnummer, entry number, konzept-id, identifier, key, code, concept number',
  number: 'nr, no, num, number, nummer, lfd, lfd nr, lp, l p, pos nr, ref, #, 番号, numero, position, zeile, row',
  language:
    'language, sprache, langue, idioma, jezyk, kieli, lingua, taal, sprak, lang, language code, sprachcode, sprachkurzel, 言語',
  answer: 'your answer, ihre antwort',
  question: 'question, frage',
  // What is known and says nothing about a concept.
  date: 'date, datum, data, fecha, created, changed, version, geandert, erstellt, modified, paivays',
  author: 'author, autor, auteur, autore, creator, tekija, ersteller, bearbeiter',
  file: 'file, datei, fichier, tiedosto',
  term:
    'term, terms, terme, termes, termo, termos, termino, terminos, termine, termini, termin, terminy, termi, termit, begriff, begriffe, benennung, ' +
    'benennungen, fachwort, fachbegriff, wort, word, words, mot, mots, palabra, palavra, palavras, parola, vocabulo, entry, expression, ' +
    'ausdruck, bezeichnung, source, target, quelle, ziel, ausgangssprache, zielsprache, quellsprache, ausgangstext, zieltext, ' +
    'original, translation, translations, ubersetzung, traduction, traducao, traduccion, traduzione, tlumaczenie, kaannos, ' +
    'oversattning, vertaling, source term, target term, synonym, synonyms, synonyme, synonymes, sinonimo, sinonimos, synonyymi, ' +
    '用語, 訳語, 原語, haslo',
};

const TABLE: ReadonlyMap<string, FieldName> = new Map(
  Object.entries(NAMES)
    .reverse()
    .flatMap(([field, words]) => words.split(', ').map((word) => [word, field] as const)),
);

/** The field that one word or phrase of a header stands for, or null. */
export function fieldOfWord(word: string): FieldName | null {
  return TABLE.get(foldForSearch(word).replace(/[.:*]+$/, '')) ?? null;
}

/** Parts of a table that are no data category. */
const PARTS = new Set(['term', 'number', 'language', 'answer', 'question']);

export function isPart(field: FieldName): boolean {
  return PARTS.has(field);
}
