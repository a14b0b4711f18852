/** Places that a program fills: each of the source is in the target, of the same kind, and none more. */
import type { Finding } from '../check.js';
import { marksOfTexts, missingIn, onTarget, perPair, type Pair, type Side } from './pair.js';

const about = { id: 'placeholder', severity: 'error' } as const;

/**
 * printf: POSIX fprintf with XSI positions; no space as a flag ("100 % de" is a percentage). Python's "%(name)s", Qt's "%1"
 * and "%L1", Ruby's "%{name}" and "%<name>d", Objective-C's "%@".
 */
const PRINTF =
  /%(?:(\d+)\$)?[-+#0']*(?:\d+|\*(?:\d+\$)?)?(?:\.(?:\d+|\*(?:\d+\$)?)?)?(hh|h|ll|l|L|q|j|z|t|I64|I32|I)?([diuxX@]|[oeEfFgGaAcCsSpn](?![A-Za-zÀ-ɏ]))/g;
const NAMED =
  /%\([\w. -]+\)[-+#0]*\d*(?:\.\d+)?[diouxXeEfFgGcrsa]|%\{[\w.]+\}|%<[\w.]+>[-+#0]*\d*(?:\.\d+)?[a-zA-Z]|%L?\d{1,2}(?![\d$.,%]|\s*%)(?=\W|$)|%n(?=\W|$)/g;
/** Braces of ICU, Python, JavaScript and template languages; shell and Perl variables. */
const BRACES =
  /\$\{[\w.:-]+\}|\{\{[^{}]+\}\}|\{%[^{}]+%\}|\{(?:\w[\w.]*)?(?:[:!][\w.$<>^+-]*)?\}|\[\[[^\][]+\]\]|<%[^%]+%>/g;
const VARIABLES = /\$(?:[A-Z_][A-Z0-9_]{2,}|[1-9])\b/g;
/** Entities other than those of XML that stand for a character (XML 1.0, 4.6). */
const ENTITIES =
  /&(?!(?:amp|lt|gt|quot|apos|nbsp|shy|[a-z]{1,2}(?:dash|aquo|squo|dquo)|hellip|copy|reg|trade|middot|bull|euro|[a-zA-Z]{1,2}(?:uml|acute|grave|circ|tilde|cedil|ring|slash|lig));)[A-Za-z][\w.-]+;/g;

const ALL: readonly RegExp[] = [NAMED, BRACES, VARIABLES, ENTITIES];

interface Placeholder {
  /** The same for the same place in another language. */
  readonly key: string;
  readonly shown: string;
}

const NONE: readonly Placeholder[] = [];
/** Several checks ask for the same two texts one after the other. */
const LAST: { text: string; found: readonly Placeholder[] }[] = [];

export function placeholdersOf(text: string): readonly Placeholder[] {
  if (!/[%{$&[<]/.test(text)) return NONE;
  const known = LAST.find((last) => last.text === text);
  if (known) return known.found;
  const found = foundIn(text);
  LAST.push({ text, found });
  if (LAST.length > 2) LAST.shift();
  return found;
}

function foundIn(text: string): Placeholder[] {
  // "%%" is a percent sign.
  const bare = text.replaceAll('%%', '\u0001\u0001');
  const found: Placeholder[] = [];
  if (text.includes('%')) {
    let next = 0;
    for (const match of bare.matchAll(PRINTF)) {
      const [shown, position, length = '', type = ''] = match;
      const at = position === undefined ? ++next : Number(position);
      found.push({ key: `%${at}$${length}${type === 'i' ? 'd' : type}`, shown });
    }
  }
  for (const pattern of ALL) for (const [shown] of bare.matchAll(pattern)) found.push({ key: shown, shown });
  return found;
}

export const placeholderCheck = perPair(about, function* (pair) {
  const [source, target] = [placeholdersOf(pair.source.text), placeholdersOf(pair.target.text)];
  if (source.length > 0 || target.length > 0) yield* compared(pair, source, target);
  yield* accelerators(pair);
});

function* compared(pair: Pair, source: readonly Placeholder[], target: readonly Placeholder[]): Generator<Finding> {
  const keys = (all: readonly Placeholder[]): string[] => all.map(({ key }) => key);
  const lost = missingIn(keys(source), keys(target));
  const more = missingIn(keys(target), keys(source));
  // Said twice because the sentence needs it twice is no mistake of a numbered or named place.
  const strange = more.filter(
    (key) => !(keys(source).includes(key) && !/^%\d+\$/.test(key)) && !isRepeated(key, source, target),
  );
  if (lost.length === 0 && strange.length === 0) return;
  const shown = (wanted: readonly string[], all: readonly Placeholder[]): string[] =>
    [...new Set(wanted)].map((key) => all.find((one) => one.key === key)!.shown);
  const values = { missing: shown(lost, source), added: shown(strange, target) };
  yield onTarget(
    about,
    pair,
    { code: 'placeholders', values },
    { marks: [...marksOfTexts(pair.source, values.missing), ...marksOfTexts(pair.target, values.added)] },
  );
}

/** A position that is written out may come twice. */
function isRepeated(key: string, source: readonly Placeholder[], target: readonly Placeholder[]): boolean {
  return source.some((one) => one.key === key) && target.some((one) => one.key === key && /%\d+\$/.test(one.shown));
}

/** The key that is pressed with Alt: one letter marked with "_" or "&". */
const ACCELERATORS = [
  /(?<![\w_])_(?=\p{L})|(?<=\p{L})_(?=\p{L})/gu,
  /(?<![&\w;])&(?=\p{L})(?!\w+;)|(?<=\p{L})&(?=\p{L})(?!\w+;)/gu,
];

function* accelerators(pair: Pair): Generator<Finding> {
  for (const [i, pattern] of ACCELERATORS.entries()) {
    const sign = i === 0 ? '_' : '&';
    const inSource = count(pair.source, sign, pattern);
    if (inSource !== 1 || !isLabel(pair.source.text)) continue;
    const inTarget = (pair.target.text.match(i === 0 ? /_(?=[\p{L}\p{N}])/gu : /&(?=[\p{L}\p{N}])(?!\w+;)/gu) ?? [])
      .length;
    if (inTarget === 1) continue;
    yield onTarget(
      about,
      pair,
      { code: 'accelerator', values: { sign, count: inTarget } },
      { severity: 'warning', marks: marksOfTexts(pair.source, [sign]) },
    );
  }
}

function count({ text }: Side, sign: string, pattern: RegExp): number {
  return text.includes(sign) ? (text.match(pattern) ?? []).length : 0;
}

/** Names of programs and files have such signs too: a label has few words, and no sign of a path, a call or a name. */
function isLabel(text: string): boolean {
  return (
    text.length < 60 &&
    !/[/\\()<>=]|[._]\w+[._]|\b\w+_\w*_|&&|\.\w{2,4}\b|\b[A-Z]+_[A-Z]+\b|\b[a-z]+\d*_[a-z]/.test(text)
  );
}
