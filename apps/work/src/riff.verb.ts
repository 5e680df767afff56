import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { handWords, USUAL_HAND } from '@harvu/core/fretboard';
import { openNotes, parseTuning, STANDARD_TUNING } from '@harvu/core/pitch';
import {
  leftHandOf,
  phrasesOf,
  readRiff,
  riffLimit,
  riffSaid,
  type RiffNote,
} from '@harvu/core/riff';
import { parseMeter } from '@harvu/core/rhythm';
import { beatsToNumber } from '@harvu/core/units';
import { number, object, string } from 'yup';
import { verbOf, workError } from './verb';

const input = object({
  text: string().defined().max(10_000),
  meter: string().max(20).optional(),
  tuning: string().max(60).optional(),
  capo: number().integer().min(0).max(12).optional(),
  bpm: number().min(20).max(400).optional(),
});

/** `{text, meter?, tuning?, capo?, bpm?}` → notes, phrases, fingers, shifts, the tempo limit, and how it is said. */
export const riffVerb = verbOf(input, ({ text, meter = '4/4', tuning, capo = 0 }) => {
  const frame = parseMeter(meter);
  if (!frame) return workError('riff', `"${meter}" is no meter`, 'meter');
  const strings = tuning === undefined ? STANDARD_TUNING : parseTuning(tuning);
  if (!strings) return workError('riff', `"${tuning}" is no tuning`, 'tuning');
  const open = openNotes(strings);
  const sounds = ({ string: one, fret }: RiffNote): number =>
    (open[open.length - one] ?? 40) + capo + fret;
  const read = readRiff(text, { meterBeats: frame.beats, strings: open.length });
  const { notes, breaths, bars, faults } = read;
  const hand = { ...USUAL_HAND, capo };
  const left = leftHandOf(notes, hand);
  const breathBeats = breaths.map(beatsToNumber);
  const phrases = phrasesOf(notes, { meterBeats: frame.beats, breaths: breathBeats, sounds });
  const words = handWords(USUAL_CONVENTIONS, { tuning: strings, capo });
  const { limitBpm, because } = riffLimit(notes, { hand: left, pace: {} });
  return {
    notes: notes.map((note) => ({ ...note, midi: sounds(note) })),
    ...{ bars, faults },
    phrases: phrases.map(({ from, to, of, ...rest }) => ({
      ...{ from: from + 1, to: to + 1, ...rest },
      ...(of !== undefined && { of: of + 1 }),
    })),
    fingers: left.fingers,
    shifts: left.shifts.map(({ before, ...rest }) => ({ before: before + 1, ...rest })),
    ...{ limitBpm, because },
    said: phrases.map(({ from, to }) =>
      riffSaid(notes.slice(from, to + 1), { words, strings: open.length }),
    ),
  };
});
