/** Letters that every text has to hold which a regular expression fits, so that the index can be asked for them. */
import { RegExpParser, type AST } from '@eslint-community/regexpp';

/** Shorter runs stand in nearly every text. */
const LEAST = 2;

/** Runs of letters and digits, each within a word; none where nothing can be said. Throws nothing: a wrong pattern says nothing. */
export function lettersOf(source: string): string[] {
  try {
    const pattern = new RegExpParser().parsePattern(source, undefined, undefined, { unicode: true });
    // Of alternatives only one has to be there.
    return pattern.alternatives.length === 1 ? ofAlternative(pattern.alternatives[0]!) : [];
  } catch {
    return [];
  }
}

function ofAlternative({ elements }: AST.Alternative): string[] {
  const found: string[] = [];
  let run = '';
  const end = (): void => {
    for (const word of run.match(/[\p{L}\p{M}\p{N}]+/gu) ?? []) if (word.length >= LEAST) found.push(word);
    run = '';
  };
  for (const element of elements) {
    if (element.type === 'Character') run += String.fromCodePoint(element.value);
    else {
      end();
      found.push(...ofElement(element));
    }
  }
  end();
  return found;
}

function ofElement(element: AST.Element): string[] {
  switch (element.type) {
    case 'Group':
    case 'CapturingGroup':
      return element.alternatives.length === 1 ? ofAlternative(element.alternatives[0]!) : [];
    case 'Quantifier':
      return element.min > 0 && element.element.type !== 'Character' ? ofElement(element.element) : [];
    case 'Assertion':
      return element.kind === 'lookahead' && !element.negate && element.alternatives.length === 1
        ? ofAlternative(element.alternatives[0]!)
        : [];
    default:
      return [];
  }
}
