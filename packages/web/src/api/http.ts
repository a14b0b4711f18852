/** Calls to the server. A failure is an `ApiFailure` with the server's own words. */
import { m } from '../messages/en.js';

export class ApiFailure extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

export async function get<T>(
  path: string,
  query: Readonly<Record<string, string | number | null | undefined>> = {},
): Promise<T> {
  const params = new URLSearchParams();
  for (const [name, value] of Object.entries(query))
    if (value !== null && value !== undefined) params.set(name, String(value));
  const tail = params.size ? `?${params.toString()}` : '';
  return answered<T>(() => fetch(`/api${path}${tail}`));
}

export async function send<T>(method: 'POST' | 'PATCH' | 'PUT' | 'DELETE', path: string, body?: unknown): Promise<T> {
  return answered<T>(() =>
    fetch(`/api${path}`, {
      method,
      ...(body !== undefined && { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    }),
  );
}

/** What a page may send while it is left (Fetch standard: 64 KiB with `keepalive`). */
const LAST_WORDS = 60_000;

/** Sends what must not be lost while the page is being left; false: it is too much, and the person has to stay. */
export function sendLeaving(path: string, body: unknown): boolean {
  const text = JSON.stringify(body);
  if (new Blob([text]).size > LAST_WORDS) return false;
  const headers = { 'content-type': 'application/json' };
  void fetch(`/api${path}`, { method: 'PUT', headers, body: text, keepalive: true }).catch(() => undefined);
  return true;
}

/** Streams a file as it is. */
export async function upload<T>(path: string, file: Blob): Promise<T> {
  return answered<T>(() =>
    fetch(`/api${path}`, { method: 'POST', headers: { 'content-type': 'application/octet-stream' }, body: file }),
  );
}

async function answered<T>(ask: () => Promise<Response>): Promise<T> {
  let response: Response;
  try {
    response = await ask();
  } catch {
    throw new ApiFailure('no-connection', m.common.noConnection);
  }
  const body = (await response.json().catch(() => null)) as T | { code: string; message: string } | null;
  if (response.ok) return body as T;
  const error = body as { code: string; message: string } | null;
  throw new ApiFailure(error?.code ?? 'internal', error?.message ?? response.statusText);
}
