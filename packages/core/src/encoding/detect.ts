/**
 * Which encoding a file is in: byte order mark, then valid UTF-8, then the candidate whose decoded letters fit the
 * language of the text best; the runner-up is offered. Decoding itself is done by a codec given from outside.
 */
import { because, type Reason } from '../guess.js';
import { lettersFit } from './letters-fit.js';
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
  /** In a text that is UTF-8 for the rest: the encoding of the lines that are not. */
  readonly otherLines?: EncodingName;
  /** Nearly as likely, best first, and different on this very text. */
  readonly runnersUp: readonly EncodingName[];
}

/** Bytes. */
const SAMPLE = 48 * 1024;
/** Bytes of a line that are looked at. */
const LONGEST_LINE = 2000;

/**
 * Looks at a whole file in pieces and keeps what decides about its encoding: the beginning, the lines with bytes
 * beyond ASCII, and whether all of it is valid UTF-8. Memory: under 100 kB.
 */
export class EncodingSampler {
  private head: number[] = [];
  /** The lines with bytes beyond ASCII: those that are valid UTF-8, and the others. */
  private readonly valid = new LineSample();
  private readonly other = new LineSample();
  private line: number[] = [];
  private lineHigh = false;
  private lineUtf8 = true;
  private pending = 0;
  private floor = 0x80;
  private ceiling = 0xbf;
  private bytes = 0;
  private nulEven = 0;
  private nulOdd = 0;
  private ascii = true;

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
      if (this.lineUtf8 && (this.pending > 0 || byte >= 0x80)) this.followUtf8(byte);
      if (this.line.length < LONGEST_LINE && !(this.valid.full && this.other.full)) this.line.push(byte);
      if (byte === 10 || byte === 13) this.endLine();
    }
  }

  private endLine(): void {
    if (this.pending > 0) this.lineUtf8 = false;
    if (this.lineHigh) (this.lineUtf8 ? this.valid : this.other).take(this.line);
    this.line = [];
    this.lineHigh = false;
    this.lineUtf8 = true;
    this.pending = 0;
  }

  /** RFC 3629: continuation bytes, with the ranges that exclude overlong forms and surrogates. */
  private followUtf8(byte: number): void {
    if (this.pending > 0) {
      if (byte < this.floor || byte > this.ceiling) this.lineUtf8 = false;
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
    } else this.lineUtf8 = false;
  }

  /** The guess from all that was written; of an encoding that a person chose, whether lines of UTF-8 are among the text. */
  guess(codec: Codec, chosen?: EncodingName): EncodingGuess {
    if (this.line.length > 0) this.endLine();
    const [a, b, c] = this.head;
    const sure = (encoding: EncodingName, reason: Reason, byteOrderMark: boolean, sureness = 1): EncodingGuess => ({
      encoding,
      sureness,
      reason,
      byteOrderMark,
      runnersUp: [],
    });
    if (chosen) {
      const found = sure(chosen, because('chosen'), false);
      return chosen.startsWith('UTF') ? found : (this.mixed(codec, found) ?? found);
    }
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
    if (this.other.count === 0) return sure('UTF-8', because('valid-utf8'), false, 0.99);
    return this.mixed(codec) ?? bestOf(this.highBytes(), codec);
  }

  /** Lines that are valid UTF-8 by chance belong to the others. */
  private highBytes(): Uint8Array {
    return Uint8Array.from([...this.other.bytes, ...this.valid.bytes].slice(0, SAMPLE));
  }

  /** Some lines are UTF-8 and read better so than in the encoding of the others. */
  private mixed(codec: Codec, chosen?: EncodingGuess): EncodingGuess | null {
    if (this.valid.count === 0 || this.other.count === 0) return null;
    const others = chosen ?? bestOf(Uint8Array.from(this.other.bytes), codec);
    const valid = Uint8Array.from(this.valid.bytes);
    const asUtf8 = lettersFit(decoded(valid, 'UTF-8', codec));
    if (asUtf8 < lettersFit(decoded(valid, others.encoding, codec)) + CLEARLY_BETTER) return null;
    const { count } = this.valid;
    return {
      ...others,
      encoding: 'UTF-8',
      otherLines: others.encoding,
      reason: because('lines-in-two-encodings', { utf8: count, count: this.other.count, other: others.encoding }),
    };
  }
}

/** How much better, in `lettersFit`, lines have to read as UTF-8 for a text to be taken as one of two encodings. */
const CLEARLY_BETTER = 0.3;

/** Lines of a file, as many as it takes to tell their encoding. */
class LineSample {
  readonly bytes: number[] = [];
  /** All that there are. */
  count = 0;

  get full(): boolean {
    return this.bytes.length >= SAMPLE;
  }

  take(line: readonly number[]): void {
    this.count++;
    if (this.full) return;
    for (const byte of line) this.bytes.push(byte);
    if (this.bytes.at(-1) !== 10) this.bytes.push(10);
  }
}

function decoded(bytes: Uint8Array, encoding: EncodingName, codec: Codec): string {
  const decoder = codec.decoder(encoding);
  return decoder.write(bytes) + decoder.end();
}

/** With how much readier each is taken than the others, where both fit: how often files are in it. Common practice. */
const SINGLE: Readonly<Partial<Record<EncodingName, number>>> = {
  'windows-1252': 0.02,
  'windows-1250': 0,
  'windows-1251': 0,
  'windows-1253': 0,
  'windows-1254': 0,
  'windows-1255': 0,
  'windows-1256': 0,
  'windows-1257': 0,
  'windows-1258': -0.01,
  'windows-874': 0,
  'ISO-8859-2': -0.01,
  'ISO-8859-5': -0.02,
  'ISO-8859-7': -0.02,
  'ISO-8859-9': -0.02,
  'ISO-8859-15': -0.01,
  'KOI8-R': -0.01,
  'KOI8-U': -0.02,
  IBM850: -0.03,
  IBM437: -0.04,
  IBM852: -0.03,
  IBM866: -0.03,
  IBM737: -0.04,
  IBM775: -0.06,
  IBM855: -0.05,
  IBM857: -0.04,
  IBM862: -0.04,
  macintosh: -0.03,
  'x-mac-ce': -0.04,
  'x-mac-cyrillic': -0.04,
};
const DOUBLE: readonly EncodingName[] = ['Shift_JIS', 'EUC-JP', 'GB18030', 'Big5', 'EUC-KR'];

/** Letters beyond ASCII that tell an encoding by themselves. */
const ENOUGH = 10;

function bestOf(sample: Uint8Array, codec: Codec): EncodingGuess {
  // The more letters there are, the less it matters how often files are in an encoding.
  const weight = Math.min(1, ENOUGH / sample.filter((byte) => byte > 127).length);
  const scored = [
    ...DOUBLE.map((encoding) => {
      const text = decoded(sample, encoding, codec);
      return { encoding, text, score: doubleByteScore(sample, encoding, text) };
    }),
    ...(Object.entries(SINGLE) as [EncodingName, number][]).map(([encoding, readiness]) => {
      const text = decoded(sample, encoding, codec);
      return { encoding, text, score: lettersFit(text) + readiness * weight };
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
  // "f−r": so is any other sign there, of which a text in these scripts has a few at most.
  const strange = (text.match(/[A-Za-z][^\0-\x7F]|[^\0-\x7F][A-Za-z]/g)?.length ?? 0) / pairs;
  return (
    share * 0.6 +
    Math.min(1, script) * 0.2 +
    (letters ? (runs / letters) * 0.2 : 0) +
    hint -
    unreadable * 3 -
    inside -
    Math.max(0, strange - 0.4)
  );
}
