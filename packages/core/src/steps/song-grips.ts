import { parseChordName } from '../chord';
import {
  fingeringOf,
  findGrips,
  USUAL_HAND,
  type Fingers,
  type FoundGrip,
  type Grip,
  type Hand,
} from '../fretboard';
import { chordRow, playingOf, type Playing } from '../form';
import { settledFrame, type SongDocument } from '../song';

/** The grip a song uses for a chord, given by the teacher or proposed by Harvu. */
export interface SongGrip {
  readonly name: string;
  readonly grip: Grip;
  readonly fingers: Fingers;
  readonly isProposed: boolean;
}

/**
 * Gives the hand a song is played with: the usual one behind this song's capo.
 *
 * @example
 * handFor({ ...EMPTY_SONG, frame: { capo: 2 } }).capo // 2
 */
export function handFor(song: SongDocument): Hand {
  return { ...USUAL_HAND, capo: settledFrame(song.frame).capo };
}

function givenGrip(song: SongDocument, name: string): SongGrip | undefined {
  const given = song.grips.find((one) => one.name === name);
  if (!given) return undefined;
  const fingers =
    given.fingers ?? fingeringOf(given.grip, handFor(song))?.fingers ?? given.grip.map(() => null);
  return { name, grip: given.grip, fingers, isProposed: false };
}

/** The easiest grip of a name never changes for one tuning and capo, and is asked for at every keystroke. */
const remembered = new Map<string, FoundGrip | undefined>();
const MOST_REMEMBERED = 5000;

function easiestGrip(song: SongDocument, name: string): FoundGrip | undefined {
  const setup = settledFrame(song.frame);
  const key = [name, setup.capo, ...setup.tuning].join(' ');
  if (!remembered.has(key)) {
    if (remembered.size >= MOST_REMEMBERED) remembered.clear();
    const parsed = parseChordName(name);
    const [found] = parsed ? findGrips({ name: parsed, setup, hand: handFor(song), count: 1 }) : [];
    remembered.set(key, found);
  }
  return remembered.get(key);
}

function proposedGrip(song: SongDocument, name: string): SongGrip | undefined {
  const found = easiestGrip(song, name);
  return found && { name, grip: found.grip, fingers: found.fingers, isProposed: true };
}

/**
 * Gives a grip for every chord a song plays, in playing order: the teacher's own, else the easiest
 * found for the name. A name nothing is known for is left out.
 *
 * @example
 * songGrips(readChart('[A]\n| Em |').song).map((one) => one.isProposed) // [true]
 */
export function songGrips(
  song: SongDocument,
  playing: Playing = playingOf(song),
): readonly SongGrip[] {
  const bars = playing.occurrences.flatMap((one) => one.bars);
  const names = [...new Set(chordRow(bars))];
  return names.flatMap((name) => givenGrip(song, name) ?? proposedGrip(song, name) ?? []);
}
