import { assumed } from '../assumptions';
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
import { chordRow, timelineOf, type Timeline } from '../timeline';
import { settledFrame, type SongDocument } from '../song';
import { USUAL_STUDENT, type Student } from './student';

/** The grip a song uses for a chord, given by the teacher or proposed by Harvu. */
export interface SongGrip {
  readonly name: string;
  readonly grip: Grip;
  readonly fingers: Fingers;
  readonly isProposed: boolean;
}

/**
 * Gives the hand a song is played with behind its capo: the student's neck and stretch, the usual
 * ones where they were not measured.
 *
 * @example
 * handFor({ ...EMPTY_SONG, frame: { capo: 2 } }).capo // 2
 * @example
 * handFor(EMPTY_SONG, { ...USUAL_STUDENT, stretchMm: 84 }).stretch // 0.8
 */
export function handFor(song: SongDocument, student: Student = USUAL_STUDENT): Hand {
  const { scaleLengthMm = USUAL_HAND.scaleLengthMm, stretchMm } = student;
  const stretch = stretchMm === undefined ? 1 : stretchMm / assumed('reach14Mm');
  return { scaleLengthMm, stretch, capo: settledFrame(song.frame).capo };
}

function givenGrip(song: SongDocument, name: string, hand: Hand): SongGrip | undefined {
  const given = song.grips.find((one) => one.name === name);
  if (!given) return undefined;
  const fingers =
    given.fingers ?? fingeringOf(given.grip, hand)?.fingers ?? given.grip.map(() => null);
  return { name, grip: given.grip, fingers, isProposed: false };
}

/** The easiest grip of a name never changes for one tuning and hand, and is asked for at every keystroke. */
const remembered = new Map<string, FoundGrip | undefined>();
const MOST_REMEMBERED = 5000;

function easiestGrip(song: SongDocument, name: string, hand: Hand): FoundGrip | undefined {
  const setup = settledFrame(song.frame);
  const key = [name, hand.capo, hand.scaleLengthMm, hand.stretch, ...setup.tuning].join(' ');
  if (!remembered.has(key)) {
    if (remembered.size >= MOST_REMEMBERED) remembered.clear();
    const parsed = parseChordName(name);
    const [found] = parsed ? findGrips({ name: parsed, setup, hand, count: 1 }) : [];
    remembered.set(key, found);
  }
  return remembered.get(key);
}

function proposedGrip(song: SongDocument, name: string, hand: Hand): SongGrip | undefined {
  const found = easiestGrip(song, name, hand);
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
  timeline: Timeline = timelineOf(song),
  student: Student = USUAL_STUDENT,
): readonly SongGrip[] {
  const hand = handFor(song, student);
  const bars = timeline.occurrences.flatMap((one) => one.bars);
  const names = [...new Set(chordRow(bars))];
  return names.flatMap(
    (name) => givenGrip(song, name, hand) ?? proposedGrip(song, name, hand) ?? [],
  );
}
