/** The encoding of an XML file, web page or catalogue: what its bytes are counts more than what it declares. */
import { isAscii, isUtf8 } from 'node:buffer';
import { createReadStream } from 'node:fs';
import { encodingNamed, type EncodingName } from '@fair-copy/core/encoding/names.js';
import { codec, wholeCharacters } from './codec.js';

export interface FoundEncoding {
  readonly encoding: EncodingName;
  /** What the file declares, where that is something else and wrong. */
  readonly wrongly: string | null;
}

/** Reads the whole file once, at the speed of the disk where it is UTF-8. */
export async function exchangeEncoding(path: string): Promise<FoundEncoding> {
  let head = '';
  let utf8 = true;
  let ascii = true;
  let rest: Uint8Array = new Uint8Array();
  for await (const piece of createReadStream(path, { highWaterMark: 1 << 20 })) {
    const chunk = rest.length ? Buffer.concat([rest, piece as Buffer]) : (piece as Buffer);
    if (!head) {
      head = chunk.subarray(0, 4000).toString('latin1');
      if (/^(\xff\xfe|\xfe\xff)/.test(head) || head.slice(0, 64).includes('\0')) {
        utf8 = false;
        break;
      }
    }
    const end = wholeCharacters(chunk);
    const whole = chunk.subarray(0, end);
    if (!isUtf8(whole)) {
      utf8 = false;
      break;
    }
    ascii &&= isAscii(whole);
    rest = chunk.subarray(end);
  }
  const ofPage = /<meta\b[^>]*\bcharset=["']?\s*([\w-]+)/i.exec(head)?.[1];
  const said =
    /<\?xml[^>]*encoding=["']([^"']+)["']/.exec(head)?.[1] ?? /charset=([\w-]+)\\n/i.exec(head)?.[1] ?? ofPage ?? '';
  const named = encodingNamed(said);
  // Web pages that say ISO-8859-1 mean windows-1252 (Encoding Standard, WHATWG, 4.2).
  const declared = said === ofPage && named === 'ISO-8859-1' ? 'windows-1252' : named;
  if (utf8 && rest.length === 0) {
    if (ascii && declared?.startsWith('ISO-2022')) return { encoding: declared, wrongly: null };
    return { encoding: 'UTF-8', wrongly: !ascii && declared && declared !== 'UTF-8' ? said : null };
  }
  if (declared && !declared.startsWith('UTF')) return { encoding: declared, wrongly: null };
  const { EncodingSampler } = await import('@fair-copy/core/encoding/detect.js');
  const sampler = new EncodingSampler();
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 18 })) sampler.write(chunk as Buffer);
  const guess = sampler.guess(codec);
  // XML says one encoding for all of it: where lines differ, what is not UTF-8 decides, and broken letters are mended later.
  const encoding = guess.otherLines ?? guess.encoding;
  return {
    encoding,
    wrongly:
      said && declared !== encoding && !(declared?.startsWith('UTF-16') && encoding.startsWith('UTF-16')) ? said : null,
  };
}
