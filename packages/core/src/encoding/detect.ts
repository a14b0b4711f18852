/**
 * Which encoding a file is in: byte order mark, then valid UTF-8, then the candidate whose decoded letters fit the
 * language of the text best; the runner-up is offered. Decoding itself is done by a codec given from outside.
 */
import { because, type Reason } from '../guess.js';
import { ALPHABETS } from '../language/alphabets.js';
import { identifyPooled } from '../language/identify.js';
import type { EncodingName } from './names.js';

/** Turns bytes of a named encoding into text and back; names are those of `ENCODINGS`. */
export interface Codec {
  decoder(encoding: EncodingName): TextDecoding;
  /** Null where the encoding has no such character; otherwise the bytes. */
  encode(text: string, encoding: EncodingName): Uint8Array | null;
}

/** Decodes piece by piece; unreadable bytes become U+FFFD. */
export interface TextDecoding {
  write(bytes: Uint8Array): string;
  end(): string;
}

export interface EncodingGuess {
  readonly encoding: EncodingName;
  /** 0 to 1. */
  readonly sureness: number;
  readonly reason: Reason;
  readonly byteOrderMark: boolean;
  /** Nearly as likely, best first, and different on this very text. */
  readonly runnersUp: readonly EncodingName[];
}

const SAMPLE = 48 * 1024;

/**
 * Looks at a whole file in pieces and keeps what decides about its encoding: the beginning, the lines with bytes
 * beyond ASCII, and whether all of it is valid UTF-8. Memory: under 100 kB.
 */
export class EncodingSampler {
  private head: number[] = [];
  private high: number[] = [];
  private line: number[] = [];
  private lineHigh = false;
  private pending = 0;
  private floor = 0x80;
  private ceiling = 0xbf;
  private bytes = 0;
  private nulEven = 0;
  private nulOdd = 0;
  utf8 = true;
  ascii = true;

  write(chunk: Uint8Array): void {
    for (let i = 0; i < chunk.length; i++) {
      const byte = chunk[i]!;
      if (this.head.length < SAMPLE) this.head.push(byte);
      if (byte === 0 && this.bytes < SAMPLE) {
        if (this.bytes % 2) this.nulOdd++;
        else this.nulEven++;
      }
      this.bytes++;
      if (byte >= 0x80) {
        this.ascii = false;
        this.lineHigh = true;
      }
      if (this.utf8 && (this.pending > 0 || byte >= 0x80)) this.followUtf8(byte);
      if (this.high.length < SAMPLE) this.keepLine(byte);
    }
  }

  private keepLine(byte: number): void {
    if (this.line.length < 2000) this.line.push(byte);
    if (byte !== 10 && byte !== 13) return;
    if (this.lineHigh) this.high.push(...this.line);
    this.line = [];
    this.lineHigh = false;
  }

  /** RFC 3629: continuation bytes, with the ranges that exclude overlong forms and surrogates. */
  private followUtf8(byte: number): void {
    if (this.pending > 0) {
      if (byte < this.floor || byte > this.ceiling) this.utf8 = false;
      this.pending--;
      this.floor = 0x80;
      this.ceiling = 0xbf;
      return;
    }
    if (byte >= 0xc2 && byte <= 0xdf) this.pending = 1;
    else if (byte >= 0xe0 && byte <= 0xef) {
      this.pending = 2;
      if (byte === 0xe0) this.floor = 0xa0;
      if (byte === 0xed) this.ceiling = 0x9f;
    } else if (byte >= 0xf0 && byte <= 0xf4) {
      this.pending = 3;
      if (byte === 0xf0) this.floor = 0x90;
      if (byte === 0xf4) this.ceiling = 0x8f;
    } else this.utf8 = false;
  }

  /** The guess from all that was written. */
  guess(codec: Codec): EncodingGuess {
    const [a, b, c] = this.head;
    const sure = (encoding: EncodingName, reason: Reason, byteOrderMark: boolean, sureness = 1): EncodingGuess => ({
      encoding,
      sureness,
      reason,
      byteOrderMark,
      runnersUp: [],
    });
    if (a === 0xef && b === 0xbb && c === 0xbf)
      return sure('UTF-8', because('byte-order-mark', { encoding: 'UTF-8' }), true);
    if (a === 0xff && b === 0xfe) return sure('UTF-16LE', because('byte-order-mark', { encoding: 'UTF-16' }), true);
    if (a === 0xfe && b === 0xff) return sure('UTF-16BE', because('byte-order-mark', { encoding: 'UTF-16' }), true);
    const half = Math.min(this.bytes, SAMPLE) / 2;
    if (this.nulOdd > half * 0.2 && this.nulEven < half * 0.05)
      return sure('UTF-16LE', because('zero-bytes'), false, 0.97);
    if (this.nulEven > half * 0.2 && this.nulOdd < half * 0.05)
      return sure('UTF-16BE', because('zero-bytes'), false, 0.97);
    if (this.ascii) return sure('UTF-8', because('ascii'), false);
    if (this.utf8 && this.pending === 0) return sure('UTF-8', because('valid-utf8'), false, 0.99);
    const rest = this.lineHigh ? [...this.high, ...this.line] : this.high;
    return bestOf(Uint8Array.from(rest.length ? rest : this.head), codec);
  }
}

const SINGLE: readonly EncodingName[] = [
  'windows-1252',
  'windows-1250',
  'windows-1251',
  'windows-1253',
  'windows-1254',
  'windows-1255',
  'windows-1256',
  'windows-1257',
  'ISO-8859-2',
  'ISO-8859-15',
  'KOI8-R',
];
const DOUBLE: readonly EncodingName[] = ['Shift_JIS', 'EUC-JP', 'GB18030', 'Big5', 'EUC-KR'];

function bestOf(sample: Uint8Array, codec: Codec): EncodingGuess {
  const decode = (encoding: EncodingName): string => {
    const decoder = codec.decoder(encoding);
    return decoder.write(sample) + decoder.end();
  };
  const scored = [
    ...DOUBLE.map((encoding) => ({
      encoding,
      text: decode(encoding),
      score: doubleByteScore(sample, encoding, decode(encoding)),
    })),
    ...SINGLE.map((encoding) => {
      const text = decode(encoding);
      return { encoding, text, score: singleByteScore(text, encoding) };
    }),
  ].sort((x, y) => y.score - x.score);
  const best = scored[0]!;
  const rivals = scored.slice(1).filter((r) => r.text !== best.text && r.score > best.score - 0.25);
  const margin = best.score - (scored.find((s) => s.text !== best.text)?.score ?? -1);
  return {
    encoding: best.encoding,
    sureness: Math.max(0.35, Math.min(0.98, 0.6 + margin)) * (best.score > 0.4 ? 1 : 0.7),
    reason: because('letters-fit', { encoding: best.encoding }),
    byteOrderMark: false,
    runnersUp: rivals.slice(0, 3).map((r) => r.encoding),
  };
}

/** Where the frequent characters of a double-byte encoding lie: lead bytes of kana and of the first level. */
function isCommon(encoding: EncodingName, lead: number): boolean {
  switch (encoding) {
    case 'Shift_JIS':
      return (lead >= 0x81 && lead <= 0x83) || (lead >= 0x88 && lead <= 0x97);
    case 'EUC-JP':
      return lead === 0xa1 || lead === 0xa4 || lead === 0xa5 || (lead >= 0xb0 && lead <= 0xcf);
    case 'GB18030':
      return lead === 0xa1 || lead === 0xa3 || (lead >= 0xb0 && lead <= 0xd7);
    case 'Big5':
      return lead === 0xa1 || (lead >= 0xa4 && lead <= 0xc6);
    default:
      return lead === 0xa1 || (lead >= 0xb0 && lead <= 0xc8);
  }
}

/** −1 to about 1: the share of frequent characters among the double-byte ones, less what cannot be read. */
function doubleByteScore(sample: Uint8Array, encoding: EncodingName, text: string): number {
  let pairs = 0;
  let common = 0;
  let kana = 0;
  for (let i = 0; i < sample.length - 1; i++) {
    const lead = sample[i]!;
    if (lead < 0x80) continue;
    if (encoding === 'Shift_JIS' && lead >= 0xa1 && lead <= 0xdf) {
      pairs++;
      common += 0.2;
      continue;
    }
    pairs++;
    const trail = sample[++i]!;
    if (isCommon(encoding, lead) && (trail >= 0xa1 || encoding === 'Shift_JIS' || encoding === 'Big5')) common++;
    if (
      (encoding === 'EUC-JP' && (lead === 0xa4 || lead === 0xa5)) ||
      (encoding === 'Shift_JIS' && (lead === 0x82 || lead === 0x83))
    )
      kana++;
  }
  if (pairs === 0) return -1;
  const unreadable = (text.match(/\uFFFD/g)?.length ?? 0) / pairs;
  const letters = text.match(/[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Hang}]/gu)?.length ?? 0;
  const script = letters / pairs;
  // Korean syllables are a small part of the range of Chinese characters: nearly all of them there means Korean.
  const share = common / pairs;
  const hint = encoding === 'EUC-KR' ? (share > 0.96 ? 0.06 : -0.15) : kana / pairs > 0.15 ? 0.06 : 0;
  // Runs: double-byte text comes in words of two and more; a lone accented letter does not.
  const runs = text.match(/[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Hang}]{2,}/gu)?.join('').length ?? 0;
  // "Barth幨emy": a character in the middle of a Latin word is an accented letter read wrongly.
  const inside = (text.match(/[a-z][\p{sc=Han}\p{sc=Hang}]|[\p{sc=Han}\p{sc=Hang}][a-z]/gu)?.length ?? 0) / pairs;
  return (
    share * 0.6 + Math.min(1, script) * 0.2 + (letters ? (runs / letters) * 0.2 : 0) + hint - unreadable * 3 - inside
  );
}

const TYPOGRAPHY = /[“”„‚«»‹›–—…’‘§°€£©®±²³µ·×½¼¾¿¡№™ªº\u00A0\u202F]/u;

/** −3 to about 1: how well the letters beyond ASCII fit words of the language that the text seems to be in. */
function singleByteScore(text: string, encoding: EncodingName): number {
  const lines = text
    .split(/[\r\n]+/)
    .filter(Boolean)
    .slice(0, 400);
  const cells = lines.flatMap((line) => line.split(/[\t;|,]/)).filter((cell) => /\p{L}{2}/u.test(cell));
  const languages = identifyPooled(cells, 300).filter((l) => l.share > 0.08);
  let sum = 0;
  let count = 0;
  for (let i = 0; i < text.length; i++) {
    if (text.charCodeAt(i) < 128) continue;
    sum += characterScore(text, i, languages);
    count++;
  }
  if (count === 0) return -1;
  return (
    sum / count + (encoding === 'windows-1252' ? 0.02 : encoding.startsWith('ISO') || encoding === 'KOI8-R' ? -0.01 : 0)
  );
}

function characterScore(text: string, i: number, languages: readonly { language: string; share: number }[]): number {
  const char = text[i]!;
  const code = char.charCodeAt(0);
  if (code === 0xfffd || (code >= 0x80 && code < 0xa0)) return -3;
  const before = text[i - 1] ?? ' ';
  const after = text[i + 1] ?? ' ';
  const between = /\p{L}/u.test(before) && /\p{L}/u.test(after);
  if (!/\p{L}/u.test(char)) {
    if (/\p{M}/u.test(char)) return between ? 0.2 : -1;
    return TYPOGRAPHY.test(char)
      ? between && char !== '’' && char !== '·' && char !== '\u00A0'
        ? -1
        : 0.3
      : between
        ? -1.5
        : -0.5;
  }
  if (/\p{Ll}/u.test(before) && /\p{Lu}/u.test(char)) return -1;
  const script = /\p{sc=Latn}/u.test(char) ? 'Latn' : null;
  if (script === null) {
    const latin = /[A-Za-z]/;
    return latin.test(before) || latin.test(after) ? -1 : 0.9;
  }
  const lower = char.toLowerCase();
  const home = languages.reduce(
    (best, l) => (ALPHABETS[l.language]?.includes(lower) ? Math.max(best, l.share) : best),
    0,
  );
  const crowd = code > 127 && before.charCodeAt(0) > 127 && /\p{L}/u.test(before) ? -0.4 : 0;
  return (home > 0 ? 0.6 + Math.min(0.4, home) : -0.6) + crowd;
}
