import { chordTones, type ChordName } from '../chord';
import { toPitchClass, type PitchClass } from '../pitch';
import { fingeringOf } from './fingering';
import { formatGrip, HIGHEST_FRET, stringNumber, type Grip, type StringFret } from './grip';
import { USUAL_HAND } from './hand';
import { nameGrip } from './name-grip';
import { shapeSetup, soundingTones, type Setup } from './sounding';
import { isReentrant, usualShapes } from './usual-shapes';

/** How a grip sounds the name it was taught by. */
export type GripVerdict = 'agrees' | 'omits' | 'colours' | 'bass' | 'differs';

/** How a grip went wrong: a finger off, one forgotten, one too many, or all of them one string off. */
export type SlipKind = 'moved' | 'forgotten' | 'extra' | 'shape';

/** What makes a name true: one finger moved one string or one fret, laid or lifted, or the shape moved. */
export interface GripSlip {
  readonly kind: SlipKind;
  readonly grip: Grip;
  /** Players' numbers: string 1 is the thinnest; frets from the capo, 0 open, null muted. */
  readonly changed: {
    readonly string: number;
    readonly from: StringFret;
    readonly to: StringFret;
    /** Where the finger went, when it changed strings. */
    readonly movedTo?: number;
  };
}

/** A grip laid beside its taught name. */
export interface GripCheck {
  readonly verdict: GripVerdict;
  readonly missing: readonly PitchClass[];
  readonly extra: readonly PitchClass[];
  /** The best name of what sounds, as a shape. */
  readonly sounds: string;
  /** Ways to make the name true to the tone by moving one finger; none where it is so already. */
  readonly slips: readonly GripSlip[];
}

/** Tones that colour a plain name without changing it: 2/9, 4/11, 6/13, either seventh. */
const COLOURS: readonly number[] = [2, 5, 9, 10, 11];
const FIFTH = 7;
const MAJOR_THIRD = 4;
const FOURTH = 5;

interface Compared {
  readonly missing: readonly number[];
  readonly extra: readonly number[];
  readonly bass: number;
  /** All that is struck, the lowest first. */
  readonly sounding: readonly number[];
}

/** Frets between the fingers of one hand. */
const HAND_SPAN = 3;

const KIND_ORDER: readonly SlipKind[] = ['moved', 'forgotten', 'extra', 'shape'];

/**
 * Lays a grip beside the name it is taught by, as a shape: does it sound the name, leave out its
 * third or seventh, sound more, or sound something else; and which slip makes the name true when it is
 * mended: a finger one string or one fret off, one forgotten or too many, the whole shape a string off. A missing plain fifth still agrees.
 *
 * @example
 * checkGrip(parseChordName('C'), [null, 3, 2, 0, 1, 0], { tuning: STANDARD_TUNING, capo: 0 }).verdict // 'agrees'
 * @example
 * checkGrip(parseChordName('C'), [null, 3, 0, 2, 1, 0], { tuning: STANDARD_TUNING, capo: 0 }).slips.map((slip) => formatGrip(slip.grip)) // ['x32010', 'x32x10']
 */
export function checkGrip(name: ChordName, grip: Grip, setup: Setup): GripCheck {
  const compared = compare(name, shapeSetup(setup), grip);
  const verdict = isBassAlone(name, compared) ? 'bass' : verdictOf(name, compared);
  const toTone = (interval: number): PitchClass => toPitchClass(interval + name.root);
  return {
    verdict,
    missing: compared.missing.map(toTone),
    extra: compared.extra.map(toTone),
    sounds: nameGrip(grip, shapeSetup(setup), { count: 1 }).shape[0]?.name ?? '',
    slips:
      verdict === 'agrees' || verdict === 'bass' ? [] : slipsOf({ name, grip, verdict }, setup),
  };
}

/** A fourth right above a major third rubs: it is a finger that slipped, whatever it could be called. */
function isColour({ quality }: ChordName, interval: number): boolean {
  const rubs = interval === FOURTH && quality.tones.includes(MAJOR_THIRD);
  return COLOURS.includes(interval) && !rubs;
}

/** What is missing and extra, in semitones above the taught root. */
function compare(name: ChordName, setup: Setup, grip: Grip): Compared {
  const toInterval = (tone: PitchClass): number => toPitchClass(tone - name.root);
  const sounding = soundingTones(grip, setup).map(toInterval);
  const taught = chordTones(name).map(toInterval);
  return {
    missing: taught.filter((one) => !sounding.includes(one)),
    extra: sounding.filter((one) => !taught.includes(one)),
    // Where no string is the bass, the bass is what the name says.
    bass: isReentrant(setup.tuning) ? toInterval(name.bass) : (sounding[0] ?? 0),
    sounding,
  };
}

function isBassRight(name: ChordName, { bass }: Compared): boolean {
  return bass === toPitchClass(name.bass - name.root);
}

/** Only the bass of a chord is struck, or its root: what is meant is the note, in the chord's harmony. */
function isBassAlone(name: ChordName, { sounding }: Compared): boolean {
  const only = new Set(sounding);
  return only.size === 1 && (only.has(toPitchClass(name.bass - name.root)) || only.has(0));
}

function verdictOf(name: ChordName, compared: Compared): GripVerdict {
  const { missing, extra, bass } = compared;
  const isSlash = name.bass !== name.root;
  const onlyFifth = missing.every((one) => one === FIFTH || spared(name, one));
  if (missing.includes(0) || (isSlash && !isBassRight(name, compared))) return 'differs';
  if (extra.length > 0) {
    const areColours = extra.every((one) => isColour(name, one));
    const isBassFine = isBassRight(name, compared) || name.quality.tones.includes(bass);
    return onlyFifth && areColours && isBassFine ? 'colours' : 'differs';
  }
  if (!onlyFifth) return isBassRight(name, compared) ? 'omits' : 'differs';
  return isBassRight(name, compared) ? 'agrees' : 'colours';
}

/** Inner tones of tall chords that nobody misses; their third and seventh are told all the same. */
function spared(name: ChordName, interval: number): boolean {
  return interval === 2 && name.quality.spare.includes(interval);
}

/** The verdict on a grip by itself, without looking for slips. */
function judge(name: ChordName, grip: Grip, setup: Setup): GripVerdict {
  return verdictOf(name, compare(name, shapeSetup(setup), grip));
}

function withFret(grip: Grip, place: number, fret: StringFret): Grip {
  return grip.map((one, index) => (index === place ? fret : one));
}

function fretSlips(grip: Grip, place: number): readonly GripSlip[] {
  const from = grip[place] ?? null;
  if (from === null) return [];
  return [from - 1, from + 1]
    .filter((to) => to >= 0 && to <= HIGHEST_FRET)
    .map((to) => ({
      kind: 'moved',
      grip: withFret(grip, place, to),
      changed: { string: stringNumber(grip, place), from, to },
    }));
}

/** The finger goes to a string beside its own; the string it leaves rings open or is muted. */
function stringSlips(grip: Grip, place: number): readonly GripSlip[] {
  const from = grip[place];
  if (!from) return [];
  return [place - 1, place + 1]
    .filter((to) => to >= 0 && to < grip.length && !grip[to])
    .flatMap((to) =>
      [0, null].map((left) => ({
        kind: 'moved',
        grip: withFret(withFret(grip, to, from), place, left),
        changed: {
          string: stringNumber(grip, place),
          from,
          to: from,
          movedTo: stringNumber(grip, to),
        },
      })),
    );
}

/** The fret that lies under the whole hand: that of a barre where there is one, else the nut. */
function groundFret(grip: Grip): number {
  const lowest = Math.min(...grip.map((fret) => fret ?? Infinity));
  const often = grip.filter((fret) => fret === lowest).length;
  return lowest > 0 && often > 1 ? lowest : 0;
}

/** A string that rings open, or as the barre has it, where a finger was meant to be. */
function forgottenSlips(grip: Grip, place: number): readonly GripSlip[] {
  const ground = groundFret(grip);
  if (grip[place] !== ground) return [];
  const held = grip.filter((fret): fret is number => !!fret);
  const [low, high] = [Math.min(...held), Math.max(...held)];
  const near = Array.from({ length: HAND_SPAN + 1 }, (_, at) => high - HAND_SPAN + at);
  return near
    .filter((to) => to > ground + 1 && to - low <= HAND_SPAN)
    .map((to) => ({
      kind: 'forgotten',
      grip: withFret(grip, place, to),
      changed: { string: stringNumber(grip, place), from: ground, to },
    }));
}

/** A finger on a string that was meant to ring open, or as the barre has it. */
function extraSlips(grip: Grip, place: number): readonly GripSlip[] {
  const from = grip[place] ?? 0;
  const ground = groundFret(grip);
  if (from <= ground + 1) return [];
  return [
    {
      kind: 'extra',
      grip: withFret(grip, place, ground),
      changed: { string: stringNumber(grip, place), from, to: ground },
    },
  ];
}

/** All fingers one string over; the string that comes in at the side rings open or is muted. */
function shapeSlips(grip: Grip): readonly GripSlip[] {
  const place = grip.findIndex((fret) => !!fret);
  const from = grip[place] ?? null;
  const moved = (fresh: StringFret): readonly (readonly [Grip, number])[] => [
    ...(grip.at(-1) ? [] : [[[fresh, ...grip.slice(0, -1)], place + 1] as const]),
    ...(grip[0] ? [] : [[[...grip.slice(1), fresh], place - 1] as const]),
  ];
  return [...moved(null), ...moved(0)].map(([shape, to]) => ({
    kind: 'shape',
    grip: shape,
    changed: { string: stringNumber(grip, place), from, to: from, movedTo: stringNumber(grip, to) },
  }));
}

/** The likeliest first: what becomes a shape everybody knows, then the smallest slip that leaves most ringing. */
function inOrder(slips: readonly GripSlip[], known: ReadonlySet<string>): readonly GripSlip[] {
  const rank = ({ grip, kind }: GripSlip): number =>
    (known.has(formatGrip(grip)) ? 0 : 100) +
    KIND_ORDER.indexOf(kind) * 10 +
    grip.filter((fret) => fret === null).length;
  return slips.toSorted((a, b) => rank(a) - rank(b));
}

function slipsOf(
  {
    name,
    grip,
    verdict,
  }: { readonly name: ChordName; readonly grip: Grip; readonly verdict: GripVerdict },
  setup: Setup,
): readonly GripSlip[] {
  const all = grip.flatMap((_, place) => [
    ...fretSlips(grip, place),
    ...stringSlips(grip, place),
    ...forgottenSlips(grip, place),
    ...extraSlips(grip, place),
  ]);
  const isTrue = (slip: GripSlip): boolean => judge(name, slip.grip, setup) === 'agrees';
  const known = new Set(usualShapes(name, shapeSetup(setup).tuning).map(formatGrip));
  // A tone left out is often meant: only a finger beside its place, or a shape everybody knows, says not.
  const isLikely = ({ kind, grip: made }: GripSlip): boolean =>
    verdict !== 'omits' || kind === 'moved' || known.has(formatGrip(made));
  const held = [...all, ...shapeSlips(grip)].filter(
    (slip) => isTrue(slip) && isLikely(slip) && isHeld(slip.grip),
  );
  const ordered = inOrder(held, known);
  const once = new Map(ordered.toReversed().map((slip) => [formatGrip(slip.grip), slip]));
  return [...once.values()].toReversed();
}

function isHeld(grip: Grip): boolean {
  return fingeringOf(grip, USUAL_HAND, { thumb: true }) !== undefined;
}
