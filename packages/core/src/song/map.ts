import { sectionNamed } from './derive';
import type { MapEntry, SongDocument } from './document';

/**
 * Gives the map of a song: as it is said, else the sections in the order they are written, of the
 * guitar part that is taught.
 *
 * @example
 * mapOf(EMPTY_SONG) // []
 */
export function mapOf(song: SongDocument): readonly MapEntry[] {
  if (song.map.length > 0) return song.map;
  return song.sections
    .filter((section) => sectionNamed(song, section.name) === section)
    .map((section) => ({ section: section.name, times: 1 }));
}
