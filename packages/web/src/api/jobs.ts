/** Waiting for a job to end, and fetching the file it wrote. */
import { get } from './http.js';
import type { JobBody } from './types.js';

/** Asks until the job has ended; the pages hear of it by events as well, but a promise needs an end. */
export async function jobEnded(id: number): Promise<JobBody> {
  for (;;) {
    const job = await get<JobBody>(`/jobs/${id}`);
    if (job.state !== 'running') return job;
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
}

/** What the job has come to; null if it was stopped. Throws what the server said if it failed. */
export async function jobResult<T>(id: number): Promise<T | null> {
  const job = await jobEnded(id);
  if (job.state === 'failed') throw new Error(job.error?.message);
  return job.state === 'done' ? (job.result as T) : null;
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
