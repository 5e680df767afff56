import { parseChordName } from '../chord';
import { usualShapes } from '../fretboard';
import { movedTuning, STANDARD_TUNING } from '../pitch';
import type { Frame, SongDocument } from './document';

/** As much of a song as tells what its chords are called by. */
export type NamedSong = Pick<SongDocument, 'frame' | 'sections'>;

/**
 * Gives how many semitones the strings stand under the tuning whose shapes the chords are named by, as the frame says; 0
 * where they are named as they sound, or nothing is said.
 *
 * @example
 * downIn({ tuning: ['Eb2', 'Ab2', 'Db3', 'Gb3', 'Bb3', 'Eb4'], names: 'shapes' }) // 1
 */
export function downIn({ tuning, names }: Frame): number {
  if (names !== 'shapes' || !tuning) return 0;
  return movedTuning(tuning)?.down ?? 0;
}

/**
 * Guesses what the chords of a song are called by where its strings are let down and nobody said it: the way that needs
 * fewer barres, of equals the shapes; undefined where there is nothing to guess.
 *
 * @example
 * guessedNames({ ...EMPTY_SONG, frame: { tuning: ['Eb2', 'Ab2', 'Db3', 'Gb3', 'Bb3', 'Eb4'] } }) // 'shapes'
 */
export function guessedNames({ frame, sections }: NamedSong): Frame['names'] {
  const moved = frame.tuning && movedTuning(frame.tuning);
  if (!moved || frame.names) return undefined;
  const names = sections.flatMap(({ bars, endings = [], differences = [] }) =>
    [bars, ...[...endings, ...differences].map((one) => one.bars)]
      .flat()
      .flatMap(({ chords }) => chords.map(({ name }) => name)),
  );
  const barres = (semitones: number): number =>
    [...new Set(names)].filter((name) => needsBarre(name, semitones)).length;
  return barres(0) <= barres(moved.down) ? 'shapes' : 'sounds';
}

/** Whether the first shape of a chord so many semitones higher has no open string. */
function needsBarre(name: string, semitones: number): boolean {
  const chord = parseChordName(name);
  if (!chord) return false;
  const up = (tone: number): number => (tone + semitones) % 12;
  const moved = { ...chord, root: up(chord.root), bass: up(chord.bass) };
  return usualShapes(moved, STANDARD_TUNING)[0]?.includes(0) !== true;
}
