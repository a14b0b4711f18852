/** The text of a file: in which encoding, and piece by piece. */
import { because } from '@fair-copy/core/guess.js';
import { createReadStream } from 'node:fs';
import { encodingNamed, type EncodingName } from '@fair-copy/core/encoding/names.js';
import { EncodingSampler, type EncodingGuess } from '@fair-copy/core/encoding/detect.js';
import { codec } from '../codec.js';

/** Bytes that are read at once. */
const PIECE = 1 << 18;
/** As much text as it takes to see how the rows are cut. */
const HEAD = 200_000;

export class TextOf {
  /** Bytes since it was last set to 0. */
  bytesRead = 0;

  /** @param declares finds an encoding that the beginning of the file declares; left out: it declares none */
  constructor(
    private readonly path: string,
    private readonly declares: (head: string) => string | undefined = () => undefined,
  ) {}

  /** Looks through the whole file, unless it declares its encoding or a person has chosen one. */
  async encoding(chosen: EncodingName | undefined): Promise<EncodingGuess> {
    if (chosen)
      return { encoding: chosen, sureness: 1, reason: because('chosen'), byteOrderMark: false, runnersUp: [] };
    const sampler = new EncodingSampler();
    let head = '';
    for await (const chunk of createReadStream(this.path, { highWaterMark: PIECE })) {
      if (!head) head = (chunk as Buffer).subarray(0, 2000).toString('latin1');
      sampler.write(chunk as Buffer);
    }
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

  async *pieces(encoding: EncodingName): AsyncGenerator<string> {
    const decoder = codec.decoder(encoding);
    for await (const chunk of createReadStream(this.path, { highWaterMark: PIECE })) {
      this.bytesRead += (chunk as Buffer).length;
      yield decoder.write(chunk as Buffer);
    }
    yield decoder.end();
  }

  /** The beginning, and whether that is all. */
  async head(encoding: EncodingName): Promise<[text: string, whole: boolean]> {
    let text = '';
    for await (const piece of this.pieces(encoding)) {
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
