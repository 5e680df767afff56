import type { Lost } from '../report';

/** A file that is written, and what of the song is not in it. */
export interface WrittenFile {
  readonly bytes: Uint8Array;
  readonly lost: readonly Lost[];
}
