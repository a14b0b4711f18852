/**
 * What the columns of glossaries are called, in the main languages of Europe, in Arabic, Chinese, Hebrew, Japanese and Korean: header word → data category
 * or part of the table. Common practice.
 */
import { foldForSearch } from '../text/fold.js';
import { ALSO_FOUND_AS, NOT_FOUND_AS } from '../termbase/forms.js';
import { IDENTIFIER } from '../termbase/categories.js';

/** A data category by its standard name, or one of the parts of a table. */
export type FieldName = 'term' | 'number' | 'language' | 'answer' | 'leave' | 'question' | (string & {});

const NAMES: Readonly<Record<string, string>> = {
  definition:
    'definition, definitionen, definitions, definicao, definicion, definizione, definicja, maaritelma, erklarung, explanation, erlauterung, ' +
    'def, meaning, bedeutung, begriffsbestimmung, begriffserklarung, selite, fogalommeghatarozas, 定義' +
    ', 定义, 釋義, 释义, 定義文, 정의, 뜻, определение, дефиниция, толкование, ορισμος, تعريف, التعريف, הגדרה, definice, tanim, definitie, визначення',
  subjectField:
    'subject, subject field, subject area, domain, domaine, fachgebiet, sachgebiet, gebiet, bereich, area, dominio, assunto, tema, dziedzina, aihe, ' +
    'aihealue, fachbereich, themengebiet, category, kategorie, categorie, categoria, kategoria, obszar, theme, thema, onderwerp, amne, 分野' +
    ', 领域, 領域, 学科, 專業, 专业, 分类, 분야, 영역, область, сфера, тематика, предметная область, тема, πεδιο, τομεας, θεμα, المجال, مجال, תחום, obor, konu, alan, szakterulet, terulet, domeniu, галузь',
  customerSubset:
    'client, kunde, kunden, customer, cliente, klient, asiakas, client name, auftraggeber, klant, kund' +
    ', 客户, 客戶, 고객, клиент, заказчик, πελατης, العميل, לקוח, zakaznik, musteri',
  projectSubset:
    'project, projekt, projet, proyecto, projeto, progetto, projekti' +
    ', 项目, 專案, 프로젝트, проект, εργο, المشروع, פרויקט',
  administrativeStatus:
    'status, usage, usage status, state, zustand, freigabe, term status, benennungsstatus, statut, estado, stato, stan, tila, verwendung, ' +
    'approved, gebrauch, administrative status, 状態' +
    ', 状态, 狀態, 상태, статус, состояние, κατασταση, الحالة, حالة, סטטוס, stav, durum, allapot, стан',
  partOfSpeech:
    'pos, part of speech, wortart, wordclass, word class, grammar, grammatik, sanaluokka, categorie grammaticale, czesc mowy, ' +
    'clase de palabra, classe gramatical, ordklass, woordsoort, 品詞' +
    ', 词性, 詞性, 품사, часть речи, μερος του λογου, نوع الكلمة, قسم الكلام, חלק דיבר, slovni druh, sozcuk turu, szofaj, parte de vorbire, частина мови',
  grammaticalGender:
    'gender, genus, genre, genero, geschlecht, rodzaj, suku, gen, genere, geslacht, grammatisches geschlecht' +
    ', 性别, 性, 성, род, грамматический род, γενος, الجنس, מין, rod, cinsiyet, gen gramatical, рід',
  grammaticalNumber: 'numerus, grammatical number, nombre grammatical, luku',
  context:
    'context, kontext, contexte, contexto, kontekst, beispiel, beispielsatz, example, examples, exemple, ejemplo, exemplo, esempio, przyklad, esimerkki, example sentence' +
    ', 例句, 语境, 上下文, 例文, 用例, 文脈, 예문, 문맥, пример, примеры, контекст, παραδειγμα, συμφραζομενα, مثال, السياق, דוגמה, הקשר, priklad, ornek, baglam, pelda, exemplu, приклад',
  source:
    'reference, quellenangabe, referenz, literatur, source of definition, fundstelle, source document, referencia, riferimento, zrodlo, lahde, bron, 出典' +
    ', 来源, 出处, 來源, 出處, 출처, источник, πηγη, المصدر, מקור המונח, zdroj, kaynak, forras, sursa, джерело',
  xGraphic:
    'picture, picture file, bild, bilder, image, photo, foto, abbildung, figura, imagem, figure, illustration, grafik, kuva, obraz, rysunek, immagine, bilddatei, image file, afbeelding, 画像' +
    ', 图片, 圖片, 그림, картинка, изображение, рисунок, εικονα, صورة, תמונה, obrazek, resim, kep, imagine',
  crossReference:
    'see also, see, siehe, siehe auch, cross reference, verweis, voir, voir aussi, vease, ver, ver tambem, katso, zob, related, related term, verwandt, zie' +
    ', 参见, 參見, 참조, см, см также, βλεπε, انظر, ראה, viz, bakiniz, lasd',
  [ALSO_FOUND_AS]: 'also found as, auch gefunden als',
  [NOT_FOUND_AS]: 'not found as, nicht gefunden als',
  termType: 'term type, type, typ, art, tipo, benennungstyp',
  abbreviation:
    'abbreviation, abkurzung, kurzform, abk, abbr, acronym, akronym, short form, abreviation, sigle, abreviatura, skrot, lyhenne, kurzwort, afkorting, forkortning' +
    ', 缩写, 縮寫, 略語, 약어, сокращение, аббревиатура, συντομογραφια, اختصار, קיצור, zkratka, kisaltma, rovidites',
  geographicalUsage: 'region, geographical usage, land, country',
  note:
    'note, notes, comment, comments, remark, remarks, anmerkung, anmerkungen, bemerkung, bemerkungen, kommentar, kommentare, hinweis, ' +
    'hinweise, remarque, remarques, commentaire, commentaires, nota, notas, observacao, observacoes, comentario, comentarios, ' +
    'observacion, observaciones, commento, commenti, osservazioni, uwaga, uwagi, komentarz, huomautus, huomautukset, kommentti, ' +
    'anmarkning, opmerking, opmerkingen, megjegyzes, poznamka, 備考, 注, メモ' +
    ', 备注, 備註, 注释, 註釋, 说明, 說明, 비고, 주석, 참고, примечание, примечания, комментарий, комментарии, замечание, σημειωση, σημειωσεις, σχολιο, σχολια, παρατηρησεις, ملاحظة, ملاحظات, הערה, הערות, notlar, aciklama, примітка, примітки, бележка, забележка, napomena',
  [IDENTIFIER]:
    'id, concept, concept no, concept nr, entry no, entry nr, eintrag, eintrag nr, konzept, konzept nr, begriff nr, begriffsnummer, kennung, entry id, concept id, termid, term id, conceptid, begriffs-id, eintragsnummer, entry number, konzept-id, identifier, key, code, concept number',
  number:
    'nr, no, num, number, nummer, lfd, lfd nr, lp, l p, pos nr, ref, #, 番号, numero, position, zeile, row' +
    ', 编号, 編號, 序号, 序號, 번호, 순번, номер, no п/п, п/п, №, № п/п, αριθμος, α/α, رقم, الرقم, מספר, cislo, sira, sira no, sorszam, szam, numar',
  language:
    'language, locale, language tag, sprache, langue, idioma, jezyk, kieli, lingua, taal, sprak, lang, language code, sprachcode, sprachkurzel, 言語' +
    ', 语言, 語言, 语种, 언어, язык, γλωσσα, اللغة, לשון, שפה, jazyk, dil, nyelv, limba, мова',
  answer: 'your answer, ihre antwort',
  leave: 'leave out (x), leave out, weglassen (x), weglassen',
  question: 'question, frage',
  // What is known and says nothing about a concept.
  date:
    'date, datum, data, fecha, created, changed, version, geandert, erstellt, modified, paivays' +
    ', 日期, 날짜, 日付, дата, ημερομηνια, التاريخ, תאריך, tarih',
  author:
    'author, autor, auteur, autore, creator, tekija, ersteller, bearbeiter' +
    ', 作者, 작성자, 作成者, автор, συγγραφεας, المؤلف, מחבר, yazar',
  file: 'file, datei, fichier, tiedosto',
  term:
    'term, terms, terme, termes, termo, termos, termino, terminos, termine, termini, termin, terminy, termi, termit, begriff, begriffe, benennung, ' +
    'benennungen, fachwort, fachbegriff, wort, word, words, mot, mots, palabra, palavra, palavras, parola, vocabulo, entry, expression, ' +
    'ausdruck, bezeichnung, source, target, quelle, ziel, ausgangssprache, zielsprache, quellsprache, ausgangstext, zieltext, ' +
    'original, translation, translations, ubersetzung, traduction, traducao, traduccion, traduzione, tlumaczenie, kaannos, ' +
    'oversattning, vertaling, source term, target term, synonym, synonyms, synonyme, synonymes, sinonimo, sinonimos, synonyymi, ' +
    '用語, 訳語, 原語, haslo' +
    ', 术语, 術語, 词条, 詞條, 词汇, 詞彙, 单词, 原文, 译文, 譯文, 原语, 译语, 용어, 원어, 역어, 번역, 원문, 単語, 訳, 英訳, 和訳, термин, термины, слово, перевод, оригинал, ορος, οροι, μεταφραση, λεξη, مصطلح, المصطلح, الترجمة, ترجمة, كلمة, מונח, תרגום, terim, ceviri, kelime, vyraz, preklad, kifejezes, forditas, termen, traducere, термін, переклад, превод, pojam, prijevod',
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
const PARTS = new Set(['term', 'number', 'language', 'answer', 'leave', 'question']);

export function isPart(field: FieldName): boolean {
  return PARTS.has(field);
}
