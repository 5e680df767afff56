import { parseMeter, type Meter } from '@harvu/core/rhythm';
import { parseTuning, type Tuning } from '@harvu/core/pitch';
import { child, childrenOf, numberOf, textOf, toNumber, type Element } from './xml';

const FEWEST_STRINGS = 4;
const MOST_STRINGS = 8;

/** Reads a time signature, added ones as one; undefined where there is none or it is none Harvu has. */
export function meterOf(time: Element): Meter | undefined {
  const beats = childrenOf(time, 'beats').map((one) => one.text);
  const types = childrenOf(time, 'beat-type').map((one) => toNumber(one.text) ?? 4);
  const finest = Math.max(0, ...types);
  const groups = beats.flatMap((text, at) =>
    text.split('+').map((one) => (Number(one) * finest) / (types[at] ?? finest)),
  );
  const total = groups.reduce((sum, one) => sum + one, 0);
  const [count, unit] = inUnits(total, finest);
  const isAdded = groups.length > 1 && count === total;
  return (
    (isAdded ? parseMeter(`${count}/${unit} (${groups.join('+')})`) : undefined) ??
    parseMeter(`${count}/${unit}`)
  );
}

const FIFTHS = ['Cb', 'Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#'];
/** In fifths from its major key of the same signs, the tonic of a minor one lies so far. */
const MINOR_FIFTHS = 3;
const MINOR = new Set(['minor', 'aeolian', 'dorian', 'phrygian', 'locrian']);
const NEUTRAL = FIFTHS.indexOf('C');

/** Reads a key; the tonic of a church mode is its own, and its third says major or minor. */
export function keyOf(key: Element): string | undefined {
  const fifths = numberOf(key, 'fifths');
  if (fifths === undefined || Math.abs(fifths) > 7) return undefined;
  const mode = textOf(key, 'mode') ?? 'major';
  const offset: Readonly<Record<string, number>> = {
    minor: MINOR_FIFTHS,
    aeolian: MINOR_FIFTHS,
    dorian: 2,
    phrygian: 4,
    lydian: -1,
    mixolydian: 1,
    locrian: 5,
  };
  const tonic = [...FIFTHS, 'G#', 'D#', 'A#'][NEUTRAL + fifths + (offset[mode] ?? 0)];
  return tonic && `${tonic}${MINOR.has(mode) ? 'm' : ''}`;
}

/** The tuning of a staff's strings, lowest first; undefined where none is said. */
export function tuningOf(details: Element): Tuning | undefined {
  const strings = childrenOf(details, 'staff-tuning').map((one) => {
    const alter = Math.round(numberOf(one, 'tuning-alter') ?? 0);
    const sign = alter > 0 ? '#' : alter < 0 ? 'b' : '';
    return {
      line: toNumber(one.attributes['line']) ?? 0,
      note: `${textOf(one, 'tuning-step') ?? ''}${sign}${textOf(one, 'tuning-octave') ?? ''}`,
    };
  });
  if (strings.length < FEWEST_STRINGS || strings.length > MOST_STRINGS) return undefined;
  const notes = strings.toSorted((a, b) => a.line - b.line).map(({ note }) => note);
  const read = parseTuning(notes.map((note) => note.replace(/-?\d+$/, '')).join(' '));
  return read?.every((note, at) => note === notes[at]) ? read : notesIfAll(notes);
}

/** Semitones a part sounds away from where it is written. */
export function movedBy(attributes: Element): number | undefined {
  const transpose = child(attributes, 'transpose');
  if (!transpose) return undefined;
  const octaves = (numberOf(transpose, 'octave-change') ?? 0) * 12;
  return Math.round(numberOf(transpose, 'chromatic') ?? 0) + octaves;
}

const UNIT_QUARTERS: Readonly<Record<string, number>> = {
  breve: 8,
  whole: 4,
  half: 2,
  quarter: 1,
  eighth: 0.5,
  '16th': 0.25,
  '32nd': 0.125,
};

/** Quarters a minute of a metronome mark; undefined where it says none. */
export function metronomeOf(metronome: Element): number | undefined {
  const unit = UNIT_QUARTERS[textOf(metronome, 'beat-unit') ?? ''];
  const minute = /\d+(?:\.\d+)?/.exec(textOf(metronome, 'per-minute') ?? '')?.[0];
  if (unit === undefined || minute === undefined) return undefined;
  const dots = childrenOf(metronome, 'beat-unit-dot').length;
  return Number(minute) * unit * (2 - 0.5 ** dots);
}

/** Meters of other units are told in one Harvu has: 3/1 is 6/2, 6/32 is 3/16. */
function inUnits(beats: number, unit: number): readonly [number, number] {
  if (unit === 1) return [beats * 2, 2];
  return unit === 32 && beats % 2 === 0 ? [beats / 2, 16] : [beats, unit];
}

function notesIfAll(notes: readonly string[]): Tuning | undefined {
  return notes.every((note) => /^[A-G](#|b)?\d$/.test(note)) ? notes : undefined;
}
