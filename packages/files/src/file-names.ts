/** Names of files: as they are shown, and as a file system takes them. */
import { nfc } from '@fair-copy/core/text/normal.js';

/**
 * Without control characters, and without those that turn the direction of what stands around them: a name must not look
 * like another. What was taken out leaves a mark.
 */
export function shownName(name: string): string {
  return nfc(name).replace(/[\p{Cc}\u061c\u200e\u200f\u2028\u2029\u202a-\u202e\u2066-\u2069\ufeff]/gu, '\ufffd');
}

/** Bytes of a name that every common file system takes (255, less room for what is put behind a name while it is written). */
const MOST = 240;

/**
 * A name that every common file system takes: forbidden characters become "_", a long one is cut before its ending, never
 * within a character (as a person counts them).
 * @param name without folders
 */
export function safeFileName(name: string): string {
  const clean =
    shownName(name)
      .replace(/[/\\:*?"<>|\ufffd]/g, '_')
      .replace(/[. ]+$/, '')
      .replace(/^(con|prn|aux|nul|com\d|lpt\d)(?=\.|$)/i, '_$1') || 'file';
  const ending = /(?:\.[\p{L}\p{N}]{1,10})?$/u.exec(clean)![0];
  const stem = clean.slice(0, clean.length - ending.length);
  const room = MOST - Buffer.byteLength(ending);
  if (Buffer.byteLength(stem) <= room) return clean;
  let kept = '';
  let bytes = 0;
  for (const { segment } of new Intl.Segmenter('und').segment(stem)) {
    bytes += Buffer.byteLength(segment);
    if (bytes > room - 3) break;
    kept += segment;
  }
  return `${kept.trimEnd()}…${ending}`;
}
