/** A zip archive as the readers see it; opening it safely is done outside the core. */
export interface Archive {
  readonly names: readonly string[];
  /** The content of a member in pieces. Limits on size are the archive's own; throws `DataError`. */
  read(name: string): AsyncIterable<Uint8Array>;
}

/** UTF-8 or, after a byte order mark, UTF-16 parts of a package as text in pieces. */
export type PartText = (archive: Archive, name: string) => AsyncIterable<string>;
