/**
 * Korean particles behind a noun. Which of two forms a particle has depends on the last sound of the noun (a final consonant
 * or a vowel), so that a wrong one shows another word. Particles and their forms from memory of the language's grammar.
 */

/** Behind any noun. */
const ANY =
  '의 에 에서 에게 에게서 께 께서 한테 한테서 도 만 까지 부터 마저 조차 밖에 보다 처럼 같이 만큼 마다 들 인 입니다 이다 간 없이 ' +
  '이며 이고 이면 이라면 이지만 이기에 이었던 인지 일 상에 상의 상에서 에서든';
/** Behind a final consonant. */
const CONSONANT = '은 이 을 과 이나 이라 이라고 이라도 이라는 이란 이든 이랑';
/** Behind a final consonant other than ㄹ. */
const NOT_L = '으로 으로서 으로써';
/** Behind a vowel. */
const VOWEL = '는 가 를 와 나 라 라고 라도 라는 라면 며 랑';
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
  if (final === null) return false;
  if (noun.length < 2) return takesOne(noun, rest, final);
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

/** Particles that make no other word of a noun of one syllable. */
const PLAIN = set(
  '를 에 에서 에게 까지 부터 처럼 마다 만큼 밖에 없이 입니다 에는 에도 에만 에서는 에서도 에서만 까지는 부터는',
);
const PLAIN_AFTER_CONSONANT = set('으로 으로는 으로도');
/**
 * Words that are no noun of one syllable with a particle: "종이" is paper, not a bell; "회의" a meeting; "작은" is small.
 * The commonest of them; common knowledge of the language.
 */
const OTHER_WORDS = set(
  '마을 가을 노을 고을 겨을 남을 담을 감을 신을 안을 품을 죽을 물을 ' +
    '종이 길이 벌이 풀이 놀이 맏이 손이 깊이 높이 ' +
    '검은 죽은 남은 담은 감은 신은 안은 품은 작은 같은 많은 좋은 ' +
    '창의 정의 협의 동의 논의 합의 강의 결의 문의 편의 성의 신의 본의 임의 민의 상의 실의 열의 탈의 악의 적의 건의 질의 심의 선의 ' +
    '회의 주의 유의 예의 고의 사의 제의 호의 토의 수의 자의 차의 서의 이의 거의 무의 타의 전의 ' +
    '결과 성과 학과 통과 경과 본과 문과 약과 안과 전과 일과 백과 법과 농과 공과 단과 군과 초과 불과 ' +
    '도로 수로 회로 서로 새로 바로 따로 미로 유로 세로 가로 주로 대로 별로 철로 활로 제로 해로 기로 위로 보로 포로 애로 피로 하로 그로 어로 사로 과로 차로 실로 진로 선로 ' +
    '하는 보는 주는 사는 자는 가는 나는 서는 지는 타는 파는 오는 되는 두는 내는 매는 세는 재는 쓰는 크는 모는 이는 그는 ' +
    '추가 휴가 시가 고가 주가 유가 허가 대가 저가 부가 수가 요가 화가 자가 초가 외가 처가 무가 사가 누가 내가 네가 제가 아가 국가 ' +
    '기와 그들 이들 저들 흔들 만들 아들 버들 산들 반들 시들',
);
const SHORT = set('은 이 을 과 의 들');
const SHORT_AFTER_VOWEL = set('는 가 와 의 로 들');

/** Whether a noun of one syllable stands before particles: only those that seldom make another word of it. */
function takesOne(noun: string, rest: string, final: number): boolean {
  if (OTHER_WORDS.has(noun + rest)) return false;
  if (PLAIN.has(rest)) return rest !== '를' || final === 0;
  if (PLAIN_AFTER_CONSONANT.has(rest)) return final > 0 && final !== 8;
  if (rest === '로') return final === 8 || final === 0;
  return (final > 0 ? SHORT : SHORT_AFTER_VOWEL).has(rest);
}

function isChain(rest: string, before: string): boolean {
  for (let length = Math.min(rest.length, 2); length > 0; length--) {
    const next = rest.slice(0, length);
    const fits = FURTHER.has(next) || (NOUN_LIKE.has(before) && FURTHER_NOUN.has(next));
    if (fits && (length === rest.length || isChain(rest.slice(length), next))) return true;
  }
  return false;
}
