/** Long work in steps, so that who does it can say how far it is, and can stop. Each step yields the share that is done. */
export type Steps<T> = Generator<number, T>;

/** All steps at once. */
export function ended<T>(steps: Steps<T>): T {
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/** The same steps, each with what its share is of the whole. */
export function* withShares<T>(steps: Steps<T>, ofWhole: (share: number) => number): Steps<T> {
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
    yield ofWhole(value);
  }
}
