import type { PartOccurrence } from '@harvu/core/form';
import {
  mapOf,
  sectionNamed,
  type MapEntry,
  type Section,
  type SongDocument,
} from '@harvu/core/song';

/** A section as the bench shows it: once as it is written, and once for each way it is moved on the map. */
export interface Station {
  readonly key: string;
  readonly section: Section;
  readonly semitones: number;
  /** Its first place on the map; none where it is never played. */
  readonly entry?: MapEntry;
}

/**
 * Gives the song from its first bar to its last, each section where it first comes; those that are
 * never played stand last. Sections that come again as they were are not shown again.
 */
export function stationsOf(song: SongDocument): readonly Station[] {
  const stations = new Map<string, Station>();
  for (const entry of mapOf(song)) {
    const section = sectionNamed(song, entry.section);
    if (!section) continue;
    const semitones = entry.semitones ?? 0;
    const key = keyOf(section, semitones);
    if (!stations.has(key)) stations.set(key, { key, section, semitones, entry });
  }
  const played = new Set([...stations.values()].map((one) => one.section.id));
  const rest = song.sections
    .filter((one) => !played.has(one.id))
    .map((section) => ({ key: keyOf(section, 0), section, semitones: 0 }));
  return [...stations.values(), ...rest];
}

/** The station that an occurrence of the song stands for, by its place; -1 where there is none. */
export function stationOf(
  stations: readonly Station[],
  occurrence: Pick<PartOccurrence, 'section' | 'semitones'> | undefined,
): number {
  return stations.findIndex(
    (one) => one.section.id === occurrence?.section && one.semitones === occurrence.semitones,
  );
}

function keyOf(section: Section, semitones: number): string {
  return `${section.id}${semitones === 0 ? '' : `+${semitones}`}`;
}
