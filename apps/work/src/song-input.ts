import { songDocumentSchema } from '@harvu/contract';
import { LONGEST_CHART, readChart } from '@harvu/core/chart';
import { EMPTY_SONG, type SongDocument } from '@harvu/core/song';

/** Reads a song given as chart text or as a document; a text says why it is neither. */
export function readSong(song: string | object): SongDocument | string {
  if (typeof song === 'string') {
    return song.length <= LONGEST_CHART ? readChart(song).song : 'The chart is too long.';
  }
  // A document may leave out what an empty song has; a number or a list is none.
  const document = { ...EMPTY_SONG, ...song };
  const isDocument = typeof song === 'object' && !Array.isArray(song);
  return isDocument && songDocumentSchema.isValidSync(document, { strict: true })
    ? document
    : 'song must be chart text or a song document.';
}
