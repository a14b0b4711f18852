/**
 * Kinds of texts that clients really send and that are hard to pair, made of the pages of gnome-user-docs as in `cases.mjs`:
 * tables have the names of countries from iso-codes; each case is segments of both sides and the beads by their indexes, the same for each seed.
 */
import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { pagesOf, randomFrom, sentenceParts } from './cases.mjs';

const bead = ([source, target]) => [[source], [target]];
/** One side of a share of the beads is missing. */
function sometimesMissing([source, target], share, random) {
  if (random() >= share) return [source, target];
  return random() < 0.5 ? [source, []] : [[], target];
}

const whole = (random, from, to) => from + Math.floor(random() * (to - from + 1));

/** Segments of both sides of beads whose target sides stand in an order of their own. */
function caseOf(kind, language, n, beads, order = beads.map((_, k) => k)) {
  const [source, target] = [[], []];
  const known = beads.map(([texts]) => [texts.map((text) => source.push(text) - 1), []]);
  for (const k of order) known[k][1] = beads[k][1].map((text) => target.push(text) - 1);
  return {
    id: `en-${language}.${kind}.${n}`,
    sourceLang: 'en',
    targetLang: language.replace('_', '-'),
    source,
    target,
    beads: known,
  };
}

const CUTS = [
  [2, 3],
  [3, 2],
  [4, 1],
  [1, 4],
  [1, 2],
  [2, 1],
];

/** A share of the segments cut differently on both sides: of consecutive pairs, the parts are put together anew. */
function irregular(pairs, random, share) {
  const beads = [];
  for (let k = 0; k < pairs.length;) {
    const [m, n] = CUTS[Math.floor(random() * CUTS.length)];
    const size = Math.max(m, n) === 4 ? 4 : Math.max(m, n);
    if (random() >= share || k + size > pairs.length) {
      beads.push(bead(pairs[k++]));
      continue;
    }
    const part = pairs.slice(k, k + size);
    k += size;
    beads.push([
      recut(
        part.map(([source]) => source),
        m,
        random,
      ),
      recut(
        part.map(([, target]) => target),
        n,
        random,
      ),
    ]);
  }
  return beads;
}

/** So many segments out of texts, none of their bounds kept where there are fewer: the bounds lie within texts. */
function recut(texts, count, random) {
  if (count === texts.length) return texts;
  if (count === 1) return [texts.join(' ')];
  // Two of three: the middle one is cut at the end of a sentence, or at a space near its middle.
  const middle = texts[1];
  const cut = sentenceParts(middle, random) ?? halves(middle);
  return [`${texts[0]} ${cut[0]}`.trim(), `${cut[1]} ${texts.slice(2).join(' ')}`.trim()];
}

function halves(text) {
  const spaces = [...text.matchAll(/[\s、，]/g)].map(({ index }) => index + 1);
  const at =
    spaces.sort((a, b) => Math.abs(a - text.length / 2) - Math.abs(b - text.length / 2))[0] ??
    Math.ceil(text.length / 2);
  return [text.slice(0, at).trim(), text.slice(at).trim()];
}

const CONFUSED = [
  [/rn/g, 'm'],
  [/m/g, 'rn'],
  [/l/g, '1'],
  [/O/g, '0'],
  [/e/g, 'c'],
  [/h/g, 'b'],
  [/i/g, 'l'],
  [/и/g, 'н'],
  [/о/g, '0'],
  [/ш/g, 'щ'],
  [/日/g, '曰'],
  [/口/g, '囗'],
  [/カ/g, '力'],
];

/** Letters, marks and spaces damaged as by bad scanning: a fifth of what is confused, half the marks, a tenth of the spaces. */
function scanned(text, random) {
  let damaged = text;
  for (const [letters, other] of CONFUSED)
    damaged = damaged.replace(letters, (found) => (random() < 0.2 ? other : found));
  return [...damaged.normalize('NFD')]
    .filter((sign) => !(/\p{M}/u.test(sign) && random() < 0.4) && !(/[.,;:'"]/.test(sign) && random() < 0.5))
    .map((sign) => (sign === ' ' && random() < 0.1 ? '' : /\p{L}/u.test(sign) && random() < 0.03 ? `${sign} ` : sign))
    .join('')
    .normalize('NFC');
}

/** A third of the words are other ones of the same text; words as UAX #29 has them, also where no space parts them. */
function freely(texts, random, language) {
  const segmenter = new Intl.Segmenter(language.replace('_', '-'), { granularity: 'word' });
  const parts = (text) => [...segmenter.segment(text)];
  const words = texts.flatMap(parts).filter(({ isWordLike }) => isWordLike);
  const other = () => words[Math.floor(random() * words.length)].segment;
  return (text) =>
    parts(text)
      .map(({ segment, isWordLike }) => (isWordLike && random() < 1 / 3 ? other() : segment))
      .join('');
}

const SCRIPTS = ['ja', 'zh_CN', 'ko', 'fa', 'el', 'ta', 'gu', 'mr'];
const MANY = ['es', 'de', 'ru', 'hu', 'fi', 'ja', 'zh_CN', 'ko'];

const countries = new Map();

/** Names of countries in English and another language. */
function countriesIn(language) {
  if (!countries.has(language)) {
    const script = fileURLToPath(new URL('../../test/conformance/country_names.py', import.meta.url));
    const out = execFileSync('/usr/bin/python3', [script], { input: JSON.stringify([language]), maxBuffer: 1 << 26 });
    countries.set(language, JSON.parse(out.toString())[language]);
  }
  return countries.get(language);
}

/** By kind: its languages, how many cases of each, and how one is made. */
export const HARD = {
  'very small texts, one segment missing': {
    cases: 20,
    make(pages, random, name) {
      const pairs = pages.flat();
      const size = whole(random, 3, 12);
      const from = Math.floor(random() * (pairs.length - size));
      const beads = pairs.slice(from, from + size).map(bead);
      const gone = Math.floor(random() * size);
      beads[gone] = random() < 0.5 ? [beads[gone][0], []] : [[], beads[gone][1]];
      return name(beads);
    },
  },
  'a third cut differently': {
    cases: 2,
    make: (pages, random, name) =>
      name(irregular(pages.flat().slice(...spanOf(pages.flat(), 400, random)), random, 0.3)),
  },
  'sections in another order': {
    cases: 2,
    make(pages, random, name) {
      const pairs = pages.flat();
      const sizes = Array.from({ length: whole(random, 6, 12) }, () => whole(random, 10, 40));
      const total = sizes.reduce((sum, size) => sum + size, 0);
      let from = Math.floor(random() * Math.max(1, pairs.length - total));
      const sections = sizes.map((size) => pairs.slice(from, (from += size)));
      const places = [];
      let k = 0;
      for (const section of sections) places.push(section.map(() => k++));
      for (let i = places.length - 1; i > 0; i--) {
        const j = Math.floor(random() * (i + 1));
        [places[i], places[j]] = [places[j], places[i]];
      }
      return name(sections.flat().map(bead), places.flat());
    },
  },
  'damaged as by scanning, a twentieth missing': {
    cases: 2,
    make: (pages, random, name) =>
      name(
        pages
          .flat()
          .slice(...spanOf(pages.flat(), 200, random))
          .map((pair) => sometimesMissing(bead(pair.map((text) => scanned(text, random))), 0.05, random)),
      ),
  },
  'lists of short strings, a tenth missing': {
    cases: 2,
    make(pages, random, name) {
      const short = pages.flat().filter(([source, target]) => source.split(' ').length <= 3 && target.length <= 30);
      const seen = new Set();
      const list = short.filter(([source]) => !seen.has(source) && seen.add(source)).slice(0, 150);
      return name(list.map((pair) => sometimesMissing(bead(pair), 0.1, random)));
    },
  },
  'scripts without spaces, right to left, unrelated': {
    languages: SCRIPTS,
    cases: 2,
    make: (pages, random, name) =>
      name(
        pages
          .flat()
          .slice(...spanOf(pages.flat(), 300, random))
          .map((pair) => sometimesMissing(bead(pair), 0.05, random)),
      ),
  },
  'tables of numbers and names': {
    cases: 2,
    make(_, random, name, language) {
      const names = countriesIn(language);
      const from = Math.floor(random() * (names.length - 100));
      const beads = names.slice(from, from + 100).flatMap(([source, target]) => {
        const numbers = [whole(random, 100, 999), whole(random, 1000, 99_999) / 100, whole(random, 1, 40)];
        const said = (tag) => numbers.map((value) => value.toLocaleString(tag.replace('_', '-')));
        const row = [[source, target], ...said('en').map((cell, k) => [cell, said(language)[k]])];
        const gone = random() < 0.1 ? whole(random, 0, 1) : null;
        return row.map((pair) => (gone === 0 ? [[], [pair[1]]] : gone === 1 ? [[pair[0]], []] : bead(pair)));
      });
      return name(beads);
    },
  },
  'a free translation, a twentieth missing': {
    cases: 2,
    make(pages, random, name, language) {
      const pairs = pages.flat().slice(...spanOf(pages.flat(), 300, random));
      const free = freely(
        pairs.map(([, target]) => target),
        random,
        language,
      );
      return name(pairs.map(([source, target]) => sometimesMissing(bead([source, free(target)]), 0.05, random)));
    },
  },
  'abridged: a third left out, in runs': {
    cases: 2,
    make(pages, random, name) {
      const pairs = pages.flat().slice(...spanOf(pages.flat(), 400, random));
      let left = 0;
      return name(
        pairs.map(([source, target]) => {
          // Runs of one to five: every sixth pair begins one.
          if (left === 0 && random() < 1 / 6) left = whole(random, 1, 5);
          return left > 0 && left-- ? [[source], []] : bead([source, target]);
        }),
      );
    },
  },
  'with additions: a fifth more on the one side': {
    cases: 2,
    make(pages, random, name) {
      const all = pages.flat();
      const [from, to] = spanOf(all, 300, random);
      const others = [...all.slice(0, from), ...all.slice(to)];
      return name(
        all.slice(from, to).flatMap((pair) => {
          if (random() >= 0.2) return [bead(pair)];
          const added = others[Math.floor(random() * others.length)][1];
          return random() < 0.5 ? [[[], [added]], bead(pair)] : [bead(pair), [[], [added]]];
        }),
      );
    },
  },
  'boilerplate: a third of it the same few lines, a twentieth missing': {
    cases: 2,
    make(pages, random, name) {
      const all = pages.flat();
      const [from, to] = spanOf(all, 250, random);
      const lines = Array.from({ length: 6 }, () => all[Math.floor(random() * all.length)]);
      return name(
        all
          .slice(from, to)
          .flatMap((pair) => (random() < 0.5 ? [pair, lines[Math.floor(random() * lines.length)]] : [pair]))
          .map((pair) => sometimesMissing(bead(pair), 0.05, random)),
      );
    },
  },
  'code-mixed: a fifth not translated, words of the source among the rest': {
    cases: 2,
    make(pages, random, name) {
      const pairs = pages.flat().slice(...spanOf(pages.flat(), 300, random));
      const mixed = ([source, target]) => {
        if (random() < 0.2) return [source, source];
        const words = source.split(' ');
        return [
          source,
          target
            .split(' ')
            .map((word) => (random() < 0.15 ? words[Math.floor(random() * words.length)] : word))
            .join(' '),
        ];
      };
      return name(pairs.map((pair) => sometimesMissing(bead(mixed(pair)), 0.05, random)));
    },
  },
};

function spanOf(pairs, size, random) {
  const from = Math.floor(random() * Math.max(1, pairs.length - size));
  return [from, from + size];
}

/** All cases of a kind; of languages that the pages are in. */
export function hardCases(kind) {
  const { languages = MANY, cases, make } = HARD[kind];
  return languages.flatMap((language, l) => {
    const pages = pagesOf(language);
    if (pages.flat().length < 100) return [];
    return Array.from({ length: cases }, (_, n) =>
      make(pages, randomFrom(1000 * l + n + 17), (beads, order) => caseOf(kind, language, n, beads, order), language),
    );
  });
}
