/**
 * Unicode NFC that leaves the order of marks alone. NFC puts combining marks into a canonical order, which is another one than
 * that in which Arabic and Hebrew are typed (shadda before its vowel, dagesh before its point: Unicode 16, section 9.2 and
 * UAX #15): text that is only taken in and written back must not come out changed. Keys by which texts are compared use NFC
 * itself, so both orders are equal.
 */

import { nfc, normalized } from './normal.js';

/** A base character with its marks. */
const CLUSTER = /[^\p{M}]?\p{M}+/gu;

/** Composed wherever that reorders nothing; everything else as it stands. Linear. */
export function composed(text: string): string {
  if (nfc(text) === text) return text;
  // What has no marks is composed anyway (Hangul letters, singletons such as the Ångström sign).
  return text
    .replace(CLUSTER, (cluster) => (isReordered(cluster) ? protectedCluster(cluster) : nfc(cluster)))
    .split(PROTECTED)
    .map((part, i) => (i % 2 ? part : nfc(part)))
    .join('');
}

/** Stands on both sides of what is left alone. A noncharacter (Unicode 16, section 23.7): in no text. */
const PROTECTED = '\uFFFE';

const protectedCluster = (cluster: string): string => `${PROTECTED}${cluster}${PROTECTED}`;

/** Whether NFC would give the marks another order. */
function isReordered(cluster: string): boolean {
  let apart = '';
  for (const char of cluster) apart += char.normalize('NFD');
  return apart !== normalized(cluster, 'NFD');
}
