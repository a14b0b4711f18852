import Button from '@mui/material/Button';
import { m } from '../messages/index.js';
import { EmptyState } from './EmptyState.js';

/** Why something cannot be shown, and how to ask for it again. */
export interface Failure {
  readonly message: string;
  readonly again: () => void;
}

interface Asked {
  readonly data: unknown;
  readonly error: Error | null;
  readonly refetch: () => unknown;
}

/** The failure of what was asked for and of which nothing is known; null: all of it is known, or still on its way. */
export function failureOf(...asked: readonly Asked[]): Failure | null {
  const failed = asked.filter(({ data, error }) => data === undefined && error);
  if (failed.length === 0) return null;
  return { message: failed[0]!.error!.message, again: () => failed.forEach(({ refetch }) => void refetch()) };
}

interface Props {
  readonly failure: Failure;
  /** "h1" where nothing else heads the page. */
  readonly heading?: 'h1' | 'h2';
}

/** In place of a list that could not be fetched: never "there is nothing", which nobody knows. */
export function Failed({ failure, heading = 'h2' }: Props) {
  return (
    <EmptyState title={m.common.notLoaded} advice={failure.message} heading={heading}>
      <Button variant="outlined" onClick={failure.again}>
        {m.common.tryAgain}
      </Button>
    </EmptyState>
  );
}
