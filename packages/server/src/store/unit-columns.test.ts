import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { eachFact, factsOf, factText, saidOf } from './unit-columns.js';

const text = fc.oneof(
  fc.string({ unit: 'binary' }),
  fc.constantFrom('"', '\\', '\u0000', '\u001f', '\u007f', '\ud800', ' '),
);
const texts = fc.dictionary(
  text.filter((name) => name !== '__proto__'),
  text,
);
const optional = <T>(value: fc.Arbitrary<T>): fc.Arbitrary<T | undefined> => fc.option(value, { nil: undefined });
const props = fc.array(fc.record({ type: text, text, attributes: texts }, { requiredKeys: ['type', 'text'] }));
const notes = fc.array(fc.record({ text, attributes: texts }, { requiredKeys: ['text'] }));

describe('what is said about a unit', () => {
  it('is kept as JSON has it (RFC 8259)', () => {
    fc.assert(
      fc.property(optional(texts), optional(props), optional(notes), (attributes, properties, remarks) => {
        const said = {
          ...(attributes && { attributes }),
          ...(properties && { props: properties }),
          ...(remarks && { notes: remarks }),
        };
        const json = saidOf(said);
        if (Object.keys(said).length === 0) expect(json).toBeNull();
        else {
          expect(JSON.parse(json!)).toEqual(said);
          expect(json).not.toMatch(/\p{Cs}/u);
        }
      }),
    );
  });

  it('becomes the same facts one by one and all at once', () => {
    const unit = {
      attributes: { changedate: '20261123T140500Z', changeid: 'Mara' },
      props: [
        { type: 'x-project', text: 'Lock\n7' },
        { type: 'x-project', text: 'Lock 8' },
      ],
      variants: [{ language: 'de' as LanguageTag, text: 'a', codes: [] }],
    };
    const one: string[] = [];
    eachFact(unit, { author: 'Mara', changed: '20261123T140500Z' }, (...fact) => one.push(factText(...fact)));
    expect(factsOf(unit)).toEqual(one);
    expect(one).toEqual([
      'a\u0001mara',
      'd\u000120261123',
      'p\u0001x-project\u0001lock 7',
      'p\u0001x-project\u0001lock 8',
    ]);
  });
});
