/** Which opening of a page a request comes from: noted with what is done for it, so that `u` undoes nothing unasked that was done elsewhere. */
import { AsyncLocalStorage } from 'node:async_hooks';

const opening = new AsyncLocalStorage<string | null>();

/** What a page calls its opening; anything else is none. */
const NAME = /^[\w-]{8,64}$/;

/** @param header `x-page` of the request */
export function asPage(header: string | string[] | undefined, next: () => void): void {
  opening.run(typeof header === 'string' && NAME.test(header) ? header : null, next);
}

/** Of the request that is being answered, and of the job that it began; null: another program asked. */
export function pageNow(): string | null {
  return opening.getStore() ?? null;
}
