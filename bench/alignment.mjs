/**
 * Alignment against known pairs, and its speed: strict F1 of beads with two sides for each kind of change, beside the
 * published length aligner (NLTK's, python3-nltk) on the same texts. Texts: gnome-user-docs, see align/cases.mjs.
 */
import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { isOnlyCutInDoubt } from '@fair-copy/core/alignment/bead.js';
import { align } from '@fair-copy/core/alignment/align.js';
import { caseOf, KIND_NAMES, pairsOf } from './align/cases.mjs';
import { knownWordsFor } from '@fair-copy/files/phrase-lists.js';
import { HARD, hardCases } from './align/hard-cases.mjs';

const LANGUAGES = ['es', 'de', 'ru', 'hu', 'fi', 'ja', 'zh_CN', 'ko'];
/** Below this the page shows a pair as doubtful. */
const DOUBT = 0.8;
const at = (path) => fileURLToPath(new URL(path, import.meta.url));

/** Prints a line for each kind: means over the languages. */
export function alignmentQuality() {
  const all = KIND_NAMES.map((kind, k) => ({
    kind,
    cases: LANGUAGES.map((language) => caseOf(pairsOf(language), kind, language, 7 + k)),
  }));
  const judged = { sure: 0, sureRight: 0, wrong: 0, wrongAmongLeast: 0, all: [], cuts: [] };
  for (const { kind, cases } of all) {
    const ours = cases.map((one) => strict(one, aligned(one, judged)));
    const lengths = cases.map((one, k) => strict(one, byLength(cases)[k]));
    const worst = ours.reduce((low, f1, k) => (f1 < ours[low] ? k : low), 0);
    console.log(
      `pairs found, ${kind}: strict F1, mean of ${LANGUAGES.length} languages`.padEnd(58),
      `${percent(mean(ours))}  (lengths alone ${percent(mean(lengths))}; lowest ${LANGUAGES[worst]} ${percent(ours[worst])})`,
    );
  }
  console.log('of the pairs over 0.9 sure, right'.padEnd(58), percent(judged.sureRight / judged.sure));
  console.log('of all errors, among the 10 % least sure of all'.padEnd(58), percent(wrongAmongLeast(judged.all)));
  console.log(
    'of all errors, among the 10 % least sure of their text'.padEnd(58),
    percent(judged.wrongAmongLeast / judged.wrong),
  );
}

/** The same for kinds that are hard, each of them in eight languages. @param kinds left out: all */
export function alignmentWhereHard(kinds = Object.keys(HARD)) {
  const all = [];
  for (const kind of kinds) {
    const judged = { sure: 0, sureRight: 0, wrong: 0, wrongAmongLeast: 0, all: [], cuts: [] };
    const cases = hardCases(kind);
    const ours = cases.map((one) => strict(one, aligned(one, judged)));
    const lengths = byLength(cases).map((beads, k) => strict(cases[k], beads));
    const worst = ours.reduce((low, f1, k) => (f1 < ours[low] ? k : low), 0);
    console.log(
      `pairs found, ${kind}`.padEnd(62),
      `${percent(mean(ours))}  (lengths alone ${percent(mean(lengths))}; lowest ${cases[worst].targetLang} ${percent(ours[worst])}; ` +
        `over 0.9 sure, right ${percent(judged.sureRight / judged.sure)}; errors among the 10 % least sure ${percent(wrongAmongLeast(judged.all))}; ` +
        `only the cut in doubt ${judged.cuts.length}, of which something belongs together ${judged.cuts.filter(Boolean).length})`,
    );
    // One by one: a kind may have more pairs than a call may have arguments.
    for (const bead of judged.all) all.push(bead);
  }
  console.log('of all errors in these kinds, among the 10 % least sure'.padEnd(62), percent(wrongAmongLeast(all)));
}

function wrongAmongLeast(beads) {
  const wrong = (some) => some.filter(({ right }) => !right).length;
  const least = [...beads].sort((a, b) => a.sureness - b.sureness).slice(0, Math.ceil(beads.length / 10));
  return wrong(least) / wrong(beads);
}

const percent = (share) => `${(100 * share).toFixed(2)} %`.padStart(8);
const mean = (values) => values.reduce((a, b) => a + b, 0) / values.length;

const ended = (work) => {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
};

const range = ({ from, to }) => Array.from({ length: to - from }, (_, k) => from + k);
const key = ([source, target]) => `${source.join()}|${target.join()}`;

function aligned(one, judged) {
  const { beads } = ended(
    align(one.source, one.target, {
      sourceLanguage: one.sourceLang,
      targetLanguage: one.targetLang,
      words: knownWordsFor(one.sourceLang, one.targetLang),
    }),
  );
  const known = new Set(
    one.beads.flatMap(([s, t]) =>
      s.length && t.length ? [key([s, t])] : [...s.map((i) => `${i}|`), ...t.map((j) => `|${j}`)],
    ),
  );
  const right = beads.map(({ source, target, sureness }) => ({
    right: known.has(key([range(source), range(target)])),
    sureness,
  }));
  const least = [...right].sort((a, b) => a.sureness - b.sureness).slice(0, Math.ceil(right.length / 10));
  judged.sure += right.filter(({ sureness }) => sureness > 0.9).length;
  judged.sureRight += right.filter((bead) => bead.sureness > 0.9 && bead.right).length;
  judged.all.push(...right);
  const linked = new Set(one.beads.flatMap(([s, t]) => s.flatMap((i) => t.map((j) => `${i} ${j}`))));
  for (const bead of beads)
    if (isOnlyCutInDoubt(bead, DOUBT))
      judged.cuts.push(range(bead.source).some((i) => range(bead.target).some((j) => linked.has(`${i} ${j}`))));
  judged.wrong += right.filter((bead) => !bead.right).length;
  judged.wrongAmongLeast += least.filter((bead) => !bead.right).length;
  return beads.map(({ source, target }) => [range(source), range(target)]);
}

const answers = new Map();

/** All cases of a kind in one call. */
function byLength(cases) {
  const name = cases[0].id;
  if (answers.has(name)) return answers.get(name);
  const lengths = (texts) => texts.map((text) => Math.max(1, [...text].length));
  const sum = (values) => values.reduce((a, b) => a + b, 0);
  const input = cases
    .map(({ source, target }) => {
      const [s, t] = [lengths(source), lengths(target)];
      return JSON.stringify({ source: s, target: t, ratio: sum(t) / sum(s) });
    })
    .join('\n');
  const out = execFileSync('/usr/bin/python3', [at('align/lengths.py')], { input: `${input}\n`, maxBuffer: 1 << 28 });
  const beads = out
    .toString()
    .trim()
    .split('\n')
    .map((line) => beadsOfLinks(JSON.parse(line)));
  answers.set(name, beads);
  return beads;
}

/** Links that share a segment belong to one bead. */
function beadsOfLinks(links) {
  const beads = [];
  for (const [i, j] of [...links].sort((a, b) => a[0] - b[0] || a[1] - b[1])) {
    const last = beads.find(([s, t]) => s.includes(i) || t.includes(j));
    if (!last) beads.push([[i], [j]]);
    else {
      if (!last[0].includes(i)) last[0].push(i);
      if (!last[1].includes(j)) last[1].push(j);
    }
  }
  return beads;
}

function strict({ beads: gold }, beads) {
  const known = new Set(gold.filter(([s, t]) => s.length && t.length).map(key));
  const found = beads.filter(([s, t]) => s.length && t.length);
  return (2 * found.filter((bead) => known.has(key(bead))).length) / (found.length + known.size);
}

/** Seconds for texts of 5,000 and 20,000 segments and for one where nothing is alike, beside Python counting their words. */
export function alignmentSpeed(report) {
  const pairs = LANGUAGES.slice(0, 1).flatMap(pairsOf);
  for (const size of [5000, 20_000, Number(process.env.PAIRED ?? 100_000)]) {
    // The pages again and again, told apart by a number in each segment, as pages of a long manual are.
    const texts = [0, 1].map((side) =>
      Array.from({ length: size }, (_, k) => `${pairs[k % pairs.length][side]} ${Math.floor(k / 7)}`),
    );
    const start = performance.now();
    ended(align(texts[0], texts[1], { sourceLanguage: 'en', targetLanguage: 'es', words: knownWordsFor('en', 'es') }));
    const ours = performance.now() - start;
    const reference = performance.now();
    execFileSync(
      '/usr/bin/python3',
      [
        '-c',
        'import sys,collections,json\nfor t in json.load(sys.stdin): print(len(collections.Counter(w for s in t for w in s.split())))',
      ],
      {
        input: JSON.stringify(texts),
        maxBuffer: 1 << 28,
      },
    );
    report(
      `pairing ${size.toLocaleString('en')} with as many segments`,
      ours,
      performance.now() - reference,
      'Python counting their words',
    );
  }
}
