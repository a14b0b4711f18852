/** A limit in time for what a person's own pattern does: a single match may take longer than the sun will last. */
import { createContext, Script } from 'node:vm';
import { ApiError } from '../errors.js';

/** Milliseconds that a pattern may take for the texts that are tried together; most take less than one. */
export const PATTERN_TIME = 500;

const RUN = new Script('run()');
const context = createContext({ run: null });

/**
 * Runs something that takes no time unless it has gone astray. V8 ends it from outside, in the middle of a match if need be.
 * Throws `ApiError` ("pattern-slow"). Costs about a tenth of a millisecond.
 */
export function withinTime<T>(milliseconds: number, run: () => T): T {
  context.run = run;
  try {
    return RUN.runInContext(context, { timeout: milliseconds }) as T;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ERR_SCRIPT_EXECUTION_TIMEOUT') throw new ApiError('pattern-slow');
    throw error;
  } finally {
    context.run = null;
  }
}
