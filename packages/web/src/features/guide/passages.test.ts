import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { found, passagesOf } from './passages.js';

const guide = passagesOf(readFileSync(new URL('../../../../../docs/guide.md', import.meta.url), 'utf8'));

describe('the guide', () => {
  test('has parts, each with passages; nothing of Markdown is left', () => {
    expect(new Set(guide.map(({ part }) => part)).size).toBeGreaterThan(6);
    for (const { html } of guide) expect(html).not.toMatch(/^#|\*\*/m);
  });
  test('is searched by words in any order, in texts and names of parts', () => {
    expect(found(guide, 'pictures FOLDER').length).toBeGreaterThan(0);
    expect(found(guide, 'folder pictures')).toEqual(found(guide, 'pictures FOLDER'));
    expect(found(guide, 'terminal').length).toBeGreaterThan(0);
    expect(found(guide, 'xyzzy')).toEqual([]);
    expect(found(guide, ' ')).toEqual(guide);
  });
});
