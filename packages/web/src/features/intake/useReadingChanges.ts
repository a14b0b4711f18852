/** Changes of a reading: sent to the server, whose answer is shown at once. */
import { useQueryClient } from '@tanstack/react-query';
import { send } from '../../api/http.js';
import type { IntakeDecisions, IntakeFileBody, SourceChoicesBody } from '../../api/types.js';
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
  const fail = useToast((state) => state.fail);
  const apply = (change: Promise<IntakeFileBody | unknown>): void => {
    change.then((file) => {
      if (isFile(file)) queries.setQueryData(['intake', fileId], file);
      void queries.invalidateQueries({ queryKey: ['intake', fileId] });
    }, fail);
  };
  const path = `/intake/files/${fileId}`;
  return {
    decide: (decisions) => apply(send('PATCH', `${path}/decisions`, decisions)),
    recut: (choices) => apply(send('PATCH', `${path}/source`, choices)),
    setTarget: (termbaseId) => apply(send('PATCH', `${path}/target`, { termbaseId })),
    decideRow: (row, decision) => apply(send('PUT', `${path}/rows/${row}`, { decision })),
    applyRecipe: (recipeId) => apply(send('PUT', `${path}/recipe`, { recipeId })),
    forgetRecipe: (recipeId) => apply(send('DELETE', `/intake/recipes/${recipeId}`)),
    takeSheet: (sheet) => {
      send('POST', `${path}/sheets`, { sheet }).then(
        () => queries.invalidateQueries({ queryKey: ['intake', 'files'] }),
        fail,
      );
    },
  };
}

function isFile(answer: unknown): answer is IntakeFileBody {
  return typeof answer === 'object' && answer !== null && 'reading' in answer;
}
