import { parseChordName, tagOf } from '@harvu/core/chord';
import { HIGHEST_FRET } from '@harvu/core/fretboard';
import { parseTuning } from '@harvu/core/pitch';
import { parseMeter, type Feel, type Meter, type PickingHand } from '@harvu/core/rhythm';
import { MOST_EFFECTS, type Effect } from '@harvu/core/sound';
import { HIGHEST_CAPO, LONGEST_RIFF } from '@harvu/core/chart';
import {
  HELD,
  LAYERS,
  MOST_PLAYED_BARS,
  playedTooLong,
  type Bar,
  type BarCue,
  type ChordMark,
  type Difference,
  type Drop,
  type Ending,
  type Frame,
  type MapEntry,
  type NamedGrip,
  type NamedPattern,
  type NamedRiff,
  type PatternUse,
  type RiffUse,
  type Section,
  type ShapeClaim,
  type SongDocument,
} from '@harvu/core/song';
import { array, boolean, mixed, number, string, type Schema } from 'yup';
import { checked, checkedBy, exactly, maybe, whole, words, type Checked } from './fields';

const MOST_SECTIONS = 300;
const MOST_BARS = 4000;
const MOST_NAMES = 300;
const MOST_LINES = 500;
/** A chord's name, and the tag of one of its grips behind it. */
const LONGEST_CHORD = 37;
const MOST_OTHER_GRIPS = 16;

const list = (of: Schema, most: number) =>
  array()
    .of(of)
    .strict(true)
    .required('must be a list')
    .max(most, `must have at most ${most} entries`);
const maybeList = (of: Schema, most: number) =>
  array().of(of).strict(true).max(most, `must have at most ${most} entries`).optional();
const documentId = (letter: string) =>
  string()
    .strict(true)
    .required('must be an id')
    .matches(new RegExp(`^${letter}[1-9]\\d{0,8}$`), 'must be an id');
const seconds = () => number().strict(true).min(0).max(86_400).optional();
const onlyTrue = () => boolean().strict(true).oneOf([true], 'must be true or left out').optional();

const meter = () =>
  exactly<Meter>()({
    beats: whole(1, 24),
    unit: whole(2, 16),
    groups: list(whole(1, 24), 24),
  }).test(
    'meter',
    'must be a meter such as 4/4',
    (value: Partial<Record<keyof Meter, unknown>> | undefined) => {
      const { beats, unit, groups } = value ?? {};
      // What is left out or has the wrong form is told by the fields themselves.
      if (!Array.isArray(groups)) return true;
      return parseMeter(`${String(beats)}/${String(unit)} (${groups.join('+')})`) !== undefined;
    },
  );

const feel = mixed<Feel>().test('feel', 'must be straight or a swing ratio', (value) => {
  if (value === undefined) return true;
  const { kind, long, short, ...rest } = value as Record<string, unknown>;
  if (Object.keys(rest).length > 0) return false;
  const isRatio = [long, short].every(
    (part) => Number.isInteger(part) && Number(part) >= 1 && Number(part) <= 9,
  );
  return kind === 'straight'
    ? long === undefined && short === undefined
    : kind === 'swing' && isRatio;
});

const tuning = maybeList(words(4), 8).test('tuning', 'must be 4 to 8 notes', (value) =>
  value === undefined ? true : parseTuning(value.join(' ')) !== undefined,
);

const finger = () => list(whole(1, 8), 8).min(1, 'must have a string');
const picking = maybe(
  exactly<PickingHand>()({ p: finger(), i: finger(), m: finger(), a: finger() }),
);

const effect = exactly<Effect>()({
  name: words(40),
  settings: list(
    exactly<Effect['settings'][number]>()({
      name: words(24),
      value: mixed<number | string>()
        .defined()
        .test(
          'value',
          'must be a figure or a word',
          (value) =>
            (typeof value === 'number' && Math.abs(value) < 100_000) ||
            (typeof value === 'string' && value.length <= 40),
        ),
      unit: string().strict(true).min(1).max(12).optional(),
    }),
    12,
  ),
  why: string().strict(true).min(1).max(120).optional(),
});

const frame = exactly<Frame>()({
  tempo: number().strict(true).min(20).max(400).optional(),
  meter: maybe(meter()),
  feel,
  tuning,
  capo: number().strict(true).integer().min(0).max(HIGHEST_CAPO).optional(),
  names: string().strict(true).oneOf(['shapes', 'sounds']).optional(),
  key: string()
    .strict(true)
    .max(8)
    .matches(/^[A-G][#b]{0,2}m?$/, 'must be a key such as F#m')
    .optional(),
  hand: string().strict(true).oneOf(['pick', 'fingers']).optional(),
  part: string().strict(true).min(1).max(24).optional(),
  picking,
  pickup: number().strict(true).integer().min(1).max(23).optional(),
  length: seconds(),
  sound: maybeList(effect, MOST_EFFECTS),
});

const bpm = () => number().strict(true).min(20).max(400).optional();

const chordMark = exactly<ChordMark>()({
  name: words(LONGEST_CHORD).test(
    'chord',
    'must be a chord name',
    (value) =>
      parseChordName(value) !== undefined ||
      /^[^\s?!.%|]{1,37}$/.test(value) ||
      ['N.C.', HELD].includes(value),
  ),
  span: whole(1, 64),
  doubt: onlyTrue(),
  hit: onlyTrue(),
  optional: onlyTrue(),
});

const bar = exactly<Bar>()({
  id: documentId('b'),
  meter: maybe(meter()),
  dotted: onlyTrue(),
  repeat: onlyTrue(),
  line: onlyTrue(),
  chords: list(chordMark, 32),
});
const bars = () => list(bar, MOST_BARS);
const line = string()
  .strict(true)
  .defined()
  .max(1000)
  .matches(/^[^\n\r]*$/, 'must be one line');
const layer = () => string().strict(true).oneOf(LAYERS).optional();

const barRange = () => maybe(exactly<Drop>()({ from: whole(1, 999), to: whole(1, 999) }));

const section = exactly<Section>()({
  id: documentId('s'),
  name: words(60),
  times: whole(1, 64),
  timesDoubt: onlyTrue(),
  statedBars: number().strict(true).integer().min(1).max(999).optional(),
  part: string().strict(true).min(1).max(24).optional(),
  parent: string().strict(true).min(1).max(60).optional(),
  pattern: string().strict(true).min(1).max(40).optional(),
  patternUses: maybeList(
    exactly<PatternUse>()({
      pattern: words(40),
      layer: layer(),
      bars: barRange(),
    }),
    64,
  ),
  riffUses: maybeList(
    exactly<RiffUse>()({
      riff: words(40),
      layer: layer(),
      bars: barRange(),
      beat: number().strict(true).integer().min(1).max(24).optional(),
      part: words(24).optional(),
    }),
    64,
  ),
  grips: maybeList(
    words(LONGEST_CHORD).test(
      'other-grip',
      'must name one of the grips of a chord, such as Bm~low',
      (value) => tagOf(value) !== undefined,
    ),
    MOST_OTHER_GRIPS,
  ),
  layer: layer(),
  meter: maybe(meter()),
  tempo: bpm(),
  tempoTo: bpm(),
  startsAt: seconds(),
  cue: string().strict(true).max(80).optional(),
  cues: maybeList(exactly<BarCue>()({ bar: whole(1, 999), words: words(80) }), 999),
  bars: bars(),
  endings: maybeList(exactly<Ending>()({ pass: whole(1, 9), bars: bars() }), 9),
  differences: maybeList(exactly<Difference>()({ at: whole(1, 999), bars: bars() }), 200),
  drops: maybeList(exactly<Drop>()({ from: whole(1, 999), to: whole(1, 999) }), 200),
  lines: maybeList(line, MOST_LINES),
});

const frets = () =>
  list(number().strict(true).defined().nullable().integer().min(0).max(HIGHEST_FRET), 8).min(4);

const grip = exactly<NamedGrip>()({
  name: words(LONGEST_CHORD),
  grip: frets(),
  others: maybeList(frets(), 8),
  fingers: maybeList(mixed().defined().nullable().oneOf([1, 2, 3, 4, 'T', null]), 8),
  claim: maybe(
    exactly<ShapeClaim>()({
      of: words(LONGEST_CHORD),
      frets: whole(-24, 24),
      strings: whole(-8, 8),
    }),
  ),
  doubt: onlyTrue(),
});

const pattern = exactly<NamedPattern>()({
  name: words(40),
  meter: meter(),
  strokes: list(words(40), 200),
  free: onlyTrue(),
  told: string().strict(true).min(1).max(200).optional(),
});

const riff = exactly<NamedRiff>()({
  name: words(40),
  meter: meter(),
  pickup: number().strict(true).integer().min(1).max(23).optional(),
  downs: onlyTrue(),
  sameAs: string().strict(true).min(1).max(40).optional(),
  body: string()
    .strict(true)
    .defined()
    .max(LONGEST_RIFF)
    .matches(/^[^\n\r]*$/, 'must be one line'),
});

const mapEntry = exactly<MapEntry>()({
  section: words(60),
  times: whole(1, 64),
  once: onlyTrue(),
  layer: layer(),
  semitones: number().strict(true).integer().min(-11).max(11).optional(),
  tempo: bpm(),
  tempoTo: bpm(),
  until: string().strict(true).min(1).max(80).optional(),
  fade: onlyTrue(),
  sometimes: onlyTrue(),
  timesDoubt: onlyTrue(),
});

/** A song as it is written; what it is when it is played is bounded below. */
const writtenSong = exactly<SongDocument>()({
  frame,
  grips: list(grip, MOST_NAMES),
  anyGrips: maybeList(words(LONGEST_CHORD), MOST_NAMES),
  patterns: list(pattern, MOST_NAMES),
  riffs: maybeList(riff, MOST_NAMES),
  sections: list(section, MOST_SECTIONS),
  map: list(mapEntry, 1000),
  lines: list(line, MOST_LINES),
  nextId: whole(1, 999_999_999),
});

/** Tells whether something is a whole song, and else where it is not. */
function checkedSong(value: unknown): Checked<SongDocument> {
  // What is played is counted only once it is known to be bounded as it is written.
  const written = checked(writtenSong, value);
  const beyond = written.ok && playedTooLong(written.value);
  if (!beyond) return written;
  const message = `must leave the song at ${MOST_PLAYED_BARS} bars to play`;
  return { ok: false, fault: { field: `map[${beyond.entry}]`, message } };
}

/** A whole song as it is stored and sent. */
export const songDocumentSchema = checkedBy<SongDocument>(checkedSong, 'must be a song');
