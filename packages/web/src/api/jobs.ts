/** Waiting for a job to end, and fetching the file it wrote. */
import type { JobKind, JobOf, ResultOf } from '@fair-copy/api/jobs.js';
import { call } from './http.js';
import { errorWords } from '../words.js';

/** Asks until the job has ended; the pages hear of it by events as well, but a promise needs an end. */
export async function jobEnded<K extends JobKind>({ id, kind }: JobOf<K>): Promise<JobOf<K>> {
  for (;;) {
    const job = await call('GET /jobs/:id', { params: { id } });
    if (job.state !== 'running' && isOf(job, kind)) return job;
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
}

function isOf<K extends JobKind>(job: { readonly kind: JobKind }, kind: K): job is JobOf<K> {
  return job.kind === kind;
}

/** What the job has come to; null if it was stopped. Throws what the server said if it failed. */
export async function jobResult<K extends JobKind>(started: JobOf<K>): Promise<ResultOf<K> | null> {
  const job = await jobEnded(started);
  if (job.state === 'failed') throw new Error(job.error ? errorWords(job.error) : undefined);
  return job.result;
}

export function jobFileAddress(id: number): string {
  return `/api/jobs/${id}/file`;
}

/** Hands the file of a job to the browser, which saves it where it saves files. */
export function fetchJobFile(id: number): void {
  const link = document.createElement('a');
  link.href = jobFileAddress(id);
  link.download = '';
  document.body.append(link);
  link.click();
  link.remove();
}
