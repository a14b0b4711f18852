/**
 * Terms in text: in the Universal Declaration of Human Rights, whose forms were read one by one; in real sentences,
 * against what other programs say the base forms of the words are (they are wrong at times, too: "kannst" is no base
 * form); and speed against 50,000 terms beside GNU grep with the same terms as fixed strings.
 */
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { judged as declared, LANGUAGES as DECLARED } from '../test/conformance/recognition/declaration.mjs';
import { nounsIn, SOURCES } from './nouns.mjs';
import { note } from './table.mjs';
import { Recognizer } from '@fair-copy/core/termbase/recognition/recognizer.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import { wordsOf } from '@fair-copy/core/termbase/recognition/words.js';

const LANGUAGES = ['en', 'de', 'fi', 'pl', 'fr', 'ru', 'hu', 'tr', 'ja'];
const SENTENCES = 1500;
const TERMS = 400;
const at = (path) => fileURLToPath(new URL(path, import.meta.url));

const per = (value) => `${(value * 100).toFixed(1)} %`;

/** Prints a line for each language of the declaration, then one for each whose analyser is installed. */
export function quality() {
  for (const language of DECLARED) {
    const { places, found, wrong } = declared(language, Recognizer, dictionaryFor(language));
    note(
      `terms in the declaration, ${language}: recall, precision of ${places}`,
      `${per(found / places)} ${per(found / Math.max(1, found + wrong.length))}`,
    );
  }

  for (const source of SOURCES)
    for (const language of source.languages) {
      const counts = nounsIn(source, language);
      if (!counts) continue;
      const { lines, places, found, wrong } = counts;
      note(
        `nouns in ${source.name}, ${language}: recall, precision of ${places} in ${lines} lines`,
        `${per(found / places)} ${per(found / Math.max(1, found + wrong))}`,
      );
    }
  const wanted = Object.fromEntries(LANGUAGES.map((language) => [language, SENTENCES]));
  const data = JSON.parse(
    execFileSync('/usr/bin/python3', [at('lemmas.py')], { input: JSON.stringify(wanted), maxBuffer: 1 << 28 }),
  );
  for (const language of LANGUAGES) {
    const name = `terms in sentences, ${language}: precision, recall`.padEnd(58);
    if (!data[language]) {
      console.log(name, '  no analyser installed (see README)');
      continue;
    }
    const { precision, recall, inflected, hits, sentences } = judged(language, data[language]);
    note(
      `${name.trim()} (${hits} in ${sentences} sentences, ${per(inflected)} inflected)`,
      `${per(precision)} ${per(recall)}`,
    );
  }
}

/** Terms are the base forms that occur most, names and short words left out; words with several base forms do not count. */
function judged(language, sentences) {
  const counts = new Map();
  const lower = (text) => text.toLocaleLowerCase(language);
  for (const { tokens, text } of sentences)
    for (const [start, end, lemmas] of tokens)
      if (lemmas.length === 1 && (language === 'ja' ? lemmas[0].length > 1 : lemmas[0].length > 3))
        if (language === 'ja' || lower(text.slice(start, end)).slice(0, 2) === lower(lemmas[0]).slice(0, 2))
          counts.set(lower(lemmas[0]), (counts.get(lower(lemmas[0])) ?? 0) + 1);
  const terms = [...counts]
    .sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))
    .slice(0, TERMS)
    .map(([term]) => term);
  const recognizer = new Recognizer(language, dictionaryFor(language));
  for (const term of terms) recognizer.add(term, term);
  const wanted = new Set(terms);
  let right = 0;
  let wrong = 0;
  let missed = 0;
  let inflected = 0;
  let gold = 0;
  for (const { text, tokens } of sentences) {
    const found = new Map();
    for (const hit of recognizer.find(text))
      if (language === 'ja' || hit.how !== 'compound') found.set(`${hit.start} ${hit.end}`, hit.term);
    for (const [start, end, lemmas] of tokens) {
      const key = `${start} ${end}`;
      const term = found.get(key);
      found.delete(key);
      const bases = lemmas.map(lower);
      const form = lower(text.slice(start, end));
      if (bases.length === 1 && wanted.has(bases[0])) {
        gold++;
        if (form !== bases[0]) inflected++;
        if (term === bases[0]) right++;
        else {
          missed++;
          if (term) wrong++;
        }
      } else if (term && !bases.includes(term) && form !== term && bases.length > 0) wrong++;
    }
    // What is left does not stand at the borders of words.
    wrong += found.size;
  }
  return {
    precision: right / Math.max(1, right + wrong),
    recall: right / Math.max(1, right + missed),
    inflected: inflected / Math.max(1, gold),
    hits: gold,
    sentences: sentences.length,
  };
}

/** Words a second against 50,000 terms of the word list, each language once. */
export function speed(folder, timed, report) {
  const lines = execFileSync('/bin/sh', ['-c', "grep ' :: ' /usr/share/trans/de-en"], { maxBuffer: 1 << 28 })
    .toString()
    .split('\n');
  const terms = [];
  for (let i = 0; terms.length < 50_000 && i < lines.length; i += 3) {
    const term = lines[i]
      .split(' :: ')[0]
      .split('|')[0]
      .split(';')[0]
      .replace(/[[({].*?[\])}]/g, '')
      .trim();
    if (term.length > 2) terms.push(term);
  }
  const text = lines
    .slice(0, 40_000)
    .map((line) => line.replace(/[[({].*?[\])}]|[|;:]/g, ' '))
    .join('\n');
  const words = wordsOf(text).length;
  let recognizer;
  const open = () => {
    recognizer = new Recognizer('de');
    for (const term of terms) recognizer.add(term, 1);
  };
  const passages = text.split('\n');
  return (async () => {
    writeFileSync(join(folder, 'terms.txt'), terms.join('\n') + '\n');
    const opened = await timed(open);
    const automaton = await timed(() =>
      execFileSync('/bin/sh', ['-c', `echo x | grep -c -F -f ${join(folder, 'terms.txt')} || true`]),
    );
    report(`${terms.length} terms made ready for recognition`, opened, automaton, 'GNU grep -Ff of one word');
    const ours = await timed(() => {
      let hits = 0;
      for (const passage of passages) hits += recognizer.find(passage).length;
      return hits;
    });
    writeFileSync(join(folder, 'text.txt'), text);
    const grep = await timed(() =>
      execFileSync(
        '/bin/sh',
        ['-c', `grep -o -F -f ${join(folder, 'terms.txt')} ${join(folder, 'text.txt')} | wc -l`],
        { maxBuffer: 1 << 28 },
      ),
    );
    report(`terms in a text of ${words} words, ${terms.length} terms`, ours, grep, 'GNU grep -oFf');
    note('terms in a text: words a second', Math.round((words / ours) * 1000).toLocaleString('en'));
  })();
}
