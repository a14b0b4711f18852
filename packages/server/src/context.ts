/** What the routes work with. */
import type { Events } from './jobs/events.js';
import type { Jobs } from './jobs/jobs.js';
import type { Workers } from './jobs/workers.js';
import type { Db } from './store/database.js';
import type { OpenMemories } from './store/memories.js';
import type { Paths } from './store/paths.js';

export interface Context {
  readonly paths: Paths;
  /** Reading only; everything that writes it goes through the workers. */
  readonly workspace: Db;
  readonly memories: OpenMemories;
  readonly desk: Db;
  readonly events: Events;
  readonly jobs: Jobs;
  readonly workers: Workers;
  /** Lets go of the data folder. */
  readonly unlock: () => void;
}
