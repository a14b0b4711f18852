/** A stage of the work as the application knows it: its pages, its name above them, its command, what makes it stale. */
import type { ComponentType } from 'react';
import type { Changing } from '@fair-copy/api/events.js';

export interface Page {
  /** As React Router has it, without the slash before it. */
  readonly path: string;
  readonly load: () => Promise<ComponentType>;
}

export interface Stage {
  readonly pages: readonly Page[];
  /** In the masthead; left out: its pages are reached from others. */
  readonly title?: string;
  /** In the masthead it is said to be not built yet. */
  readonly isComing?: boolean;
  /** The words of the command that opens its first page; left out: there is none. */
  readonly command?: string;
  /** The beginnings of the keys of queries that a change of each kind makes stale. */
  readonly staleAfter?: Readonly<Partial<Record<Changing, readonly (readonly unknown[])[]>>>;
}
