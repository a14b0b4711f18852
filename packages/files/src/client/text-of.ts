/** The text of a file: in which encoding, and piece by piece. */
import { because } from '@fair-copy/core/guess.js';
import { diagnostic, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import type { EncodingReading } from '@fair-copy/core/intake/reading.js';
import { createReadStream } from 'node:fs';
import { encodingNamed, type EncodingName } from '@fair-copy/core/encoding/names.js';
import { EncodingSampler, type EncodingGuess } from '@fair-copy/core/encoding/detect.js';
import { codec, MixedDecoder } from '../codec.js';

/** Bytes that are read at once. */
const PIECE = 1 << 18;
/** As much text as it takes to see how the rows are cut. */
const HEAD = 200_000;

/** What a text is decoded by. */
type TextForm = Pick<EncodingReading, 'value' | 'otherLines'>;

/** How sure the encoding of a reading is, and why. */
export function encodingReading({ encoding, sureness, reason, otherLines }: EncodingGuess): EncodingReading {
  return {
    value: encoding,
    sureness,
    reason,
    ...(otherLines && { otherLines }),
    ...(reason.code === 'chosen' && { set: true }),
  };
}

export class TextOf {
  /** Bytes since it was last set to 0. */
  bytesRead = 0;
  /** What read the text last, where it is in two encodings. */
  private mixed: MixedDecoder | null = null;

  /** @param declares finds an encoding that the beginning of the file declares; left out: it declares none */
  constructor(
    private readonly path: string,
    private readonly declares: (head: string) => string | undefined = () => undefined,
  ) {}

  /** Looks through the whole file, unless it declares its encoding or a person has chosen one. */
  async encoding(chosen: EncodingName | undefined): Promise<EncodingGuess> {
    const sampler = new EncodingSampler();
    let head = '';
    for await (const chunk of createReadStream(this.path, { highWaterMark: PIECE })) {
      if (!head) head = (chunk as Buffer).subarray(0, 2000).toString('latin1');
      sampler.write(chunk as Buffer);
    }
    if (chosen) return sampler.guess(codec, chosen);
    const declared = encodingNamed(this.declares(head) ?? '');
    // Whoever declares a form of Unicode may still be wrong.
    if (declared && !declared.startsWith('UTF'))
      return {
        encoding: declared,
        sureness: 0.97,
        reason: because('file-declares'),
        byteOrderMark: false,
        runnersUp: [],
      };
    return sampler.guess(codec);
  }

  async *pieces({ value, otherLines }: TextForm): AsyncGenerator<string> {
    this.mixed = otherLines ? new MixedDecoder(otherLines) : null;
    const decoder = this.mixed ?? codec.decoder(value);
    for await (const chunk of createReadStream(this.path, { highWaterMark: PIECE })) {
      this.bytesRead += (chunk as Buffer).length;
      yield decoder.write(chunk as Buffer);
    }
    yield decoder.end();
  }

  /** Whether a line that was just read was in the other encoding. */
  isRecoded(line: number): boolean {
    return this.mixed?.lines.has(line) ?? false;
  }

  /** After the text was read to its end: which lines of it were in another encoding. */
  mixedNotes({ value, otherLines }: TextForm): Diagnostic[] {
    if (!this.mixed || !otherLines) return [];
    const { count, first } = this.mixed;
    const lines = first.join(', ') + (count > first.length ? ' …' : '');
    return [
      diagnostic('encoding-mixed', { encoding: value, other: otherLines, count, lines }, { line: first[0] ?? 1 }),
    ];
  }

  /** The beginning, and whether that is all. */
  async head(form: TextForm): Promise<[text: string, whole: boolean]> {
    let text = '';
    for await (const piece of this.pieces(form)) {
      text += piece;
      if (text.length >= HEAD) break;
    }
    return text.length > HEAD ? [text.slice(0, HEAD), false] : [text, true];
  }
}

/** What XML and HTML declare of their encoding. */
export function markupDeclares(head: string): string | undefined {
  return (/<\?xml[^>]*encoding=["']([^"']+)["']/.exec(head) ?? /<meta[^>]*charset=["']?([\w-]+)/i.exec(head))?.[1];
}

/** What the header of a message catalogue declares. */
export function catalogueDeclares(head: string): string | undefined {
  return /charset=([\w-]+)\\n/i.exec(head)?.[1];
}
