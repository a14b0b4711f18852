/** Where things lie in the data folder. */
import { join } from 'node:path';

export interface Paths {
  readonly root: string;
  readonly workspace: string;
  readonly desk: string;
  /** Client files as they came, by SHA-256. */
  original(sha256: string): string;
  staging(fileId: number): string;
  /** The units of a client file, as the memory that it becomes. */
  stagedMemory(name: string): string;
  /** What would become of the memories of a client's merging. */
  stagedMerge(clientId: number): string;
  /** What comes of a plan of a client's: a bridge, a comparison, termbases that become one. */
  stagedPlan(clientId: number, kind: 'bridge' | 'compare' | 'terms'): string;
  /** What the last rehearsal of a kit came to. */
  rehearsal(kitId: number): string;
  /** What an inspection found, until it is taken over. */
  stagedFindings(jobId: number): string;
  /** The units of a memory. */
  memory(file: string): string;
  outgoing(jobId: number): string;
  readonly incoming: string;
}

export function pathsOf(root: string): Paths {
  return {
    root,
    workspace: join(root, 'workspace.db'),
    desk: join(root, 'desk.db'),
    original: (sha256) => join(root, 'originals', sha256.slice(0, 2), sha256),
    staging: (fileId) => join(root, 'staging', `${fileId}.db`),
    stagedFindings: (jobId) => join(root, 'staging', `${jobId}-findings.db`),
    stagedMerge: (clientId) => join(root, 'staging', `${clientId}-merge.db`),
    stagedPlan: (clientId, kind) => join(root, 'staging', `${clientId}-${kind}.db`),
    rehearsal: (kitId) => join(root, 'staging', `${kitId}-rehearse.db`),
    stagedMemory: (name) => join(root, 'staging', `${name}-units.db`),
    memory: (file) => join(root, 'memories', file),
    outgoing: (jobId) => join(root, 'outgoing', String(jobId)),
    incoming: join(root, 'incoming'),
  };
}
