import { describe, expect, test } from '@jest/globals';
import { languageAmong } from '../../language/identify.js';
import { markedFromExample } from './from-example.js';
import { proposedMarked } from './propose.js';
import { MarkedReader, markedRows } from './read.js';

const PAIRS: readonly (readonly [string, string])[] = [
  ['Close both paddles after use.', 'Schließen Sie nach Gebrauch beide Schütze.'],
  ['Keep clear of the weir.', 'Halten Sie Abstand zum Wehr.'],
  ['Mooring is permitted for a maximum of 24 hours.', 'Anlegen ist für höchstens 24 Stunden gestattet.'],
  ['Report damage to lock gates at once!', 'Melden Sie Schäden an Schleusentoren sofort!'],
  ['The swing bridge opens on request', 'Die Drehbrücke öffnet auf Anforderung'],
  ['Water levels may change without warning.', 'Der Wasserstand kann sich ohne Vorwarnung ändern.'],
  ['Life jackets must be worn on deck.', 'An Deck sind Rettungswesten zu tragen.'],
  ['Give way to vessels (leaving the lock).', 'Lassen Sie (ausfahrenden) Schiffen den Vortritt.'],
];

const FORMS: Readonly<Record<string, (a: string, b: string, i: number) => string>> = {
  brackets: (a, b) => `[[${a} || ${b}]]`,
  'numbers inside the marks': (a, b, i) => `{*${a}*}${i * 7}{+${b}+}`,
  'tags on two lines': (a, b) => `<s>${a}</s>\n<t>${b}</t>\n`,
  'marks on lines of their own': (a, b) => `@@S@@\n${a}\n@@T@@\n${b}\n@@E@@`,
  labels: (a, b) => `EN: ${a}\nDE: ${b}\n`,
  'words as labels': (a, b) => `Source: ${a}\nTarget: ${b}`,
  arrows: (a, b) => `> ${a}\n< ${b}`,
  'one after the other': (a, b) => `${a}\n${b}`,
  'one after the other, blank lines between': (a, b) => `${a}\n${b}\n`,
  'labels under numbers': (a, b, i) => `#${i}\nsource: ${a}\ntarget: ${b}\n`,
  'a mark before the translation only': (a, b) => `${a}\n=> ${b}\n`,
  'numbered lines': (a, b, i) => `[${i + 1}] ${a}\n[${i + 1}] ${b}`,
};

function cut(text: string): string[][] {
  const lines = text.split('\n');
  const guess = proposedMarked(lines, false);
  if (!guess?.value) return [];
  const reader = new MarkedReader(guess.value, languageAmong);
  return [...lines.flatMap((line, i) => reader.take(line, i + 1)), ...reader.end()].map(({ cells }) => cells);
}

describe('a pattern by example', () => {
  // A mark on one side only does not say where the other text begins.
  const forms = Object.entries(FORMS).filter(([name]) => name !== 'a mark before the translation only');
  test.each(forms)('%s', (_, form) => {
    const lines = PAIRS.map(([a, b], i) => form(a, b, i))
      .join('\n')
      .split('\n');
    const pattern = markedFromExample(lines, PAIRS[3]!);
    expect(markedRows(lines, pattern!).map(({ cells }) => cells)).toEqual(PAIRS);
  });

  test('parts of texts, texts in the wrong order and texts that are not there give none', () => {
    const lines = PAIRS.map(([a, b]) => `[[${a} || ${b}]]`);
    expect(markedFromExample(lines, ['Keep clear of', 'Halten Sie'])).toBeNull();
    expect(markedFromExample(lines, ['Halten Sie Abstand zum Wehr.', 'Keep clear of the weir.'])).toBeNull();
    expect(markedFromExample(lines, ['Keep clear', 'of the quay'])).toBeNull();
    expect(markedFromExample([], ['a', 'b'])).toBeNull();
  });
});

describe('several rows in a paragraph, and lines that are missing', () => {
  test.each([
    ['brackets', (a: string, b: string) => `[[${a} || ${b}]]`],
    ['tags', (a: string, b: string) => `<s>${a}</s><t>${b}</t>`],
  ])('%s around each of them', (_, form) => {
    const rows = PAIRS.map(([a, b]) => form(a, b));
    expect(cut([rows.slice(0, 3), rows.slice(3, 4), rows.slice(4)].map((some) => some.join(' ')).join('\n'))).toEqual(
      PAIRS,
    );
  });

  /** Rows of the texts, with one line taken out. */
  function without(missing: number): { cells: string[]; doubt?: string }[] {
    const lines = [...PAIRS, ...PAIRS, ...PAIRS].flat();
    const rest = lines.filter((_, i) => i !== missing);
    const guess = proposedMarked(rest, false)!;
    expect(guess.value).toMatchObject({ kind: 'alternating', size: 2, languages: ['en', 'de'] });
    const reader = new MarkedReader(guess.value, languageAmong);
    return [...rest.flatMap((line, i) => reader.take(line, i + 1)), ...reader.end()];
  }

  test.each([3, 4, 11, 20, 29, 30])('one line less (%i): no text beside the wrong one, and it is asked', (missing) => {
    const rows = without(missing);
    const sure = rows.filter((row) => !row.doubt);
    for (const { cells } of sure) expect(PAIRS).toContainEqual(cells);
    expect(sure.length).toBeGreaterThanOrEqual(20);
    expect(rows.some((row) => row.doubt === 'out of turn')).toBe(true);
    expect(rows.flatMap(({ cells }) => cells).filter(Boolean)).toHaveLength(47);
  });

  test('blocks that mostly have as many lines as their translations: others are asked', () => {
    const blocks = [PAIRS.slice(0, 3), PAIRS.slice(3, 5), PAIRS.slice(5)].map((some, i) => [
      some.map(([a]) => a),
      some.map(([, b]) => b).slice(i === 1 ? 1 : 0),
    ]);
    const lines = blocks.flat(2);
    const reader = new MarkedReader(proposedMarked(lines, false)!.value!, languageAmong);
    const rows = [...lines.flatMap((line, i) => reader.take(line, i + 1)), ...reader.end()];
    expect(rows.filter((row) => row.doubt).map((row) => row.line)).toEqual([7]);
  });
});

describe('marked bilingual text', () => {
  test.each(Object.entries(FORMS))('%s', (_, form) => {
    const text = PAIRS.map(([a, b], i) => form(a, b, i)).join('\n');
    expect(cut(text)).toEqual(PAIRS.map((pair) => [...pair]));
  });

  test('a text between marks may go on over several lines', () => {
    const text = PAIRS.map(([a, b]) => `[[${a.replace(' ', '\n')} || ${b}]]`).join('\n\n');
    const marked = [...PAIRS.map(([a, b]) => `[[${a} || ${b}]]`)];
    const guess = proposedMarked(marked, false)!;
    const reader = new MarkedReader(guess.value, languageAmong);
    const rows = text.split('\n').flatMap((line, i) => reader.take(line, i + 1));
    expect(rows.map(({ cells }) => cells.map((cell) => cell.replace('\n', ' ')))).toEqual(
      PAIRS.map((pair) => [...pair]),
    );
    expect(rows[1]!.line).toBe(4);
  });

  test('blocks in two languages', () => {
    const blocks = [PAIRS.slice(0, 4), PAIRS.slice(4)].flatMap((some) => [
      some.map(([a]) => a).join('\n'),
      some.map(([, b]) => b).join('\n'),
    ]);
    expect(cut(blocks.join('\n'))).toEqual(PAIRS.map((pair) => [...pair]));
  });

  test.each([
    [
      'prose',
      'The lock was built in 1840.\nIt has two chambers.\nBoth are in use, one of them by night.\nThe keeper lives beside it.\nBoats pay at the gate.',
    ],
    ['a list of terms', 'lock\nweir\nsluice\ngate\nbridge\ncanal'],
  ])('%s is none', (_, text) => expect(proposedMarked(text.split('\n'), false)).toBeNull());

  test('cells cut by a delimiter are left to it', () =>
    expect(
      proposedMarked(
        PAIRS.map(([a, b]) => `${a}|${b}`),
        true,
      ),
    ).toBeNull());
});
