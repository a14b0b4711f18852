/** What the columns of glossaries are called, in the main European languages and Japanese. Common practice. */
import { foldForSearch } from '../text/fold.js';

export type FieldName = 'term' | 'note' | 'other' | 'number';

const TERM =
  'term terms terme termes termo termos termino terminos termine termini termin terminy termi termit begriff begriffe benennung ' +
  'benennungen fachwort fachbegriff wort word words mot mots palabra palavra palavras parola vocabulo entry expression ' +
  'ausdruck bezeichnung source target quelle ziel ausgangssprache zielsprache quellsprache ausgangstext zieltext ' +
  'original translation translations ubersetzung traduction traducao traduccion traduzione tlumaczenie kaannos ' +
  'oversattning vertaling source term target term language sprache langue idioma jezyk kieli lingua taal sprak 用語 訳語 原語 haslo';
const NOTE =
  'note notes comment comments remark remarks anmerkung anmerkungen bemerkung bemerkungen kommentar kommentare hinweis ' +
  'hinweise remarque remarques commentaire commentaires nota notas observacao observacoes comentario comentarios ' +
  'observacion observaciones commento commenti osservazioni uwaga uwagi komentarz huomautus huomautukset kommentti ' +
  'anmarkning opmerking opmerkingen megjegyzes poznamka 備考 注 メモ';
const OTHER =
  'definition definitionen definitions definicao definicion definizione definicja maaritelma erklarung explanation ' +
  'erlauterung subject domain domaine fachgebiet sachgebiet gebiet bereich area dominio assunto tema dziedzina aihe ' +
  'client kunde customer cliente klient asiakas status usage state zustand freigabe pos part of speech wortart wordclass ' +
  'grammar grammatik gender genus genre genero geschlecht rodzaj number numerus context kontext contexte contexto ' +
  'kontekst beispiel example exemple ejemplo exemplo picture bild image photo foto abbildung figura imagem source file ' +
  'quellenangabe reference referenz literatur abbreviation abkurzung kurzform abk date datum data fecha author autor ' +
  'auteur created changed version category kategorie categorie categoria type typ art 定義 分野 品詞 画像 状態';
const NUMBER =
  'id nr no num number nummer lfd lfd nr lp l p key code pos nr entry id concept id termid conceptid ref # 番号';

const TABLE: ReadonlyMap<string, FieldName> = new Map([
  ...phrases(OTHER).map((w) => [w, 'other'] as const),
  ...phrases(NOTE).map((w) => [w, 'note'] as const),
  ...phrases(NUMBER).map((w) => [w, 'number'] as const),
  ...phrases(TERM).map((w) => [w, 'term'] as const),
]);

function phrases(list: string): string[] {
  return list.split(' ');
}

/** The field that one word of a header stands for, or null. */
export function fieldOfWord(word: string): FieldName | null {
  return TABLE.get(foldForSearch(word).replace(/[.:*]+$/, '')) ?? null;
}
