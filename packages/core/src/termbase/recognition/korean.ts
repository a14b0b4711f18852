/**
 * Korean particles behind a noun. Which of two forms a particle has depends on the last sound of the noun (a final consonant
 * or a vowel), so that a wrong one shows another word. Particles and their forms from memory of the language's grammar.
 */

/** Behind any noun. */
const ANY =
  '의 에 에서 에게 에게서 께 께서 한테 한테서 도 만 까지 부터 마저 조차 밖에 보다 처럼 같이 만큼 마다 들 인 입니다 이다 간 없이';
/** Behind a final consonant. */
const CONSONANT = '은 이 을 과 이나 이며 이고 이라 이라고 이라도 이라는 이란 이든 이랑';
/** Behind a final consonant other than ㄹ. */
const NOT_L = '으로 으로서 으로써';
/** Behind a vowel. */
const VOWEL = '는 가 를 와 나 라도 랑';
/** Behind a vowel, or ㄹ. */
const VOWEL_OR_L = '로 로서 로써';
/** Behind other particles: "에서는", "까지의", "으로만". */
const BEHIND = '은 는 도 만 의 부터 까지 에 에서 에게 서 써';
/** Behind those that make a noun of what is before them: "사람들이", "그것만을". */
const BEHIND_NOUN = '이 가 을 를 로 으로 와 과 에 에서 에게 은 는 도 만 의';
const NOUN_LIKE: ReadonlySet<string> = new Set('들 만 까지 부터 간'.split(' '));

const set = (words: string): ReadonlySet<string> => new Set(words.split(' '));
const [ANYWHERE, AFTER_CONSONANT, AFTER_VOWEL] = [set(ANY), set(CONSONANT), set(VOWEL)];
const [AFTER_L, AFTER_OTHERS] = [set(VOWEL_OR_L), set(NOT_L)];
const [FURTHER, FURTHER_NOUN] = [set(BEHIND), set(BEHIND_NOUN)];

/** Syllables of particles that are looked at behind a noun. */
export const LONGEST_PARTICLES = 6;

/** The final consonant of a syllable, as Unicode composes it: 0 for none, 8 for ㄹ; null for what is no syllable. */
function finalOf(text: string): number | null {
  const code = text.charCodeAt(text.length - 1) - 0xac00;
  return code >= 0 && code < 11_172 ? code % 28 : null;
}

/** Whether what follows a noun is particles, in the form that the noun asks for. */
export function takesParticles(noun: string, rest: string): boolean {
  const final = finalOf(noun);
  // Nouns of one syllable with a particle are too often another word ("도로" is a road).
  if (final === null || noun.length < 2) return false;
  for (let length = Math.min(rest.length, 4); length > 0; length--) {
    const first = rest.slice(0, length);
    const fits =
      ANYWHERE.has(first) ||
      (final > 0 && AFTER_CONSONANT.has(first)) ||
      (final > 0 && final !== 8 && AFTER_OTHERS.has(first)) ||
      (final === 0 && AFTER_VOWEL.has(first)) ||
      ((final === 0 || final === 8) && AFTER_L.has(first));
    if (fits && (length === rest.length || isChain(rest.slice(length), first))) return true;
  }
  return false;
}

function isChain(rest: string, before: string): boolean {
  for (let length = Math.min(rest.length, 2); length > 0; length--) {
    const next = rest.slice(0, length);
    const fits = FURTHER.has(next) || (NOUN_LIKE.has(before) && FURTHER_NOUN.has(next));
    if (fits && (length === rest.length || isChain(rest.slice(length), next))) return true;
  }
  return false;
}
