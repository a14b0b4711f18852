/** What each check is called and what it looks for. */
import type { CheckWords } from '../catalogue.js';

export const checks: Readonly<Record<string, CheckWords & { readonly ofMemory?: Partial<CheckWords> }>> = {
  'different-targets': {
    title: 'Gleiche Quelle, verschiedene Ziele',
    explains:
      'Dieselbe Benennung der ersten Sprache steht in mehreren Begriffen, die in einer anderen Sprache verschieden benannt sind.',
    ofMemory: { explains: 'Derselbe Text der ersten Sprache hat in einer anderen Sprache verschiedene Texte.' },
  },
  'different-sources': {
    title: 'Gleiches Ziel, verschiedene Quellen',
    explains:
      'Derselbe Text einer anderen Sprache steht für verschiedene Texte der ersten: Einer davon kann falsch sein.',
  },
  doublette: {
    title: 'Doppelt erfasst',
    explains: 'Zwei Begriffe haben in zwei Sprachen Benennungen gemeinsam: Vielleicht sind sie einer.',
  },
  'several-concepts': {
    title: 'Eine Benennung in mehreren Begriffen',
    explains:
      'Eine Benennung steht in mehreren Begriffen: Sie kann mehrere Bedeutungen haben, oder die Begriffe sind einer.',
  },
  'homonym-without-subject': {
    title: 'Homonym ohne Sachgebiet',
    explains: 'Eine Benennung steht in mehreren Begriffen, und nicht alle nennen ihr Sachgebiet.',
  },
  'missing-target': {
    title: 'Fehlende Sprache',
    explains: 'Einem Begriff fehlt eine Benennung in einer Sprache der Termbank.',
    ofMemory: { explains: 'Einer Einheit fehlt ein Text in einer Sprache, die fast alle anderen haben.' },
  },
  'empty-language': {
    title: 'Sprache ohne wirkliche Benennung',
    explains: 'An der Stelle einer Benennung steht ein Strich, „n/a“ oder Ähnliches.',
    ofMemory: {
      title: 'Sprache ohne wirklichen Text',
      explains: 'An der Stelle eines Textes steht ein Strich, „n/a“ oder Ähnliches.',
    },
  },
  'other-language': {
    title: 'Sieht nach einer anderen Sprache aus',
    explains: 'Eine Benennung liest sich wie eine in einer anderen Sprache dieser Termbank.',
    ofMemory: { explains: 'Ein Text liest sich wie einer in einer anderen Sprache dieses Speichers.' },
  },
  'contradictory-status': {
    title: 'Widersprüchliche Verwendung',
    explains:
      'Zwei Benennungen einer Sprache sind beide bevorzugt, alle sind nicht zu verwenden, oder dieselbe Benennung ist in einem Begriff bevorzugt und in einem anderen desselben Sachgebiets nicht zu verwenden.',
  },
  'missing-field': { title: 'Pflichtfeld fehlt', explains: 'Ein Feld, das die Termbank verlangt, ist leer.' },
  'term-unused': {
    title: 'Nie verwendet',
    explains: 'Keine Benennung des Begriffs kommt in den Speichern vor.',
  },
  'term-otherwise': {
    title: 'Meist anders gesagt',
    explains: 'Wo die Speicher die Benennung haben, haben die meisten ihrer anderen Texte nicht die, die dazu gehört.',
  },
  'otherwise-elsewhere': {
    title: 'Heißt in einer anderen Termbank anders',
    explains: 'Eine andere Termbank hat dieselbe Benennung mit anderen Benennungen in einer anderen Sprache.',
  },
  'forbidden-in-definition': {
    title: 'Definition verwendet, was nicht verwendet werden soll',
    explains: 'Eine Definition verwendet eine Benennung, die die Termbank selbst als nicht zu verwenden kennzeichnet.',
  },
  'value-outside-list': {
    title: 'Wert außerhalb der Liste',
    explains: 'Ein Feld hat einen Wert, der nicht in der Liste steht, die die Termbank oder die Norm dafür festlegt.',
  },
  'broken-reference': {
    title: 'Bild oder Verweis ins Leere',
    explains:
      'Ein genanntes Bild ist nicht da oder heißt anders; ein Verweis führt zu keinem Eintrag, auf sich selbst oder im Kreis.',
  },
  'duplicate-in-concept': {
    title: 'Zweimal in einem Begriff',
    explains: 'Ein Begriff hat dieselbe Benennung zweimal in einer Sprache, vielleicht anders großgeschrieben.',
  },
  'definition-twice': {
    title: 'Dieselbe Definition zweimal',
    explains:
      'Zwei Begriffe haben genau dieselbe Definition: Sie können einer sein, oder eine wurde kopiert und nicht geändert.',
  },
  'definition-is-term': {
    title: 'Definition sagt nur die Benennung',
    explains: 'Eine Definition besteht nur aus Wörtern der Benennung, die sie erklären soll.',
  },
  'term-form': {
    title: 'Gebeugt oder mit Artikel',
    explains: 'Eine Benennung hat einen Artikel oder sieht wie eine gebeugte Form einer anderen aus.',
  },
  'duplicate-id': { title: 'Kennung doppelt', explains: 'Mehrere Begriffe haben dieselbe Kennung des Kunden.' },
  'subject-spelling': {
    title: 'Sachgebiet anders geschrieben',
    explains:
      'Ein Sachgebiet ist auf mehrere Arten geschrieben, die sich in Großschreibung, Mehrzahl, Leerzeichen oder Bindestrichen unterscheiden.',
  },
  'same-picture': { title: 'Dasselbe Bild', explains: 'Verschiedene Begriffe haben dasselbe Bild.' },
  'spelling-variants': {
    title: 'Zwei Schreibweisen',
    explains: 'Benennungen verschiedener Begriffe unterscheiden sich nur in Bindestrich, Leerzeichen oder Akzent.',
  },
  'missing-definition': {
    title: 'Definition fehlt',
    explains: 'Ein Begriff hat keine Definition, obwohl fast alle anderen eine haben.',
  },
  'several-terms': {
    title: 'Mehrere Benennungen in einer',
    explains: 'An der Stelle einer Benennung stehen mehrere.',
  },
  'note-in-term': {
    title: 'Anmerkung in der Benennung',
    explains: 'Grammatik oder ein Hinweis steht in Klammern im Text der Benennung.',
  },
  'all-capitals': {
    title: 'Ganz in Großbuchstaben',
    explains: 'Eine Benennung steht ganz in Großbuchstaben, obwohl die meisten ihrer Sprache das nicht tun.',
  },
  duplicate: {
    title: 'Doppelt gesagt',
    explains: 'Zwei Einheiten haben dieselbe Quelle und dasselbe Ziel.',
  },
  untranslated: {
    title: 'Nicht übersetzt',
    explains:
      'Das Ziel ist gleich der Quelle, obwohl ihre Wörter in anderen Einheiten übersetzt sind. Namen bleiben, wie sie sind.',
  },
  'sentence-missing': {
    title: 'Satz fehlt',
    explains: 'Das Ziel hat weniger Sätze als die Quelle und ist um so viel kürzer.',
  },
  length: {
    title: 'Auffällige Länge',
    explains: 'Das Ziel ist viel länger oder kürzer als die von Quellen dieser Länge in diesem Speicher.',
  },
  number: {
    title: 'Zahlen',
    explains:
      'Eine Zahl des einen Textes steht nicht im anderen, wie auch immer jede Sprache Zahlen schreibt; bis zwölf dürfen sie Wörter sein.',
  },
  placeholder: {
    title: 'Platzhalter',
    explains:
      'Eine Stelle, die ein Programm ausfüllt, fehlt, ist eine andere oder eine zu viel; eine Taste ist nicht gekennzeichnet.',
  },
  url: {
    title: 'Adressen und Pfade',
    explains: 'Eine Netzadresse, eine E-Mail-Adresse oder der Pfad einer Datei weicht ab.',
  },
  'code-missing': { title: 'Code fehlt', explains: 'Ein Code oder ein Tag der Quelle steht nicht im Ziel.' },
  'code-added': { title: 'Code zu viel', explains: 'Das Ziel hat einen Code oder ein Tag, das die Quelle nicht hat.' },
  'code-order': {
    title: 'Codes kreuzen sich',
    explains: 'Codes schließen, bevor sie öffnen, oder kreuzen sich, und in der Quelle nicht.',
  },
  'double-mark': {
    title: 'Zeichen doppelt',
    explains:
      'Ein Satzzeichen steht doppelt, oder ein Punkt neben einem anderen, und die Quelle hat nichts dergleichen.',
  },
  'space-before-mark': {
    title: 'Leerzeichen bei Satzzeichen',
    explains:
      'Vor einem Satzzeichen steht ein Leerzeichen, danach fehlt eines, oder im Französischen fehlt eines davor, obwohl der Speicher sie sonst hat.',
  },
  quotes: {
    title: 'Anführungszeichen',
    explains:
      'Ein Anführungszeichen wird geöffnet und nicht geschlossen, oder umgekehrt, und die Quelle hat sie paarweise.',
  },
  invisible: {
    title: 'Unsichtbare Zeichen',
    explains: 'Ein Text enthält ein unsichtbares Zeichen, das seine Sprache nicht braucht.',
  },
  'repeated-word': {
    title: 'Wort wiederholt',
    explains: 'Ein Wort steht zweimal hintereinander. Wörter, die eine Sprache zu Recht wiederholt, bleiben.',
  },
  'broken-encoding': {
    title: 'Zerstörte Buchstaben',
    explains: 'Buchstaben wurden in einer anderen Kodierung gelesen als geschrieben, oder gingen verloren.',
  },
  width: {
    title: 'Halb- und vollbreit',
    explains: 'Buchstaben, Ziffern oder Zeichen haben eine andere Breite als fast immer in diesem Speicher.',
  },
  'term-missing': {
    title: 'Benennung nicht verwendet',
    explains:
      'Eine Benennung der Termbank steht in der Quelle und keine ihrer Entsprechungen im Ziel, gebeugt oder nicht.',
  },
  'term-forbidden': {
    title: 'Verbotene Benennung',
    explains: 'Im Ziel steht eine Benennung, die nach der Termbank nicht zu verwenden ist.',
  },
  'word-without-term': {
    title: 'Ohne Benennung',
    explains:
      'Wörter und Wortgruppen, die in Speichern häufig sind und für die die Termbank keine Benennung hat, die wahrscheinlichsten zuerst.',
  },
  spelling: {
    title: 'Rechtschreibung',
    explains:
      'Ein Wort steht in keiner Wortliste seiner Sprache. Es bleiben: Wörter der Termbanken des Kunden, Namen, was auch im anderen Text steht, und was in fünf oder mehr Einheiten steht.',
  },
  'own-pattern': {
    title: 'Regeln des Kunden',
    explains: 'Ein Muster, das im Ziel stehen muss, fehlt, oder eines, das nicht darf, steht da.',
  },
  'long-term': {
    title: 'Viel länger als eine Benennung',
    explains: 'Eine Benennung hat mehr als zehn Wörter oder ist so lang wie ein Satz: Sie kann eine Definition sein.',
  },
  spaces: {
    title: 'Leerzeichen und unsichtbare Zeichen',
    explains:
      'Eine Benennung beginnt oder endet mit einem Leerzeichen, hat zwei hintereinander oder enthält ein unsichtbares Zeichen.',
    ofMemory: {
      title: 'Leerzeichen',
      explains: 'Ein Text beginnt oder endet mit einem Leerzeichen oder hat zwei hintereinander, und der andere nicht.',
    },
  },
  'final-punctuation': {
    title: 'Satzzeichen am Ende',
    explains:
      'Benennungen werden ohne Punkt, Komma, Doppelpunkt oder Semikolon am Ende erfasst; Abkürzungen behalten ihren Punkt.',
    ofMemory: {
      explains:
        'Das Ziel endet mit einem anderen Zeichen als die Quelle, jedes wie seine Sprache es schreibt, gegen die Gewohnheit dieses Speichers.',
    },
  },
  capitals: {
    title: 'Abweichende Großschreibung',
    explains:
      'Fast alle Benennungen einer Sprache beginnen klein und diese nicht, oder umgekehrt. Deutsche Substantive werden großgeschrieben und nur an ihren Endungen erkannt.',
    ofMemory: {
      explains:
        'Das Ziel beginnt klein, wo die Quelle groß beginnt, oder umgekehrt, gegen die Gewohnheit dieses Speichers; oder es steht ganz in Großbuchstaben.',
    },
  },
  brackets: {
    title: 'Klammern und Anführungszeichen',
    explains: 'Eine Klammer oder ein Anführungszeichen wird geöffnet und nicht geschlossen, oder umgekehrt.',
    ofMemory: {
      title: 'Klammern',
      explains: 'Eine Klammer wird geöffnet und nicht geschlossen, oder umgekehrt, und die Quelle hat sie paarweise.',
    },
  },
};
