/**
 * Turkish: plural, possessor, case and copula in this order, by vowel harmony, behind a stem whose last consonant may
 * soften and whose last vowel may fall (Göksel & Kerslake 2005, "Turkish: a comprehensive grammar", ch. 2, 6 and 8;
 * from memory).
 */
import { chained, exchanged, type Inflection, type Place, type Stem } from '../inflection.js';

const I = '[ıiuü]';
const A = '[ae]';
const COPULA = `(?:[dt]${I}r(?:l${A}r)?|y?[dt]${I}|ys${A}|ym${I}ş|k${I}|ki(?:n${I}|nd${A}|ler)?|ken|yken)`;
const ENDINGS = chained(
  new RegExp(
    `^(?:l${A}r)?(?:(?:${I}m|m)(?:${I}z)?|(?:${I}n|n)(?:${I}z)?|s?${I}|l${A}r${I}|y${I})?` +
      `(?:n?${I}n|[yn]?${I}|[yn]?${A}|n?[dt]${A}(?:n)?|n?[dt]${A}ki(?:l${A}r)?(?:n?${I}n|n${I}|n${A})?|y?l${A})?(?:${COPULA})?$`,
    'u',
  ),
  'case',
);
const VERB = chained(
  new RegExp(
    `^(?:m${A}|m)?(?:y?${A}bil|y?${A}m${A})?(?:${I}yor|[ae]?r|${I}r|m${A}z|[dt]${I}|m${I}ş|y?${A}c${A}[kğ]|m${A}l${I}|s${A}|y?${A}|m${A}(?:k|ğ)?|y?${I}ş|y?${A}n|[dt]${I}[kğ]|y?${I}p|y?${A}r${A}k|${I}l|${I}n|)` +
      `(?:l${A}r)?(?:s?${I}|${I}m|m|n|(?<=[dt]${I}|s${A})k|s${I}n(?:${I}z|l${A}r)?|${I}z|y?${I}z)?(?:n?${I}n|[yn]?${I}|[yn]?${A}|n?[dt]${A}(?:n)?|y?l${A})?(?:[dt]${I}r|y?[dt]${I}|ys${A})?$`,
    'u',
  ),
  'verb',
);

/** A vowel falls before an ending in a vowel: "şehir – şehri". */
const FALLING = exchanged(`
  akıl:akl şehir:şehr resim:resm kısım:kısm ağız:ağz burun:burn oğul:oğl nehir:nehr isim:ism izin:izn hacim:hacm beyin:beyn
  boyun:boyn göğüs:göğs karın:karn alın:aln ömür:ömr zehir:zehr cisim:cism metin:metn fikir:fikr şekil:şekl emir:emr vakit:vakt
  nakil:nakl asıl:asl nesil:nesl kayıt:kayd seyir:seyr keşif:keşf tavır:tavr devir:devr hüküm:hükm ilim:ilm
  hak:hakk hat:hatt his:hiss zam:zamm had:hadd sır:sırr üs:üss tıp:tıbb şahıs:şahs fasıl:fasl ufuk:ufk vasıf:vasf sabır:sabr kabir:kabr özür:özr gönül:gönl omuz:omz avuç:avc cebir:cebr nutuk:nutk ret:redd af:aff zan:zann zıt:zıdd su:suy ne:ney nabız:nabz meyil:meyl
`);

/** "İ" and "I" are two letters; what follows an apostrophe is an ending, and a word of its own for us. */
function stems(word: string, _written: string, { of, index }: Place): Stem[] {
  const found: Stem[] = [{ text: word, endings: harmonic(word) }];
  const soft: Readonly<Record<string, string>> = { k: 'ğ', ç: 'c', t: 'd', p: 'b' };
  const last = soft[word.at(-1)!];
  // Only before a vowel: "kapak – kapağı", never "kapağta".
  if (last && word.length > 2)
    found.push({ text: word.slice(0, -1) + (word.endsWith('nk') ? 'g' : last), endings: beforeVowel });
  for (const form of FALLING.get(word) ?? []) found.push({ text: form, endings: beforeVowel });
  // Compounds of two nouns lose their possessive: "kapı kolu – kapı kolları", "su yolu – su yolunu".
  if (of > 1 && index === of - 1 && /[^aeıioöuü]s?[ıiuü]$/u.test(word)) {
    const bare = word.replace(/s?[ıiuü]$/u, '');
    found.push({ text: bare, endings: compound }, { text: word.slice(0, -1), endings: compound });
  }
  if (/m[ae]k$/u.test(word)) {
    const stem = word.slice(0, -3);
    found.push({ text: stem, endings: VERB });
    if (/[ae]$/u.test(stem)) found.push({ text: stem.slice(0, -1), endings: progressive });
    if (stem.endsWith('t')) found.push({ text: stem.slice(0, -1) + 'd', endings: VERB });
  }
  return found;
}

/** The first vowel of what follows goes with the last of the word; many loans in -at, -al, -ol take the other. */
function harmonic(word: string): Stem['endings'] {
  const last = /[aeıioöuüâîû](?=[^aeıioöuüâîû]*$)/u.exec(word)?.[0];
  const isFree = !last || /(?:[aâ][tlkfrs]|[oö]l|[aâ]rt?|rk|rp|[âîû][^aeıioöuü]*)$/u.test(word);
  const fits = /[aıâ]/u.test(last ?? '')
    ? /[aı]/u
    : /[ei]|î/u.test(last ?? '')
      ? /[ei]/u
      : /[ou]/u.test(last ?? '')
        ? /[au]/u
        : /[eü]/u;
  const endsInVowel = /[aeıioöuü]$/u.test(word);
  return (rest) => {
    const first = /[aeıioöuü]/u.exec(rest)?.[0];
    if (endsInVowel && first && rest.startsWith(first)) return null;
    if (!isFree && first && first !== 'o' && !fits.test(first)) return null;
    return ENDINGS(rest);
  };
}

const beforeVowel: Stem['endings'] = (rest) => (/^[aeıioöuü]/u.test(rest) ? ENDINGS(rest) : null);
const compound: Stem['endings'] = (rest) => (/^l[ae]r[ıi]/u.test(rest) ? ENDINGS(rest) : null);
const progressive: Stem['endings'] = (rest) => (/^[ıiuü]yor/u.test(rest) ? VERB(rest) : null);

export const TURKISH: Inflection = {
  fold: (word) => word.toLocaleLowerCase('tr'),
  stems,
  longest: 14,
  links: null,
};
