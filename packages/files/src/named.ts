import { DataError, inFile } from '@fair-copy/core/diagnostic.js';

/** What goes wrong with a file says its name. */
export async function named<T>(file: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (!(error instanceof DataError) || error.diagnostic.place.file) throw error;
    throw DataError.of(inFile(error.diagnostic, file));
  }
}

/** The same for what is read piece by piece. */
export async function* namedEach<T>(name: string, pieces: AsyncIterable<T>): AsyncGenerator<T> {
  try {
    yield* pieces;
  } catch (error) {
    if (!(error instanceof DataError) || error.diagnostic.place.file) throw error;
    throw DataError.of(inFile(error.diagnostic, name));
  }
}
