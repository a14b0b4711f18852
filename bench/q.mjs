import { execFileSync } from 'node:child_process';
import { Recognizer } from '@fair-copy/core/termbase/recognition/recognizer.js';
const L = process.argv.slice(2);
const data = JSON.parse(
  execFileSync('/usr/bin/python3', ['bench/lemmas.py'], {
    input: JSON.stringify(Object.fromEntries(L.map((l) => [l, 1500]))),
    maxBuffer: 1 << 28,
  }),
);
for (const language of L) {
  const lower = (t) => t.toLocaleLowerCase(language);
  const counts = new Map();
  for (const { tokens, text } of data[language])
    for (const [s, e, l] of tokens)
      if (l.length === 1 && l[0].length > 3 && lower(text.slice(s, e)).slice(0, 2) === lower(l[0]).slice(0, 2))
        counts.set(lower(l[0]), (counts.get(lower(l[0])) ?? 0) + 1);
  const terms = [...counts]
    .sort((a, b) => b[1] - a[1])
    .slice(0, 400)
    .map((x) => x[0]);
  const r = new Recognizer(language);
  terms.forEach((t) => r.add(t, t));
  const w = new Set(terms);
  const miss = new Map(),
    wrong = new Map();
  for (const { text, tokens } of data[language]) {
    const f = new Map();
    for (const h of r.find(text)) if (h.how !== 'compound') f.set(h.start + ' ' + h.end, h.term);
    for (const [s, e, l] of tokens) {
      const k = s + ' ' + e;
      const t = f.get(k);
      f.delete(k);
      const b = l.map(lower);
      const form = lower(text.slice(s, e));
      if (b.length === 1 && w.has(b[0])) {
        if (t !== b[0])
          miss.set(
            form + '<' + b[0] + (t ? '(' + t + ')' : ''),
            (miss.get(form + '<' + b[0] + (t ? '(' + t + ')' : '')) ?? 0) + 1,
          );
      } else if (t && !b.includes(t) && form !== t && b.length)
        wrong.set(form + '=' + t + ' is ' + b, (wrong.get(form + '=' + t + ' is ' + b) ?? 0) + 1);
    }
  }
  const top = (m) =>
    [...m]
      .sort((a, b) => b[1] - a[1])
      .slice(0, 32)
      .map((x) => x[0] + ':' + x[1])
      .join('  ');
  console.log('==' + language + ' MISS ' + top(miss) + '\n   WRONG ' + top(wrong));
}
