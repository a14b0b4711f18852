/** The words of a call are off. */
export class UsageError extends Error {}
