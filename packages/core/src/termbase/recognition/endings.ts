/**
 * Languages that put ending on ending: a form is the word, with the changes that its end undergoes, and up to four
 * endings behind it. Used beside the stemmers, which take off fewer. Endings from memory of the languages' grammars;
 * what they are worth is measured in `npm run bench`.
 */

interface Agglutination {
  readonly endings: RegExp;
  /** The beginnings that forms of the word can have. */
  readonly bases: (word: string) => readonly string[];
}

const chain = (list: string): RegExp => new RegExp(`^(?:${list.split(' ').join('|')}){1,4}$`, 'u');

const TURKISH: Agglutination = {
  endings: chain(
    'lar ler ı i u ü sı si su sü nı ni nu nü yı yi yu yü nın nin nun nün ın in un ün a e ya ye na ne da de ta te nda nde dan den tan ten ndan nden la le yla yle ki mız miz muz müz ımız imiz nız niz',
  ),
  bases: (word) => {
    const soft: Readonly<Record<string, string>> = { k: 'ğ', ç: 'c', t: 'd', p: 'b' };
    const last = soft[word.at(-1)!];
    return last ? [word, word.slice(0, -1) + last] : [word];
  },
};

const HUNGARIAN: Agglutination = {
  endings: chain(
    'k ok ek ök ak t ot et öt at ban ben ba be ból ből nak nek val vel ra re ról ről hoz hez höz tól től on en ön n ig ért ként ja je a e á é i unk ünk jai jei ai ei jk juk jük uk ük ú ű jú jű',
  ),
  bases: (word) =>
    word.endsWith('a')
      ? [word, word.slice(0, -1) + 'á']
      : word.endsWith('e')
        ? [word, word.slice(0, -1) + 'é']
        : [word],
};

/** The weak grade of the last consonants (Finnish consonant gradation). */
const WEAK: readonly (readonly [RegExp, string])[] = [
  [/kk(?=[aeiouyäö]{1,2}$)/u, 'k'],
  [/pp(?=[aeiouyäö]{1,2}$)/u, 'p'],
  [/tt(?=[aeiouyäö]{1,2}$)/u, 't'],
  [/nk(?=[aeiouyäö]{1,2}$)/u, 'ng'],
  [/nt(?=[aeiouyäö]{1,2}$)/u, 'nn'],
  [/mp(?=[aeiouyäö]{1,2}$)/u, 'mm'],
  [/lt(?=[aeiouyäö]{1,2}$)/u, 'll'],
  [/rt(?=[aeiouyäö]{1,2}$)/u, 'rr'],
  [/(?<=[aeiouyäölrh])t(?=[aeiouyäö]{1,2}$)/u, 'd'],
  [/(?<=[aeiouyäölr])p(?=[aeiouyäö]{1,2}$)/u, 'v'],
  [/(?<=[aeiouyäölr])k(?=[aeiouyäö]{1,2}$)/u, ''],
];

const FINNISH: Agglutination = {
  endings: chain(
    'n t a ä ta tä tta ttä ssa ssä sta stä lla llä lta ltä lle na nä ksi kse en in an än on ön un yn iin een seen den ten tten in i j jen ien ihin issa issä ista istä illa illä ilta iltä ille ja jä oja öjä ejä nsa nsä mme nne ni kin ko kö han hän e o ö',
  ),
  bases: (word) => {
    const found = new Set([word]);
    for (const [pattern, weak] of WEAK) if (pattern.test(word)) found.add(word.replace(pattern, weak));
    // Nouns in -in and -nen, and final vowels that give way to a plural: "valitsin, valitsimen", "raja, rajojen".
    if (word.endsWith('in')) found.add(word.slice(0, -1) + 'm');
    if (word.endsWith('nen')) found.add(word.slice(0, -3) + 's');
    if (word.endsWith('e')) found.add(word + 'e');
    for (const base of [...found]) if (/[aäi]$/u.test(base) && base.length > 4) found.add(base.slice(0, -1));
    return [...found];
  },
};

const LANGUAGES: Readonly<Record<string, Agglutination>> = { tr: TURKISH, hu: HUNGARIAN, fi: FINNISH };

export function agglutination(primary: string): Agglutination | null {
  return LANGUAGES[primary] ?? null;
}
