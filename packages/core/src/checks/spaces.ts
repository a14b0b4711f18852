import { firstInvisible, withoutInvisible } from '../text/invisible.js';
import { onText, perItem } from './check.js';

const about = {
  id: 'spaces',
  severity: 'warning',
} as const;

/** Precise by construction: every finding is a difference in characters that no text needs. */
export const spacesCheck = perItem(about, function* (texts, item) {
  for (const one of texts) {
    const problems: ('begins' | 'ends' | 'several')[] = [];
    if (/^\s/u.test(one.text)) problems.push('begins');
    if (/\s$/u.test(one.text)) problems.push('ends');
    if (/\S\s{2,}\S/u.test(one.text)) problems.push('several');
    const bare = withoutInvisible(one.text);
    const invisible = bare === one.text ? null : firstInvisible(one.text);
    if (problems.length === 0 && invisible === null) continue;
    const text = bare.replace(/\s+/gu, ' ').trim();
    const said = { code: 'spaces', values: { problems, invisible } } as const;
    yield onText(about, item, one, said, { ...(text && { correction: { kind: 'text', text, safe: true } }) });
  }
});
