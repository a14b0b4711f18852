/**
 * A share of many units, chosen so that those that a plan could take for the same, however loosely it compares, are all in it
 * or all out of it: what becomes of them is what becomes of as large a share of all. (Sampling by the hash of what is joined
 * on: "correlated sampling", Vengerov et al. 2015, VLDB 8:12; from memory.)
 */
import type { Unit } from '../unit.js';
import { identifying, languageKey } from './member.js';
import type { MergePlan } from './plan.js';

/** The lowest level that is noted: one of sixteen texts has it. */
export const SAMPLED_FROM = 4;

/**
 * How small a share of texts this one is among: at 0 all are, at 4 one of sixteen, at `n` one of 2 to the power of `n`. The
 * same for texts that differ only in what merging can ignore: only letters count, large or small. Where there are none,
 * digits do, so that a list of numbers is not all of one level.
 */
export function sampleLevel(text: string): number {
  const letters = text.toLowerCase().replace(/\P{L}+/gu, '');
  return Math.clz32(mixed(letters || text.replace(/\P{N}+/gu, '') || text));
}

const OTHERWISE_WRITTEN: Readonly<Record<string, string>> = { ß: 'ss', ς: 'σ' };

/** FNV-1a (Fowler, Noll & Vo), its bits stirred as MurmurHash3 does at its end. */
function mixed(text: string): number {
  let hash = 0x811c9dc5;
  for (const letter of text.replace(/[ßς]/g, (one) => OTHERWISE_WRITTEN[one]!)) {
    hash = Math.imul(hash ^ letter.codePointAt(0)!, 0x01000193);
  }
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return hash ^ (hash >>> 16);
}

/**
 * The level of a unit under a plan: of the one text that units with the same identity have in common. One of its variants has
 * this level.
 */
export function unitLevel(unit: Unit, plan: MergePlan): number {
  let [chosen, level] = ['', 0];
  for (const variant of identifying(unit, plan).of) {
    const own = sampleLevel(variant.text);
    const key = languageKey(variant, plan);
    // Several texts of one language: the rarest.
    if (chosen !== '' && (key > chosen || (key === chosen && own <= level))) continue;
    [chosen, level] = [key, own];
  }
  return level;
}
