import { chordTones, parseChordName, type ChordName } from '../chord';
import { openNotes, STANDARD_TUNING, toPitchClass, type PitchClass, type Tuning } from '../pitch';
import { parseGrip, type Grip } from './grip';
import {
  ON_DROPPED,
  ON_FIFTH,
  ON_SIXTH,
  OPEN,
  WITHOUT_BARRE,
  type Shape,
} from './usual-shapes.data';

const keyOf = ({ root, quality, bass }: ChordName): string => `${root} ${quality.suffix} ${bass}`;

const OPEN_GRIPS = byName(OPEN);
const GRIPS_WITHOUT_BARRE = byName(WITHOUT_BARRE);
const STANDARD = openNotes(STANDARD_TUNING);
const DROPPED = openNotes(['D2', 'A2', 'D3', 'G3', 'B3', 'E4']);
const DROPPED_SIXTH = 2;
const STANDARD_SIXTH = 4;
const STANDARD_FIFTH = 9;
const FIFTH = 7;
/** Where some strings are tuned otherwise, a shape of the others is not looked for further up. */
const LOW_FRET = 5;

/** Where the strings that shapes are known on lie among others: so many further on, and sounding so much higher. */
interface Overlap {
  readonly known: KnownShapes;
  readonly strings: number;
  readonly shift: PitchClass;
}

/** Shapes by what they are called on the strings they are known on. */
interface KnownShapes {
  readonly open: readonly number[];
  readonly shapes: (name: ChordName) => ShapeGroups;
}

/** Shapes near the nut, those moved along the neck, and what a hand that lays no barre takes instead. */
type ShapeGroups = Readonly<Record<'open' | 'moved' | 'light', readonly LaidShape[]>>;

const KNOWN: readonly KnownShapes[] = [
  {
    open: STANDARD,
    shapes: (name) => ({
      open: laidAtNut(OPEN_GRIPS.get(keyOf(name))),
      moved: movable(name),
      light: laidAtNut(GRIPS_WITHOUT_BARRE.get(keyOf(name))),
    }),
  },
  {
    open: DROPPED,
    shapes: ({ root, quality, bass }) => {
      const shape = bass === root ? ON_DROPPED[quality.suffix] : undefined;
      return { open: [], moved: moved(shape, toPitchClass(root - DROPPED_SIXTH)), light: [] };
    },
  },
];

/**
 * Lists the shapes of a name that a teacher shows first, in their order: the open one, then those that are moved along
 * the neck. A shape is known by the intervals between the strings it strikes, so it serves wherever they are found: on the
 * thin strings of seven, on four; none where the strings are tuned otherwise, or the name is a rare one.
 *
 * @example
 * usualShapes(parseChordName('Bm'), STANDARD_TUNING).map(formatGrip) // ['x24432', '799777']
 * @example
 * usualShapes(parseChordName('B5'), ['B1', 'E2', 'A2', 'D3', 'G3', 'B3', 'E4']).map(formatGrip)[0] // '022xxxx'
 * @example
 * usualShapes(parseChordName('Am'), ['G4', 'C4', 'E4', 'A4']).map(formatGrip)[0] // '2000'
 */
export function usualShapes(name: ChordName, tuning: Tuning): readonly Grip[] {
  const neck = new Neck(tuning);
  const found = neck.overlaps().map((overlap) => neck.shapesAt(name, overlap));
  const all = [
    ...found.flatMap(({ open }) => open),
    ...found.flatMap(({ moved }) => moved).toSorted((a, b) => a.fret - b.fret),
    ...found.flatMap(({ light }) => light),
  ];
  return [...new Map(all.map(({ grip }) => [grip.join(), grip])).values()];
}

/** A shape where it lies, with the fret it was moved to. */
interface LaidShape {
  readonly grip: Grip;
  readonly fret: number;
}

/** Strings, on which the shapes of standard tuning are looked for. */
class Neck {
  private readonly open: readonly number[];
  /** A string that sounds above the next one: no string is the bass. */
  private readonly isReentrant: boolean;

  constructor(tuning: Tuning) {
    this.open = openNotes(tuning);
    this.isReentrant = isReentrant(tuning);
  }

  overlaps(): readonly Overlap[] {
    return KNOWN.flatMap((known) =>
      this.placesOf(known).flatMap((strings) =>
        this.shiftsAt(known, strings).map((shift) => ({ known, strings, shift })),
      ),
    );
  }

  shapesAt(name: ChordName, overlap: Overlap): ShapeGroups {
    const { known, shift } = overlap;
    // Shapes are called as on the strings they are known on; where these sound lower the name moves, not the shape.
    const lower = (tone: PitchClass): PitchClass => toPitchClass(tone - shift);
    const found = known.shapes({ ...name, root: lower(name.root), bass: lower(name.bass) });
    const lay = (shapes: readonly LaidShape[]): readonly LaidShape[] =>
      shapes.flatMap(({ grip, fret }) => {
        const here = this.laid(grip, overlap);
        return here && this.isShown({ grip: here, fret }, name) ? [{ grip: here, fret }] : [];
      });
    // Where no string is the bass, an open string often does better than a shape that is moved.
    const further = this.isReentrant ? [] : lay(found.moved);
    return { open: lay(found.open), moved: further, light: lay(found.light) };
  }

  /** How many strings further on the known ones may lie, the nearest first; of fewer strings all are among them. */
  private placesOf({ open }: KnownShapes): readonly number[] {
    const more = this.open.length - open.length;
    const reach = Math.max(1, Math.abs(more), open.length - 2);
    const places = Array.from({ length: 2 * reach + 1 }, (_, at) => at - reach);
    return places
      .filter((strings) => more >= 0 || (strings <= 0 && strings >= more))
      .toSorted((a, b) => Math.abs(a) - Math.abs(b));
  }

  private shiftsAt({ open }: KnownShapes, strings: number): readonly PitchClass[] {
    const shifts = this.open.flatMap((note, place) => {
      const usual = open[place - strings];
      return usual === undefined ? [] : [toPitchClass(note - usual)];
    });
    return [...new Set(shifts)];
  }

  /** A grip where it lies here; undefined where a string it strikes is missing or tuned otherwise. */
  private laid(grip: Grip, { known, strings, shift }: Overlap): Grip | undefined {
    const isHere = grip.every((fret, place) => {
      if (fret === null) return true;
      const note = this.open[place + strings];
      // With fewer strings the thick ones are what is not there.
      if (note === undefined) return place + strings < 0 && this.open.length < known.open.length;
      return toPitchClass(note - (known.open[place] ?? 0)) === shift;
    });
    return isHere ? this.open.map((_, place) => grip[place - strings] ?? null) : undefined;
  }

  /** Whether a shape is what one would show for a name on these strings. */
  private isShown({ grip, fret }: LaidShape, name: ChordName): boolean {
    if (this.open.length > STANDARD.length) return true;
    if (this.open.length < STANDARD.length) return this.isWhole(grip, name);
    return this.retuned().length === 0 || (fret <= LOW_FRET && !this.leavesOut(grip, name));
  }

  /** Places of the strings that stand otherwise than in standard tuning, by the thinnest. */
  private retuned(): readonly number[] {
    const higher = (this.open.at(-1) ?? 0) - (STANDARD.at(-1) ?? 0);
    return this.open.flatMap((note, place) =>
      note === (STANDARD[place] ?? 0) + higher ? [] : [place],
    );
  }

  /** A thick string that is tuned to the chord's bass is not left out. */
  private leavesOut(grip: Grip, { bass }: ChordName): boolean {
    const first = grip.findIndex((fret) => fret !== null);
    return this.retuned().some(
      (place) => place < first && toPitchClass(this.open[place] ?? 0) === bass,
    );
  }

  /** Whether all that is needed of a chord is struck, its bass lowest where a string is the bass. */
  private isWhole(grip: Grip, name: ChordName): boolean {
    const notes = grip.flatMap((fret, place) =>
      fret === null ? [] : [(this.open[place] ?? 0) + fret],
    );
    const tones = new Set(notes.map(toPitchClass));
    const needed = chordTones(name).filter((tone) => tone !== toPitchClass(name.root + FIFTH));
    const isBass = this.isReentrant || toPitchClass(Math.min(...notes)) === name.bass;
    return isBass && needed.every((tone) => tones.has(tone));
  }
}

/**
 * Tells whether a string sounds lower than the one before it, so that no string is the bass.
 *
 * @example
 * isReentrant(['G4', 'C4', 'E4', 'A4']) // true
 */
export function isReentrant(tuning: Tuning): boolean {
  const open = openNotes(tuning);
  return open.some((note, place) => place > 0 && note < (open[place - 1] ?? 0));
}

function laidAtNut(grip: Grip | undefined): readonly LaidShape[] {
  return grip ? [{ grip, fret: 0 }] : [];
}

function byName(table: Readonly<Record<string, string>>): ReadonlyMap<string, Grip> {
  return new Map(
    Object.entries(table).flatMap(([name, text]) => {
      const [parsed, grip] = [parseChordName(name), parseGrip(text)];
      return parsed && grip ? [[keyOf(parsed), grip] as const] : [];
    }),
  );
}

function moved(shape: Shape | undefined, fret: number): readonly LaidShape[] {
  const grip = shape?.map((step) => (step === null ? null : step + fret));
  return grip?.every((one) => one === null || one >= 0) ? [{ grip, fret }] : [];
}

/** On the sixth string or the fifth, the one that lies lower on the neck first. */
function movable({ root, quality, bass }: ChordName): readonly LaidShape[] {
  if (bass !== root) return [];
  const sixth = toPitchClass(root - STANDARD_SIXTH);
  const fifth = toPitchClass(root - STANDARD_FIFTH);
  const ways = [
    ...moved(ON_SIXTH[quality.suffix], sixth),
    ...moved(ON_FIFTH[quality.suffix], fifth),
  ];
  // At the nut the shape is an open grip, which is known by its own name.
  return ways.filter(({ fret }) => fret > 0).toSorted((a, b) => a.fret - b.fret);
}
