import { parseChordName, withoutTag } from '../chord';
import {
  findGrips,
  fingerSong,
  formatGrip,
  parseGrip,
  USUAL_HAND,
  type Fingers,
  type FoundGrip,
  type Grip,
  type GripChange,
  type Hand,
  type HeldGrip,
} from '../fretboard';
import { chordRow, timelineOf, withOrnaments, type Timeline } from '../timeline';
import { settledFrame, type SongDocument } from '../song';
import { USUAL_STUDENT, type Student } from './student';
import { assumed } from '../constants';

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
  return { scaleLengthMm, stretch, capo: settledFrame(song).capo };
}

/** A chord of the song with its grip, its fingers where the teacher said them. */
interface Gripped extends HeldGrip {
  readonly name: string;
  readonly isProposed: boolean;
}

/** The easiest grip of a name never changes for one tuning and hand, and is asked for at every keystroke. */
const remembered = new Map<string, FoundGrip | undefined>();
const MOST_REMEMBERED = 5000;

/** The same song is fingered at every keystroke in it. */
const fingered = new Map<string, readonly (Fingers | undefined)[]>();
const MOST_FINGERED = 200;

/**
 * Gives a grip for every chord a song plays, in playing order: the teacher's own, else the shape shown
 * first for the name; each with one set of fingers, the teacher's or those that serve the changes of
 * the whole song best. A name nothing is known for is left out.
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
  const ornamented = withOrnaments(bars);
  const row = [...chordRow(bars), ...(ornamented === bars ? [] : chordRow(ornamented))];
  const grips = [...new Set(row)].flatMap(
    (name) =>
      givenGrip(song, name, student) ??
      ownGrip(song, name, student) ??
      proposedGrip(song, name, hand) ??
      [],
  );
  const fingers = fingersFor(grips, changesIn(row, grips), hand);
  return grips.map(({ name, grip, isProposed }, place) => ({
    name,
    grip,
    isProposed,
    fingers: fingers[place] ?? grip.map(() => null),
  }));
}

function isOwned(name: string, grip: Grip, { ownedGrips }: Student): boolean {
  return ownedGrips.includes(`${withoutTag(name)} ${formatGrip(grip)}`);
}

/** The teacher's grip; of several that will do, the one the student owns. */
function givenGrip(song: SongDocument, name: string, student: Student): Gripped | undefined {
  // A tag nobody gave a grip for is told; meanwhile it is held as the plain chord.
  const given =
    song.grips.find((one) => one.name === name) ??
    song.grips.find((one) => one.name === withoutTag(name));
  if (!given) return undefined;
  const own = given.others?.find((grip) => isOwned(name, grip, student));
  if (own && !isOwned(name, given.grip, student)) return { name, grip: own, isProposed: false };
  return { name, grip: given.grip, fingers: given.fingers, isProposed: false };
}

/** Where any grip will do, the student's own. */
function ownGrip(song: SongDocument, name: string, student: Student): Gripped | undefined {
  if (!song.anyGrips?.includes(name)) return undefined;
  const strings = settledFrame(song).tuning.length;
  const shapes = student.ownedGrips
    .filter((one) => one.startsWith(`${name} `))
    .map((one) => parseGrip(one.slice(name.length + 1)));
  const grip = shapes.find((one) => one?.length === strings);
  return grip && { name, grip, isProposed: true };
}

function easiestGrip(song: SongDocument, name: string, hand: Hand): FoundGrip | undefined {
  const setup = settledFrame(song);
  const key = [name, hand.capo, hand.scaleLengthMm, hand.stretch, setup.down, ...setup.tuning].join(
    ' ',
  );
  if (!remembered.has(key)) {
    if (remembered.size >= MOST_REMEMBERED) remembered.clear();
    const parsed = parseChordName(name);
    const [found] = parsed ? findGrips({ name: parsed, setup, hand, count: 1 }) : [];
    remembered.set(key, found);
  }
  return remembered.get(key);
}

function proposedGrip(song: SongDocument, name: string, hand: Hand): Gripped | undefined {
  const found = easiestGrip(song, name, hand);
  return found && { name, grip: found.grip, isProposed: true };
}

/** How often each chord follows which, by their places among the grips. */
function changesIn(row: readonly string[], grips: readonly Gripped[]): readonly GripChange[] {
  const placeOf = new Map(grips.map(({ name }, place) => [name, place]));
  const counted = new Map<string, GripChange>();
  row.forEach((name, at) => {
    const [from, to] = [placeOf.get(row[at - 1] ?? ''), placeOf.get(name)];
    if (from === undefined || to === undefined || from === to) return;
    const key = `${from} ${to}`;
    counted.set(key, { from, to, times: (counted.get(key)?.times ?? 0) + 1 });
  });
  return [...counted.values()];
}

function fingersFor(
  grips: readonly Gripped[],
  changes: readonly GripChange[],
  hand: Hand,
): readonly (Fingers | undefined)[] {
  const key = JSON.stringify([grips.map(({ grip, fingers }) => [grip, fingers]), changes, hand]);
  const known = fingered.get(key);
  if (known) return known;
  if (fingered.size >= MOST_FINGERED) fingered.clear();
  const chosen = fingerSong(grips, changes, hand);
  fingered.set(key, chosen);
  return chosen;
}
