/** The codec of the core, by iconv-lite. */
import type { Archive } from '@fair-copy/core/sheet/archive.js';
import type { EncodingName } from '@fair-copy/core/encoding/names.js';
import type { Codec } from '@fair-copy/core/encoding/detect.js';
import iconv from 'iconv-lite';
import { isUtf8 } from 'node:buffer';

/** What iconv-lite calls those that it knows by another name. */
const NAMES: Partial<Readonly<Record<EncodingName, string>>> = {
  IBM737: 'cp737',
  'x-mac-ce': 'maccenteuro',
  'x-mac-cyrillic': 'macukraine',
};
const named = (encoding: EncodingName): string => NAMES[encoding] ?? encoding;

export const codec: Codec = {
  decoder(encoding) {
    if (encoding === 'UTF-8') return ownDecoder('utf-8');
    // Without the euro sign, and one sign less, in iconv-lite.
    if (encoding === 'macintosh') return ownDecoder('macintosh');
    const decoder = iconv.getDecoder(named(encoding), { stripBOM: true });
    return {
      write: (bytes) => decoder.write(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength)),
      end: () => decoder.end() ?? '',
    };
  },
  encode(text, encoding) {
    if (encoding === 'UTF-8') return Buffer.from(text, 'utf8');
    const bytes = iconv.encode(text, named(encoding), { addBOM: false });
    return isUnicode(encoding) || iconv.decode(bytes, named(encoding)) === text ? bytes : null;
  },
};

/** The platform's: for UTF-8 four times quicker; invalid bytes become U+FFFD, a byte order mark goes. */
function ownDecoder(label: 'utf-8' | 'macintosh'): ReturnType<Codec['decoder']> {
  const decoder = new TextDecoder(label);
  return { write: (bytes) => decoder.decode(bytes, { stream: true }), end: () => decoder.decode() };
}

/** Lines longer than this are no lines: they are decoded as UTF-8. Bytes. */
const LONGEST_LINE = 1 << 20;

/** UTF-8, with lines in between that are in another encoding: those that are not valid UTF-8. */
export class MixedDecoder {
  private rest: Buffer = Buffer.alloc(0);
  private line = 0;
  /** Lines in the other encoding: how many, and the numbers of the first ones, from 1. */
  count = 0;
  readonly first: number[] = [];
  /** Their numbers, as far as they are kept. */
  readonly lines = new Set<number>();

  constructor(private readonly other: EncodingName) {}

  write(bytes: Uint8Array): string {
    const all = Buffer.concat([this.rest, bytes]);
    let text = '';
    let from = 0;
    for (let at = endOfLine(all, 0); at >= 0; at = endOfLine(all, from)) {
      text += this.decoded(all.subarray(from, at + 1));
      from = at + 1;
    }
    this.rest = all.subarray(from);
    if (this.rest.length > LONGEST_LINE) {
      const end = wholeCharacters(this.rest);
      text += this.rest.toString('utf8', 0, end);
      this.rest = this.rest.subarray(end);
    }
    return text;
  }

  end(): string {
    return this.rest.length ? this.decoded(this.rest) : '';
  }

  private decoded(line: Buffer): string {
    this.line++;
    if (isUtf8(line)) return line.toString('utf8').replace(/^\uFEFF/, '');
    this.count++;
    if (this.lines.size < KEPT_LINES) this.lines.add(this.line);
    if (this.first.length < NAMED_LINES) this.first.push(this.line);
    const decoder = codec.decoder(this.other);
    return decoder.write(line) + decoder.end();
  }
}

/** How many bytes at the beginning hold whole characters of UTF-8. */
export function wholeCharacters(bytes: Uint8Array): number {
  let at = bytes.length;
  for (let back = 1; back <= 3 && back <= bytes.length; back++) {
    const byte = bytes[bytes.length - back]!;
    if ((byte & 0xc0) === 0x80) continue;
    const length = byte >= 0xf0 ? 4 : byte >= 0xe0 ? 3 : byte >= 0xc0 ? 2 : 1;
    if (length > back) at = bytes.length - back;
    break;
  }
  return at;
}

/** So many lines are known one by one. */
const KEPT_LINES = 200_000;
/** So many lines are named. */
const NAMED_LINES = 12;

/** Where a line ends: "\n", or "\r" as old Macintoshes have it; of "\r\n" the latter. −1: nowhere any more. */
function endOfLine(bytes: Buffer, from: number): number {
  for (let at = from; at < bytes.length; at++) {
    if (bytes[at] === 10) return at;
    if (bytes[at] === 13 && at + 1 < bytes.length) return bytes[at + 1] === 10 ? at + 1 : at;
  }
  return -1;
}

/** The first character of a text that an encoding cannot write. */
export function unwritable(text: string, encoding: EncodingName): string {
  for (const char of text) if (codec.encode(char, encoding) === null) return char;
  return '';
}

function isUnicode(encoding: EncodingName): boolean {
  return encoding.startsWith('UTF') || encoding === 'GB18030';
}

/** The parts of a package are UTF-8 or UTF-16 with a byte order mark. */
export async function* partText(archive: Archive, part: string): AsyncGenerator<string> {
  let decoder: ReturnType<typeof codec.decoder> | null = null;
  for await (const chunk of archive.read(part)) {
    decoder ??= codec.decoder(chunk[0] === 0xff ? 'UTF-16LE' : chunk[0] === 0xfe ? 'UTF-16BE' : 'UTF-8');
    yield decoder.write(chunk);
  }
  if (decoder) yield decoder.end();
}
