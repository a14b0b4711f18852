import type { ComponentPropsWithRef } from 'react';

export interface TableContext {
  readonly label: string;
  readonly rows: number;
}

/** The list of a virtual table: it, not the scrolling box around it, is the table for assistive technology. */
export function TableList({ context, ...props }: ComponentPropsWithRef<'div'> & { readonly context?: TableContext }) {
  return <div {...props} role="table" aria-label={context?.label} aria-rowcount={context?.rows} />;
}

export const TABLE_COMPONENTS = { List: TableList };
