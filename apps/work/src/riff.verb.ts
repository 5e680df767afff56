import { HIGHEST_CAPO } from '@harvu/core/chart';
import { secondsAt } from '@harvu/core/change';
import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { handWords, USUAL_HAND } from '@harvu/core/fretboard';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import { riffSaid, soundsOn, workOutRiff, type WorkedRiff } from '@harvu/core/riff';
import { parseMeter } from '@harvu/core/rhythm';
import { number, object, string } from 'yup';
import { toTuning, tuningOrWordsField } from './grip-input';
import { verbOf, workError } from './verb';

const input = object({
  text: string().defined().max(10_000),
  meter: string().max(20).optional(),
  tuning: tuningOrWordsField(),
  capo: number().integer().min(0).max(HIGHEST_CAPO).optional(),
  bpm: number().min(20).max(400).optional(),
});

/** Shifts with no time for them at a tempo, by their notes from 1; none where no tempo is given. */
function lateAt({ left }: WorkedRiff, bpm: number | undefined): readonly object[] {
  if (bpm === undefined) return [];
  return left.shifts
    .map(({ before, seconds, windowBeats }) => ({
      code: 'riff-reach',
      note: before + 1,
      seconds,
      hasSeconds: secondsAt(windowBeats, bpm),
    }))
    .filter((one) => one.seconds > one.hasSeconds);
}

/** `{text, meter?, tuning?, capo?, bpm?}` → notes, phrases, fingers, shifts, the tempo limit, and how it is said. */
export const riffVerb = verbOf(input, ({ text, meter = '4/4', tuning: told, capo = 0, bpm }) => {
  const frame = parseMeter(meter);
  if (!frame) return workError('riff', `"${meter}" is no meter`, 'meter');
  const tuning = toTuning(told) ?? STANDARD_TUNING;
  const hand = { ...USUAL_HAND, capo };
  const worked = workOutRiff(text, { meter: frame, tuning, hand });
  const { notes, bars, faults, phrases, left, limit } = worked;
  const sounds = soundsOn(tuning, capo);
  const words = handWords(USUAL_CONVENTIONS, { tuning, capo });
  return {
    notes: notes.map((note) => ({ ...note, midi: sounds(note) })),
    bars,
    faults,
    phrases: phrases.map(({ from, to, of, relation, known, words: said, line }) => ({
      from: from + 1,
      to: to + 1,
      relation,
      known,
      words: said,
      line,
      ...(of !== undefined && { of: of + 1 }),
    })),
    fingers: left.fingers,
    shifts: left.shifts.map(({ before, ...rest }) => ({ before: before + 1, ...rest })),
    limitBpm: limit.limitBpm,
    because: limit.because,
    reach: lateAt(worked, bpm),
    said: phrases.map(({ from, to }) =>
      riffSaid(notes.slice(from, to + 1), { words, strings: tuning.length }),
    ),
  };
});
