/** A query list that came back is done: right texts are written, what is right as it is is let stand. One entry in the ledger. */
import { did } from '@fair-copy/words/done.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { withTermText } from '@fair-copy/core/termbase/edit.js';
import { NO_CODES } from '@fair-copy/core/text/inline-codes.js';
import { ApiError } from '../errors.js';
import { openFindings, type FindingRow } from '../findings/read.js';
import { subjectOf, type Subject } from '../findings/subjects.js';
import type { TaskContext } from '../jobs/task.js';
import { recorded, type Writing } from '../ledger/operation.js';
import { changedNow, inMemory } from '../memories/edit.js';
import { ConceptWriter } from '../store/concepts.js';
import type { Db } from '../store/database.js';
import { memoryById } from '../store/memories.js';
import { pathsOf } from '../store/paths.js';
import { workspaceForWriting } from '../store/workspace.js';
import { aboutFindings, replaceConcept, writeStets } from './judge.js';
import { answersIn, queryKey, type Answer } from './queries.js';

export interface ToAnswer {
  readonly kind: Subject['kind'];
  /** The termbase or memory. */
  readonly owner: number;
  /** The list as it came, among the originals. */
  readonly sha256: string;
  readonly name: string;
}

export interface Answered {
  readonly ledgerId: number;
  /** Texts that were written. */
  readonly changed: number;
  /** Findings that are let stand. */
  readonly stet: number;
  /** Lines without an answer. */
  readonly unanswered: number;
  /** Answers to what is not open any more, and texts that cannot be written by themselves (a whole concept, inline codes). */
  readonly left: number;
}

interface Given {
  readonly row: FindingRow;
  readonly answer: Answer;
}

/** Throws `ApiError` where the file is no query list or answers nothing that is open, `DataError` where it cannot be read. */
export async function takeAnswers({ kind, owner, sha256, name }: ToAnswer, context: TaskContext): Promise<Answered> {
  const db = workspaceForWriting(context.dataDir);
  const of = subjectOf(kind);
  const answers = await answersIn(pathsOf(context.dataDir).original(sha256), name);
  const said = answers.filter(({ text, isRight }) => text !== '' || isRight);
  const open = openByKey(db, of, owner);
  const given = said.flatMap((answer): Given[] => {
    const row = open.get(answer.key);
    return row ? [{ row, answer }] : [];
  });
  if (given.length === 0) throw new ApiError('nothing-answered', { count: answers.length });
  const [texts, right] = [given.filter(isText), given.filter((one) => !isText(one))];
  const title = did('queries-answered', { name, count: given.length });
  const about = aboutFindings(db, kind, owner, 'answers', title);
  const done = (writing: Writing, changed: number): Answered => {
    // Nothing of it could be done: nothing is in the ledger either.
    if (changed + right.length === 0) throw new ApiError('nothing-answered', { count: answers.length });
    writing.entry.touch(kind, owner);
    for (const { row, answer } of right) writeStets(writing, of, [row], answer.reason);
    const left = said.length - given.length + texts.length - changed;
    return {
      ledgerId: writing.entry.id,
      changed,
      stet: right.length,
      unanswered: answers.length - said.length,
      left,
    };
  };
  if (kind === 'termbase')
    return recorded(context, about, (writing) => {
      const writer = new ConceptWriter(db, writing.now);
      const changed = texts.filter(({ row, answer }) =>
        replaceConcept(writing, writer, row.item, (body) => withAnswer(body, row, answer)),
      );
      return done(writing, changed.length);
    });
  return inMemory(context, memoryById(db, owner), about, (file, _, changes, writing) => {
    const changed = texts.filter(({ row, answer }) => {
      const unit = file.unit(row.item);
      const variant = unit?.variants[Number(row.place)];
      if (!unit || !variant || row.place === null || variant.text !== row.text || variant.codes.length > 0)
        return false;
      const next = { ...variant, text: answer.text, codes: NO_CODES };
      changes.replace(unit, changedNow(unit, { ...unit, variants: unit.variants.with(Number(row.place), next) }));
      return true;
    });
    return done(writing, changed.length);
  });
}

/** Whether another text is given: the same one again says that it is right. */
const isText = ({ row, answer }: Given): boolean => answer.text !== '' && answer.text !== row.text && !answer.isRight;

function openByKey(db: Db, of: Subject, owner: number): Map<string, FindingRow> {
  const open = new Map<string, FindingRow>();
  for (let after = 0; ;) {
    const page = openFindings(db, of, { owner, check: null, after, limit: 1000 });
    for (const row of page) open.set(queryKey(row), row);
    if (page.length === 0) return open;
    after = page.at(-1)!.id;
  }
}

/** Null: the term is another one by now, or the finding is not about one term. */
function withAnswer(body: ConceptBody, { place, text }: FindingRow, answer: Answer): ConceptBody | null {
  const term = body.languages.flatMap((section) => section.terms).find(({ id }) => id === place);
  return term?.text === text ? withTermText(body, term.id, answer.text) : null;
}
