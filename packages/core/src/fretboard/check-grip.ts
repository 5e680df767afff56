import { chordTones, type ChordName } from '../chord';
import { toPitchClass, type PitchClass } from '../pitch';
import { HIGHEST_FRET, stringNumber, type Grip, type StringFret } from './grip';
import { nameGrip } from './name-grip';
import { soundingTones, type Setup } from './sounding';

/** How a grip sounds the name it was taught by. */
export type GripVerdict = 'agrees' | 'omits' | 'colours' | 'differs';

/** One finger moved one string or one fret, after which the name is true. */
export interface GripSlip {
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

interface Compared {
  readonly missing: readonly number[];
  readonly extra: readonly number[];
  readonly bass: number;
}

/** What is missing and extra, in semitones above the taught root. */
function compare(name: ChordName, tones: readonly PitchClass[]): Compared {
  const toInterval = (tone: PitchClass): number => toPitchClass(tone - name.root);
  const sounding = tones.map(toInterval);
  const taught = chordTones(name).map(toInterval);
  return {
    missing: taught.filter((one) => !sounding.includes(one)),
    extra: sounding.filter((one) => !taught.includes(one)),
    bass: sounding[0] ?? 0,
  };
}

function isBassRight(name: ChordName, { bass }: Compared): boolean {
  return bass === toPitchClass(name.bass - name.root);
}

function verdictOf(name: ChordName, compared: Compared): GripVerdict {
  const { missing, extra, bass } = compared;
  const isSlash = name.bass !== name.root;
  const onlyFifth = missing.every((one) => one === FIFTH || spared(name, one));
  if (missing.includes(0) || (isSlash && !isBassRight(name, compared))) return 'differs';
  if (extra.length > 0) {
    const isColour = extra.every((one) => COLOURS.includes(one));
    const isBassFine = isBassRight(name, compared) || name.quality.tones.includes(bass);
    return onlyFifth && isColour && isBassFine ? 'colours' : 'differs';
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
  return verdictOf(name, compare(name, soundingTones(grip, { ...setup, capo: 0 })));
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

function slipsOf(name: ChordName, grip: Grip, setup: Setup): readonly GripSlip[] {
  const moved = grip.flatMap((_, place) => [
    ...fretSlips(grip, place),
    ...stringSlips(grip, place),
  ]);
  return moved.filter((slip) => judge(name, slip.grip, setup) === 'agrees');
}

/**
 * Lays a grip beside the name it is taught by, as a shape: does it sound the name, leave out its
 * third or seventh, sound more, or sound something else; and which single finger, moved one string
 * or one fret, would make the name true. A missing plain fifth still agrees.
 *
 * @example
 * checkGrip(parseChordName('C'), [null, 3, 2, 0, 1, 0], { tuning: STANDARD_TUNING, capo: 0 }).verdict // 'agrees'
 * @example
 * checkGrip(parseChordName('C'), [null, 3, 0, 2, 1, 0], { tuning: STANDARD_TUNING, capo: 0 }).slips.map((slip) => formatGrip(slip.grip)) // ['x32010', 'x32x10']
 */
export function checkGrip(name: ChordName, grip: Grip, setup: Setup): GripCheck {
  const compared = compare(name, soundingTones(grip, { ...setup, capo: 0 }));
  const verdict = verdictOf(name, compared);
  const toTone = (interval: number): PitchClass => toPitchClass(interval + name.root);
  return {
    verdict,
    missing: compared.missing.map(toTone),
    extra: compared.extra.map(toTone),
    sounds: nameGrip(grip, { ...setup, capo: 0 }, { count: 1 }).shape[0]?.name ?? '',
    slips: verdict === 'agrees' ? [] : slipsOf(name, grip, setup),
  };
}
