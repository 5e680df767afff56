import { HIGHEST_CAPO } from '@harvu/core/chart';
import { USUAL_HAND } from '@harvu/core/fretboard';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import { placeNotes, type BareNote } from '@harvu/core/riff';
import { parseBeats, type Beats } from '@harvu/core/units';
import { array, mixed, number, object } from 'yup';
import { toTuning, tuningOrWordsField } from './grip-input';
import { verbOf, workError } from './verb';

/** A number of beats, exact to a 96th: what is finer is no rhythm that is written. */
const FINEST = 96;
function beatsOf(beats: number): Beats | undefined {
  const parts = Math.round(beats * FINEST);
  return beats > 0 && Math.abs(parts / FINEST - beats) < 1e-6
    ? parseBeats(`${parts}/${FINEST}`)
    : undefined;
}

const note = object({
  midi: number().integer().min(0).max(127).required(),
  beats: mixed<string | number>().defined(),
});
const input = object({
  notes: array().of(note).required().max(2000),
  tuning: tuningOrWordsField(),
  capo: number().integer().min(0).max(HIGHEST_CAPO).optional(),
  lastFret: number().integer().min(0).max(24).optional(),
  count: number().integer().min(1).max(10).optional(),
});

/** `{notes:[{midi, beats}], tuning?, capo?, lastFret?, count?}` → ways to play them, easiest first. */
export const placeNotesVerb = verbOf(input, ({ notes, tuning, capo = 0, lastFret, count }) => {
  const strings = toTuning(tuning) ?? STANDARD_TUNING;
  const bare = notes.flatMap(({ midi, beats }): readonly BareNote[] => {
    const length = typeof beats === 'number' ? beatsOf(beats) : parseBeats(beats);
    return length === undefined ? [] : [{ midi, beats: length }];
  });
  if (bare.length < notes.length) {
    return workError(
      'place-notes',
      'beats is a number such as 0.5, or a fraction such as "1/3"',
      'notes',
    );
  }
  const ways = placeNotes(bare, {
    tuning: strings,
    hand: { ...USUAL_HAND, capo },
    ...(lastFret !== undefined && { lastFret }),
    ...(count !== undefined && { count }),
  });
  return ways.map(({ shifts, ...way }) => ({
    ...way,
    shifts: shifts.map(({ before, ...rest }) => ({ before: before + 1, ...rest })),
  }));
});
