/**
 * Texts with known pairs for measuring alignment: the pages of gnome-user-docs (CC-BY-SA 3.0, Debian's package) in English
 * and another language have the same blocks in the same order. They are changed in known ways, the same for each seed.
 */
import { readFileSync, readdirSync, existsSync } from 'node:fs';
import { join } from 'node:path';
import { SaxesParser } from 'saxes';

const PAGES = '/usr/share/help';
const BLOCKS = new Set(['title', 'p', 'desc', 'cite', 'name']);

/** Blocks of a page in their order, each with where it stands. */
function blocksOf(path) {
  const blocks = [];
  const stack = [];
  const open = [];
  const parser = new SaxesParser();
  parser.on('error', () => {});
  parser.on('opentag', ({ name }) => {
    stack.push(name);
    if (BLOCKS.has(name)) open.push({ place: stack.join('/'), text: '' });
  });
  parser.on('text', (text) => {
    if (open.length) open.at(-1).text += text;
  });
  parser.on('closetag', ({ name }) => {
    stack.pop();
    if (!BLOCKS.has(name)) return;
    const { place, text } = open.pop();
    blocks.push({ place, text: text.replace(/\s+/g, ' ').trim() });
  });
  parser.write(readFileSync(path, 'utf8')).close();
  return blocks;
}

/** Pairs of blocks in their order, without those that were not translated. */
export const pairsOf = (language) => pagesOf(language).flat();

/** The same, page by page. */
export function pagesOf(language) {
  const pages = [];
  const folder = join(PAGES, language, 'gnome-help');
  for (const name of readdirSync(join(PAGES, 'C/gnome-help')).sort()) {
    if (!name.endsWith('.page') || !existsSync(join(folder, name))) continue;
    const source = blocksOf(join(PAGES, 'C/gnome-help', name));
    const target = blocksOf(join(folder, name));
    const translatorsOwn = target.length - source.length;
    // A translation may have its translators' names more, in the head; then the places say so.
    if (translatorsOwn < 0) continue;
    const rest = target.filter(({ place }) => !/credit|mal_credit/.test(place) && !place.includes('info/'));
    const own = source.filter(({ place }) => !place.includes('info/'));
    if (rest.length !== own.length || own.some(({ place }, k) => place !== rest[k].place)) continue;
    const pairs = own
      .map(({ text }, k) => [text, rest[k].text])
      .filter(([text, other]) => text && other && text !== other);
    if (pairs.length > 0) pages.push(pairs);
  }
  return pages;
}

/** Numbers from 0 up to 1 that are the same for the same seed (mulberry32). */
export function randomFrom(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const SIZE = 1000;
const SENTENCE_END = /[.!?。！？]["”»)]?(?=\s|$)|[。！？]/g;

/** The kinds of the table, each from pairs to a list of beads of texts. */
const KINDS = {
  clean: (pairs) => pairs.map(bead),
  seg10: (pairs, random) => regrouped(pairs.map(bead), random, 0.1),
  seg25: (pairs, random) => regrouped(pairs.map(bead), random, 0.25),
  omit5: (pairs, random) => omitted(pairs.map(bead), random, 0.05),
  block40: (pairs, random) => {
    const at = Math.floor(pairs.length * (0.2 + 0.5 * random()));
    const side = random() < 0.5 ? 0 : 1;
    return pairs.map((pair, k) => (k >= at && k < at + 40 ? (side ? [[], [pair[1]]] : [[pair[0]], []]) : bead(pair)));
  },
  mixed: (pairs, random) => omitted(regrouped(pairs.map(bead), random, 0.1), random, 0.05),
  moved: (pairs) => pairs.map(bead),
  short: (pairs, random) =>
    omitted(
      regrouped(
        pairs
          .filter((pair) => pair.every((text) => text.length <= 60))
          .slice(0, 500)
          .map(bead),
        random,
        0.04,
        true,
      ),
      random,
      0.05,
    ),
};
export const KIND_NAMES = Object.keys(KINDS);

const bead = ([source, target]) => [[source], [target]];

/** A share of the beads joined with the next or split at the end of a sentence, on one side. */
function regrouped(beads, random, share, joinOnly = false) {
  const result = [];
  for (let k = 0; k < beads.length; k++) {
    const [source, target] = beads[k];
    if (random() >= share) {
      result.push([source, target]);
      continue;
    }
    const side = random() < 0.5 ? 0 : 1;
    const parts = joinOnly ? [] : splitOnce(beads[k][side][0], random);
    if (parts.length === 2 && random() < 0.5) result.push(side ? [source, parts] : [parts, target]);
    else if (k + 1 < beads.length) {
      const next = beads[++k];
      const join = (i) => [beads[k - 1][i][0] + ' ' + next[i][0]];
      const both = (i) => [beads[k - 1][i][0], next[i][0]];
      result.push(side ? [both(0), join(1)] : [join(0), both(1)]);
    } else result.push([source, target]);
  }
  return result;
}

/** A text in two at the end of one of its sentences; null: it has one only. */
export function sentenceParts(text, random) {
  const parts = splitOnce(text, random);
  return parts.length === 2 ? parts : null;
}

function splitOnce(text, random) {
  const ends = [...text.matchAll(SENTENCE_END)]
    .map((match) => match.index + match[0].length)
    .filter((at) => at < text.length);
  if (ends.length === 0) return [];
  const at = ends[Math.floor(random() * ends.length)];
  return [text.slice(0, at).trim(), text.slice(at).trim()];
}

function omitted(beads, random, share) {
  return beads.map(([source, target]) =>
    source.length === 1 && target.length === 1 && random() < share
      ? random() < 0.5
        ? [source, []]
        : [[], target]
      : [source, target],
  );
}

/** A case: segments of both sides, and the beads by their indexes. */
export function caseOf(pairs, kind, language, seed) {
  const random = randomFrom(seed);
  const start = Math.floor(random() * Math.max(1, pairs.length - SIZE));
  const part = kind === 'short' ? pairs : pairs.slice(start, start + SIZE);
  const made = KINDS[kind](part, random);
  const order = made.map((_, k) => k);
  const moved = new Set();
  if (kind === 'moved') {
    for (let block = 0; block < 4; block++) {
      const size = 2 + Math.floor(random() * 5);
      const from = Math.floor(random() * (order.length - size));
      if (order.slice(from, from + size).some((k) => moved.has(k))) continue;
      const taken = order.splice(from, size);
      for (const k of taken) moved.add(k);
      order.splice((from + 150 + Math.floor(random() * 600)) % order.length, 0, ...taken);
    }
  }
  const source = [];
  const target = [];
  const beads = made.map(([texts]) => [texts.map((text) => source.push(text) - 1), []]);
  for (const k of order) beads[k][1] = made[k][1].map((text) => target.push(text) - 1);
  return {
    id: `en-${language}.${kind}`,
    kind,
    sourceLang: 'en',
    targetLang: language.replace('_', '-'),
    source,
    target,
    beads,
    ...(moved.size ? { moved: [...moved].sort((a, b) => a - b) } : {}),
  };
}
