/** Changes of a reading: sent to the server, whose answer is shown at once. */
import { useQueryClient } from '@tanstack/react-query';
import { call } from '../../api/http.js';
import type { IntakeDecisions, IntakeFileBody, SourceChoicesBody } from '../../api/types.js';
import { intakeTexts } from './messages.js';
import { useToast } from '../../ui/toast-store.js';

export type Verdict = 'take' | 'leave' | 'turn' | 'join' | 'replace';

export interface ReadingChanges {
  decide(decisions: IntakeDecisions): void;
  recut(choices: SourceChoicesBody): void;
  setTarget(termbaseId: number | null): void;
  decideRow(row: number, decision: { cells?: Record<string, string>; verdict?: Verdict } | null): void;
  /** Null: back to what was proposed. */
  applyRecipe(recipeId: number | null): void;
  forgetRecipe(recipeId: number): void;
  takeSheet(sheet: string): void;
}

export function useReadingChanges(fileId: number): ReadingChanges {
  const queries = useQueryClient();
  const { say, fail } = useToast.getState();
  const apply = (change: Promise<IntakeFileBody | unknown>): void => {
    change.then((file) => {
      if (isFile(file)) queries.setQueryData(['intake', fileId], file);
      void queries.invalidateQueries({ queryKey: ['intake', fileId] });
    }, fail);
  };
  const params = { id: fileId };
  return {
    decide: (body) => apply(call('PATCH /intake/files/:id/decisions', { params, body })),
    recut: (body) => {
      const cut = call('PATCH /intake/files/:id/source', { params, body });
      apply(cut);
      cut.then(
        ({ dropped }) => dropped.length > 0 && say(intakeTexts.dropped(dropped)),
        () => undefined,
      );
    },
    setTarget: (termbaseId) => apply(call('PATCH /intake/files/:id/target', { params, body: { termbaseId } })),
    decideRow: (row, decision) =>
      apply(call('PUT /intake/files/:id/rows/:row', { params: { id: fileId, row }, body: { decision } })),
    applyRecipe: (recipeId) => apply(call('PUT /intake/files/:id/recipe', { params, body: { recipeId } })),
    forgetRecipe: (recipeId) => apply(call('DELETE /intake/recipes/:id', { params: { id: recipeId } })),
    takeSheet: (sheet) => {
      call('POST /intake/files/:id/sheets', { params, body: { sheet } }).then(
        () => queries.invalidateQueries({ queryKey: ['intake', 'files'] }),
        fail,
      );
    },
  };
}

function isFile(answer: unknown): answer is IntakeFileBody {
  return typeof answer === 'object' && answer !== null && 'reading' in answer;
}
