/** What the pages are told as it happens, over server-sent events. */
export type ServerEvent =
  | { readonly type: 'job'; readonly job: unknown }
  | {
      readonly type: 'changed';
      readonly what: 'clients' | 'holdings' | 'termbase' | 'memory' | 'intake' | 'alignment' | 'ledger' | 'inspection';
      readonly id?: number;
    };

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
