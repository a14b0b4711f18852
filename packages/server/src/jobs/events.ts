/** Tells the pages what happens. */
import type { ServerEvent } from '@fair-copy/api/events.js';

export class Events {
  private readonly listeners = new Set<(event: ServerEvent) => void>();

  listen(listener: (event: ServerEvent) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  tell(event: ServerEvent): void {
    for (const listener of this.listeners) listener(event);
  }
}
