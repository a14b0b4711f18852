import { describe, expect, it, test } from '@jest/globals';
import { CODE } from '../text/inline-codes.js';
import { FormattedText, MARK, withCodes, withoutMarks } from './formatting.js';

/** "(" and ")" for the ends of formatting, "*" for a thing by itself. */
const marked = (text: string): string =>
  text.replace(/[()*]/g, (mark) => ({ '(': MARK.open, ')': MARK.close, '*': MARK.alone })[mark]!);
const shown = (segments: readonly string[]): string[] => segments.map((text) => text.replaceAll(CODE, '|'));
const cut = (text: string): string[] =>
  withoutMarks(marked(text))
    .split(/(?<=\.) /)
    .map((one) => one.replace(/\s+/g, ' ').trim());
const coded = (text: string): string[] => shown(withCodes(marked(text), cut(text)));

describe('codes of segments', () => {
  test.each([
    ['within a segment', 'Open the (upper) gate.', ['Open the |upper| gate.']],
    ['none', 'Open the gate. Wait.', ['Open the gate.', 'Wait.']],
    ['around all of a segment', '(Open the gate.)', ['Open the gate.']],
    ['around several segments', '(Open the gate. Wait.) Go.', ['Open the gate.', 'Wait.', 'Go.']],
    ['beyond the end of one', 'Open (the gate. Wait) here.', ['Open the gate.', 'Wait here.']],
    ['at its beginning and end', '(Note:) open the (gate.)', ['|Note:| open the |gate.|']],
    ['within one another', 'Open ((the) gate) now.', ['Open ||the| gate| now.']],
    ['by itself at an end, as the number of a note', 'Open the gate.* Wait.', ['Open the gate.', 'Wait.']],
    ['by itself in the middle', 'Press * twice.', ['Press | twice.']],
    ['with nothing between', 'Open () the gate.', ['Open the gate.']],
    ['with spaces within', 'Open( the )gate.', ['Open |the| gate.']],
    ['between segments', 'Open (it.) (Wait) here.', ['Open |it.|', '|Wait| here.']],
    ['beyond the Basic Multilingual Plane', 'Open 𝒢 (𝒜) now.', ['Open 𝒢 |𝒜| now.']],
  ])('%s', (_, text, expected) => expect(coded(text)).toEqual(expected));

  it('leaves segments of another text as they are', () =>
    expect(withCodes(marked('Open (the) gate.'), ['Close the weir.'])).toEqual(['Close the weir.']));
});

describe('a text that grows run by run', () => {
  it('has one pair around what looks the same, whatever its spaces', () => {
    const text = new FormattedText();
    for (const [run, formatting] of [
      ['Open ', ''],
      ['the', 'b'],
      [' ', ''],
      ['upper', 'b'],
      [' gate', 'i'],
    ] as const)
      text.add(run, formatting);
    text.end();
    expect(text.text).toBe(marked('Open (the upper)( gate)'));
  });
});
