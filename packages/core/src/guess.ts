/** A guess is shown with how sure it is and why; `set` says that a person decided. */
export interface Guess<T> {
  readonly value: T;
  /** 0 to 1. */
  readonly sureness: number;
  readonly reason: string;
  readonly set?: boolean;
}
