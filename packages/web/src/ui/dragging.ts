import type { Announcements } from '@dnd-kit/core';

const nothing = (): undefined => undefined;

/** The library's own announcements are in English whatever language the reader chose: rather none. */
export const QUIET: { readonly announcements: Announcements } = {
  announcements: { onDragStart: nothing, onDragOver: nothing, onDragEnd: nothing, onDragCancel: nothing },
};
