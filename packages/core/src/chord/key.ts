import { parseTone, rootName, toPitchClass, toPlainSigns, type PitchClass } from '../pitch';
import { parseChordName, type ChordName } from './chord-name';
import { transposeChordName } from './transpose';

/** A chord with how long it sounds, in beats; the last one ends the section. */
export interface TimedChord {
  readonly name: string;
  readonly beats: number;
}

/** One of the 24 keys. */
export interface Key {
  readonly tonic: PitchClass;
  readonly isMinor: boolean;
}

/** How well a key fits, from 0 to 1: the share of sounding time that belongs to it. */
export interface KeyFit extends Key {
  readonly name: string;
  readonly fits: number;
}

/** The keys of some chords. */
export interface KeyFinding {
  /** The key that fits best; undefined when there is no chord. */
  readonly best: KeyFit | undefined;
  /** The next best, and the relative major or minor when it is close. */
  readonly others: readonly KeyFit[];
  /** Each chord in the best key, "V7/ii" for a dominant of another degree, "" where it is no chord. */
  readonly numerals: readonly string[];
}

const MAJOR_SCALE: readonly number[] = [0, 2, 4, 5, 7, 9, 11];
/** The natural scale, with the leading tone its dominant borrows. */
const MINOR_SCALE: readonly number[] = [0, 2, 3, 5, 7, 8, 10, 11];
/** What the chords one meets on the degrees of a key add to it. */
const BONUS = { tonicChord: 0.1, endsOnTonic: 0.14, beginsOnTonic: 0.05, dominant: 0.04 } as const;
const OTHERS = 3;
const ROMAN = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'] as const;

interface Heard {
  readonly chord: ChordName;
  readonly beats: number;
}

function isMinorish({ quality }: ChordName): boolean {
  return quality.tones.includes(3) && !quality.tones.includes(4);
}

function isTonic(chord: ChordName, key: Key): boolean {
  return chord.root === key.tonic && isMinorish(chord) === key.isMinor;
}

/** The share of a chord's tones that the key has; its root and third say most. */
function belongs({ root, quality }: ChordName, key: Key): number {
  const scale = key.isMinor ? MINOR_SCALE : MAJOR_SCALE;
  const inKey = quality.tones.map((tone) =>
    scale.includes(toPitchClass(root + tone - key.tonic)) ? 1 : 0,
  );
  const weights = quality.tones.map((_, index) => (index < 2 ? 2 : 1));
  const whole = weights.reduce((sum, one) => sum + one, 0);
  const part = weights.reduce((sum, one, index) => sum + one * (inKey[index] ?? 0), 0);
  return part / whole;
}

function rawFit(heard: readonly Heard[], key: Key): number {
  const total = heard.reduce((sum, { beats }) => sum + beats, 0);
  const share = (isMeant: (chord: ChordName) => number): number =>
    heard.reduce((sum, { chord, beats }) => sum + beats * isMeant(chord), 0) / total;
  const [first, last] = [heard[0]?.chord, heard.at(-1)?.chord];
  return (
    share((chord) => belongs(chord, key)) +
    BONUS.tonicChord * share((chord) => (isTonic(chord, key) ? 1 : 0)) +
    BONUS.dominant * share((chord) => (isDominantOf(chord, key.tonic) ? 1 : 0)) +
    (last && isTonic(last, key) ? BONUS.endsOnTonic : 0) +
    (first && isTonic(first, key) ? BONUS.beginsOnTonic : 0)
  );
}

function isDominantOf(chord: ChordName, tone: PitchClass): boolean {
  return toPitchClass(chord.root - tone) === 7 && chord.quality.tones.includes(4);
}

function keyName({ tonic, isMinor }: Key): string {
  return rootName(tonic, { isMinor }) + (isMinor ? 'm' : '');
}

/**
 * Reads a key such as "F#m" or "Bb"; undefined when it is none.
 *
 * @example
 * parseKey('F♯m') // { tonic: 6, isMinor: true }
 */
export function parseKey(text: string): Key | undefined {
  const plain = toPlainSigns(text.trim());
  const tonic = parseTone(plain.replace(/m$/, ''));
  return tonic === undefined ? undefined : { tonic, isMinor: plain.endsWith('m') };
}

const ALL_KEYS: readonly Key[] = [false, true].flatMap((isMinor) =>
  Array.from({ length: 12 }, (_, tonic) => ({ tonic, isMinor })),
);
const MOST_POSSIBLE = 1 + BONUS.tonicChord + BONUS.endsOnTonic + BONUS.beginsOnTonic;

function fitOf(heard: readonly Heard[], key: Key): KeyFit {
  const fits = Math.min(1, rawFit(heard, key) / MOST_POSSIBLE);
  return { ...key, name: keyName(key), fits: Math.round(fits * 1000) / 1000 };
}

function hear(chords: readonly TimedChord[]): readonly Heard[] {
  return chords.flatMap(({ name, beats }) => {
    const chord = parseChordName(name);
    return chord && beats > 0 ? [{ chord, beats }] : [];
  });
}

/** The degree of a root in a key, with a sign where it lies between degrees: "bVII". */
function degreeWord(root: PitchClass, key: Key): string {
  const interval = toPitchClass(root - key.tonic);
  const scale = key.isMinor ? MINOR_SCALE.slice(0, 7) : MAJOR_SCALE;
  const at = scale.indexOf(interval);
  if (at >= 0) return ROMAN[at] ?? 'I';
  const above = scale.indexOf(toPitchClass(interval + 1));
  if (above >= 0) return `b${ROMAN[above] ?? 'I'}`;
  return `#${ROMAN[Math.max(0, scale.indexOf(toPitchClass(interval - 1)))] ?? 'I'}`;
}

/** Minor degrees are small, diminished ones marked; what the name adds stays: "ii7", "V7", "vii°". */
function numeralOf(chord: ChordName, key: Key): string {
  const degree = degreeWord(chord.root, key);
  const suffix = chord.quality.suffix;
  if (chord.quality.tones.includes(6) && isMinorish(chord)) {
    const rest = suffix === 'dim' ? '' : suffix === 'dim7' ? '7' : 'ø7';
    return `${degree.toLowerCase()}${rest.startsWith('ø') ? '' : '°'}${rest}`;
  }
  return isMinorish(chord)
    ? degree.toLowerCase() + suffix.replace(/^m(?!aj)/, '')
    : degree + suffix;
}

function isDiatonic(chord: ChordName, key: Key): boolean {
  const scale = key.isMinor ? MINOR_SCALE : MAJOR_SCALE;
  const triad = chord.quality.tones.slice(0, 3);
  return triad.every((tone) => scale.includes(toPitchClass(chord.root + tone - key.tonic)));
}

/** A major chord from outside the key that falls by a fifth to a degree of it is that degree's dominant. */
function numeralIn(chord: ChordName, key: Key): string {
  const target = toPitchClass(chord.root + 5);
  const scale = key.isMinor ? MINOR_SCALE.slice(0, 7) : MAJOR_SCALE;
  const isDegree = scale.includes(toPitchClass(target - key.tonic)) && target !== key.tonic;
  const isSeventh = chord.quality.tones.includes(10);
  const isForeign = !isDiatonic(chord, key) || (isSeventh && !isOwnSeventh(chord, key));
  if (!isForeign || !chord.quality.tones.includes(4) || !isDegree) return numeralOf(chord, key);
  const goal = degreeWord(target, key);
  const isGoalMinor = scale.includes(toPitchClass(target + 3 - key.tonic));
  return `V${chord.quality.suffix}/${isGoalMinor ? goal.toLowerCase() : goal}`;
}

function isOwnSeventh(chord: ChordName, key: Key): boolean {
  const scale = key.isMinor ? MINOR_SCALE : MAJOR_SCALE;
  return scale.includes(toPitchClass(chord.root + 10 - key.tonic));
}

/**
 * Finds the key of chords by how long each sounds over all 24 keys, a tonic at the end counting
 * extra; names are shapes, which a `capo` raises to what sounds.
 *
 * @example
 * findKey([{ name: 'G', beats: 8 }, { name: 'C', beats: 4 }, { name: 'D7', beats: 4 }, { name: 'G', beats: 4 }]).best?.name // 'G'
 * @example
 * findKey([{ name: 'G', beats: 4 }, { name: 'D', beats: 4 }, { name: 'G', beats: 4 }], 2).best?.name // 'A'
 */
export function findKey(chords: readonly TimedChord[], capo = 0): KeyFinding {
  const sounding = chords.map((one) => ({ ...one, name: transposeChordName(one.name, capo) }));
  const heard = hear(sounding);
  if (heard.length === 0) return { best: undefined, others: [], numerals: chords.map(() => '') };
  const fits = ALL_KEYS.map((key) => fitOf(heard, key)).sort((a, b) => b.fits - a.fits);
  const best = fits[0];
  return {
    best,
    others: fits.slice(1, OTHERS + 1),
    numerals: sounding.map(({ name }) => {
      const chord = parseChordName(name);
      return chord && best ? numeralIn(chord, best) : '';
    }),
  };
}

/**
 * Tells how well a stated key fits, as `findKey` counts it; 0 when it is no key or nothing sounds.
 *
 * @example
 * keyFit('C', [{ name: 'F#', beats: 4 }]) < keyFit('F#', [{ name: 'F#', beats: 4 }]) // true
 */
export function keyFit(key: string, chords: readonly TimedChord[]): number {
  const parsed = parseKey(key);
  const heard = hear(chords);
  return parsed && heard.length > 0 ? fitOf(heard, parsed).fits : 0;
}
