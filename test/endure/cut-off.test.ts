/** A part of what `npm run endure` does in full: one kill and one full disk at every place of three operations. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { cut, placesOf, stateAfter } from './cut-off.js';
import { makeWorkspace, OPERATIONS, remove, type Workspace } from './operations.js';
import { stateOf } from './state.js';

let workspace: Workspace;
beforeAll(() => {
  workspace = makeWorkspace();
}, 120_000);
afterAll(() => remove(workspace));

const chosen = OPERATIONS.filter(({ name }) =>
  ['units are moved', 'two files become a memory', 'a unit is changed'].includes(name),
);

describe.each(chosen)('$name', ({ name, task, args }) => {
  test.each(['kill', 'full'] as const)(
    '%s at every place',
    (kind) => {
      const said = args(workspace);
      const before = stateOf(workspace.dataDir);
      const after = stateAfter(workspace, task, said);
      const places = placesOf(workspace, task, said);
      expect(places.length).toBeGreaterThan(3);
      for (const { name: place, thread, at } of places) {
        if (kind === 'full' && /^(committed|renamed)/.test(place)) continue;
        const fault = { kind, at, thread };
        const result = cut(workspace, { title: `${name}: ${place}`, task, args: said, fault, before, after });
        expect(result).toMatchObject({ faults: [] });
        expect(result.state).not.toBe('neither');
      }
    },
    300_000,
  );
});
