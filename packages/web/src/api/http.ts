/** Calls of the contract's routes. A failure is an `ApiFailure` with words for what the server said. */
import type { Contract } from '@fair-copy/api/contract.js';
import type { Answered, Call } from '@fair-copy/api/route.js';
import type { ErrorAnswer } from '@fair-copy/api/shared.js';
import { pageOpened } from './opening.js';
import { m } from '../messages/index.js';
import { errorWords } from '../words.js';

export class ApiFailure extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

/** Method and path of a route. */
export type RouteKey = keyof Contract & string;

interface Given {
  readonly params?: Readonly<Record<string, unknown>>;
  readonly query?: Readonly<Record<string, unknown>>;
  readonly body?: unknown;
}

/** What is given may be left out where nothing has to be. */
type GivenTo<K extends RouteKey> =
  object extends Call<Contract[K]> ? [given?: Call<Contract[K]>] : [given: Call<Contract[K]>];

export async function call<K extends RouteKey>(key: K, ...args: GivenTo<K>): Promise<Answered<Contract[K]>> {
  const [given = {}] = args as unknown as [Given?];
  const { body } = given;
  return answered(() =>
    fetch(addressOf(key, given), {
      method: methodOf(key),
      headers: { 'x-page': pageOpened(), ...(body !== undefined && { 'content-type': 'application/json' }) },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    }),
  );
}

/** Streams a file as it is. */
/** Routes whose body is a file. */
type FileRoute =
  | 'POST /alignments/files'
  | 'POST /intake/files'
  | 'POST /concepts/:id/pictures'
  | 'POST /termbases/:id/findings/answers'
  | 'POST /memories/:id/findings/answers';

export async function upload<K extends FileRoute>(
  key: K,
  { file, ...given }: Call<Contract[K]> & { readonly file: Blob },
): Promise<Answered<Contract[K]>> {
  const headers = { 'content-type': 'application/octet-stream', 'x-page': pageOpened() };
  return answered(() => fetch(addressOf(key, given), { method: methodOf(key), headers, body: file }));
}

/** What a page may send while it is left (Fetch standard: 64 KiB with `keepalive`). */
const LAST_WORDS = 60_000;

/** Sends what must not be lost while the page is being left; false: it is too much, and the person has to stay. */
export function sendLeaving(key: 'PUT /alignments/:id', given: Call<Contract['PUT /alignments/:id']>): boolean {
  const body = JSON.stringify(given.body);
  if (new Blob([body]).size > LAST_WORDS) return false;
  const headers = { 'content-type': 'application/json' };
  const request = { method: methodOf(key), headers, body, keepalive: true };
  void fetch(addressOf(key, given), request).catch(() => undefined);
  return true;
}

const methodOf = (key: RouteKey): string => key.slice(0, key.indexOf(' '));

/** The address of a route, its parameters filled in, without those that are not asked for. */
function addressOf(key: RouteKey, { params = {}, query = {} }: Given = {}): string {
  const path = key
    .slice(key.indexOf(' ') + 1)
    .replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(params[name])));
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries(query))
    if (value !== null && value !== undefined) search.set(name, String(value));
  return `/api${path}${search.size ? `?${search.toString()}` : ''}`;
}

async function answered<T>(ask: () => Promise<Response>): Promise<T> {
  let response: Response;
  try {
    response = await ask();
  } catch {
    throw new ApiFailure('no-connection', m.common.noConnection);
  }
  const body = (await response.json().catch(() => null)) as T | ErrorAnswer | null;
  if (response.ok) return body as T;
  const error = body as ErrorAnswer | null;
  throw error ? new ApiFailure(error.code, errorWords(error)) : new ApiFailure('internal', response.statusText);
}
