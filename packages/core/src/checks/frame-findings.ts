import {
  chordLabel,
  findKey,
  keyFit,
  parseChordName,
  parseKey,
  transposeChordName,
  type TimedChord,
} from '../chord';
import { movedTuning } from '../pitch';
import { timelineOf } from '../timeline';
import { formatMeter, isCompound } from '../rhythm';
import { guessedNames, settledFrame, type Frame, type SongDocument } from '../song';
import type { SongCommand } from '../edits';
import { beatsToNumber } from '../units';
import { createFinding, type Finding, type Remedy } from './finding';

const WANTED: readonly { readonly field: keyof Frame; readonly says: string }[] = [
  { field: 'tuning', says: 'the tuning' },
  { field: 'capo', says: 'the capo (0 for none)' },
  { field: 'meter', says: 'the meter' },
  { field: 'tempo', says: 'the tempo' },
  { field: 'feel', says: 'the feel' },
  { field: 'hand', says: 'pick or fingers' },
];
/** What most songs have, offered as one click. */
const USUAL: readonly {
  readonly field: keyof Frame;
  readonly text: string;
  readonly label: string;
}[] = [
  { field: 'tuning', text: 'E A D G B E', label: 'Standard tuning' },
  { field: 'capo', text: '0', label: 'No capo' },
  { field: 'feel', text: 'straight', label: 'Straight' },
  { field: 'hand', text: 'pick', label: 'Pick' },
  { field: 'hand', text: 'fingers', label: 'Fingers' },
];
/** A stated key is doubted when another fits better by more than this. */
const CLEARLY_BETTER = 0.08;

/**
 * Finds what the frame leaves unsaid, once the song has bars; empty when all is stated.
 *
 * @example
 * frameFindings(EMPTY_SONG) // []
 */
export function frameFindings(song: SongDocument): readonly Finding[] {
  if (song.sections.length === 0) return [];
  return [...missingFindings(song), ...unitFindings(song), ...namesFindings(song)];
}

/** Beats of a meter in threes that are felt as one. */
const IN_THREES = 3;
/** Slower than this, a felt beat is hardly a beat any more. */
const SLOWEST_FELT_BPM = 25;

/**
 * Finds a stated key that the sounding chords do not fit, with the one they do; empty where the key
 * is not stated or fits.
 *
 * @example
 * keyFindings(readChart('key: Eb\n[A]\n| G | C | D7 | G |').song).map((one) => one.code) // ['key-fit']
 */
export function keyFindings(song: SongDocument): readonly Finding[] {
  const stated = song.frame.key;
  const chords = soundingChords(song);
  const { best } = findKey(chords);
  if (stated === undefined || !best || isRelative(stated, best.name)) return [];
  const fits = keyFit(stated, chords);
  if (best.fits - fits <= CLEARLY_BETTER) return [];
  const percent = (share: number): string => `${Math.round(share * 100)} %`;
  return [
    createFinding('key-fit', {
      place: { kind: 'frame' },
      cause: [stated, best.name],
      message: `The key is said to be ${chordLabel(stated)}, but what sounds fits ${chordLabel(best.name)} better: ${percent(best.fits)} against ${percent(fits)}.`,
      remedies: [
        {
          label: `Make it ${chordLabel(best.name)}`,
          commands: [{ kind: 'set-frame', field: 'key', text: best.name }],
        },
      ],
    }),
  ];
}

function joined(words: readonly string[]): string {
  const last = words.at(-1) ?? '';
  return words.length < 2 ? last : `${words.slice(0, -1).join(', ')} and ${last}`;
}

/** "60" in 6/8 is seldom sixty eighths: the beat that is felt is meant. */
function unitFindings({ frame }: SongDocument): readonly Finding[] {
  const { tempo, meter } = frame;
  if (tempo === undefined || !meter || !isCompound(meter)) return [];
  if (tempo / IN_THREES >= SLOWEST_FELT_BPM) return [];
  const eighths = meter.unit === 8 ? 'eighths' : 'sixteenths';
  const felt = meter.unit === 8 ? 'dotted quarters' : 'dotted eighths';
  const text = String(tempo * IN_THREES);
  return [
    createFinding('frame-missing', {
      place: { kind: 'frame' },
      cause: ['tempo-unit', tempo],
      message: `In ${formatMeter(meter)} the tempo counts ${eighths}: ${tempo} is very slow. If ${tempo} ${felt} are meant, it is ${text}.`,
      remedies: [
        {
          label: `${tempo} ${felt}`,
          commands: [{ kind: 'set-frame', field: 'tempo', text }],
        },
      ],
    }),
  ];
}

const DOWN_WORDS = ['', 'half a step', 'a whole step', 'a step and a half', 'two whole steps'];

/** Strings that are let down as a whole: the chords may be named by their shapes, or by what sounds. */
function namesFindings(song: SongDocument): readonly Finding[] {
  const guess = guessedNames(song);
  const moved = song.frame.tuning && movedTuning(song.frame.tuning);
  if (!guess || !moved) return [];
  const { down } = moved;
  const shape = chordsIn(song).find((name) => parseChordName(name)) ?? 'G';
  const sounds = chordLabel(transposeChordName(shape, -down));
  const label = chordLabel(shape);
  const toRemedy = (text: 'shapes' | 'sounds'): Remedy => ({
    label: text === 'shapes' ? `A shape: it sounds ${sounds}` : `It sounds ${label}`,
    commands: [{ kind: 'set-frame', field: 'names', text }],
  });
  const ways =
    guess === 'shapes' ? (['shapes', 'sounds'] as const) : (['sounds', 'shapes'] as const);
  const taken = guess === 'shapes' ? 'as a shape' : 'as what sounds';
  return [
    createFinding('tuned-down', {
      place: { kind: 'frame' },
      cause: [down],
      message: `The strings are ${DOWN_WORDS[down] ?? ''} down. Is ${label} a shape, or what sounds? Until it is said it is read ${taken}, which needs fewer barres.`,
      remedies: ways.map(toRemedy),
    }),
  ];
}

/** The chords a song plays, in order. */
function chordsIn(song: SongDocument): readonly string[] {
  const bars = timelineOf(song).occurrences.flatMap((one) => one.bars);
  return bars.flatMap(({ chords }) => chords.map(({ chord }) => chord));
}

function missingFindings(song: SongDocument): readonly Finding[] {
  const missing = WANTED.filter(({ field }) => song.frame[field] === undefined);
  if (missing.length === 0) return [];
  const fields = missing.map((one) => one.field);
  const remedies = USUAL.filter(({ field }) => fields.includes(field)).map(
    ({ field, text, label }): Remedy => ({
      label,
      commands: [{ kind: 'set-frame', field, text } satisfies SongCommand],
    }),
  );
  return [
    createFinding('frame-missing', {
      place: { kind: 'frame' },
      cause: fields,
      message: `Not stated: ${joined(missing.map((one) => one.says))}. Whoever learns the song needs it first.`,
      remedies,
    }),
  ];
}

function soundingChords(song: SongDocument): readonly TimedChord[] {
  const { raised } = settledFrame(song);
  const bars = timelineOf(song).occurrences.flatMap((one) => one.bars);
  return bars.flatMap((bar) =>
    bar.chords.map(({ chord, beats }) => ({
      name: transposeChordName(chord, raised),
      beats: beatsToNumber(beats),
    })),
  );
}

/** A key and its relative have the same tones; teachers say either. */
function isRelative(a: string, b: string): boolean {
  const [one, other] = [parseKey(a), parseKey(b)];
  if (!one || !other || one.isMinor === other.isMinor) return false;
  const [major, minor] = one.isMinor ? [other, one] : [one, other];
  return (minor.tonic + 3) % 12 === major.tonic;
}
