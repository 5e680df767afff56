import { toPitchClass, type PitchClass } from '../pitch';
import type { ChordName } from './chord-name';
import { isDominantSeventh, isMinorish, isTonic } from './chord-kinds';
import type { Key } from './key-name';

const MAJOR_SCALE: readonly number[] = [0, 2, 4, 5, 7, 9, 11];
const MINOR_SCALE: readonly number[] = [0, 2, 3, 5, 7, 8, 10];
const LEADING_TONE = 11;
const ROMAN = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'] as const;

/** A chord with where it goes. */
interface Going {
  readonly chord: ChordName;
  /** The next other chord. */
  readonly next: ChordName | undefined;
}

/**
 * Writes chords as degrees of a key: a chord from outside that falls by a fifth to a degree is that
 * degree's dominant ("V7/ii"), but where the tonic itself is always a seventh (the blues) it stays I7.
 * Undefined stands for what is no chord, and is "".
 *
 * @example
 * numeralsOf([parseChordName('A7'), parseChordName('Dm')], { tonic: 0, isMinor: false }) // ['V7/ii', 'ii']
 */
export function numeralsOf(
  chords: readonly (ChordName | undefined)[],
  key: Key,
): readonly string[] {
  const heard = chords.filter((chord) => chord !== undefined);
  const tonics = heard.filter((chord) => isTonic(chord, key));
  const isBlues = tonics.length > 0 && tonics.every(isDominantSeventh);
  return chords.map((chord, at) => {
    if (!chord) return '';
    const round = [...chords.slice(at + 1), ...chords];
    const next = round.find((one) => one !== undefined && one.root !== chord.root);
    const isTonicSeventh = isBlues && chord.root === key.tonic;
    const goal = isTonicSeventh ? undefined : dominantOf({ chord, next }, key);
    return goal === undefined ? plainNumeral(chord, key) : `V${chord.quality.suffix}/${goal}`;
  });
}

function scaleOf({ isMinor }: Key): readonly number[] {
  return isMinor ? MINOR_SCALE : MAJOR_SCALE;
}

function isDiminished({ quality }: ChordName): boolean {
  return quality.tones.includes(3) && quality.tones.includes(6) && !quality.tones.includes(7);
}

/** Between two degrees a diminished chord leads up from the lower, any other chord comes down from the upper. */
function leadsUp(chord: ChordName, interval: number, { isMinor }: Key): boolean {
  if (isDiminished(chord)) return true;
  const isRaised = isMinor ? interval === 9 : interval === 6 || interval === 1;
  return isRaised && isMinorish(chord);
}

/** The degree of a root in a key, with a sign where it lies between degrees: "bVII". */
function degreeWord(chord: ChordName, key: Key): string {
  const interval = toPitchClass(chord.root - key.tonic);
  const scale = scaleOf(key);
  const at = scale.indexOf(interval);
  if (at >= 0) return ROMAN[at] ?? 'I';
  // In a minor key the raised seventh is the leading tone, and needs no sign.
  if (interval === LEADING_TONE) return 'VII';
  if (leadsUp(chord, interval, key))
    return `#${ROMAN[Math.max(0, scale.indexOf(toPitchClass(interval - 1)))] ?? 'I'}`;
  return `b${ROMAN[Math.max(0, scale.indexOf(toPitchClass(interval + 1)))] ?? 'I'}`;
}

/** Minor degrees are small, diminished ones marked; what the name adds stays: "ii7", "V7", "vii°". */
function plainNumeral(chord: ChordName, key: Key): string {
  const degree = degreeWord(chord, key);
  const { suffix } = chord.quality;
  if (isDiminished(chord)) {
    const rest = suffix === 'dim' ? '°' : suffix === 'dim7' ? '°7' : 'ø7';
    return degree.toLowerCase() + rest;
  }
  return isMinorish(chord)
    ? degree.toLowerCase() + suffix.replace(/^m(?!aj)/, '')
    : degree + suffix;
}

function isOwn(chord: ChordName, key: Key): boolean {
  const scale = scaleOf(key);
  const own = (tone: number): boolean =>
    scale.includes(toPitchClass(chord.root + tone - key.tonic));
  return chord.quality.tones.slice(0, 3).every(own) && (!isDominantSeventh(chord) || own(10));
}

/** The degree a chord is the dominant of, where it falls to it; undefined where it does not. */
function dominantOf({ chord, next }: Going, key: Key): string | undefined {
  const target: PitchClass = toPitchClass(chord.root + 5);
  const interval = toPitchClass(target - key.tonic);
  const isMajor = chord.quality.tones.includes(4);
  if (next?.root !== target || !isMajor || isOwn(chord, key)) return undefined;
  if (interval === 0 || !scaleOf(key).includes(interval) || isDiminished(next)) return undefined;
  const degree = degreeWord(next, key);
  return isMinorish(next) ? degree.toLowerCase() : degree;
}
