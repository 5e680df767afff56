import { USUAL_HAND } from '@harvu/core/fretboard';
import { parseTuning, STANDARD_TUNING } from '@harvu/core/pitch';
import { placeNotes, type BareNote } from '@harvu/core/riff';
import { parseBeats } from '@harvu/core/units';
import { array, mixed, number, object, string } from 'yup';
import { verbOf, workError } from './verb';

const note = object({
  midi: number().integer().min(0).max(127).required(),
  beats: mixed<string | number>().defined(),
});
const input = object({
  notes: array().of(note).required().max(2000),
  tuning: string().max(60).optional(),
  capo: number().integer().min(0).max(12).optional(),
  lastFret: number().integer().min(0).max(24).optional(),
  count: number().integer().min(1).max(10).optional(),
});

/** `{notes:[{midi, beats}], tuning?, capo?, lastFret?, count?}` → ways to play them, easiest first. */
export const placeNotesVerb = verbOf(input, ({ notes, tuning, capo = 0, lastFret, count }) => {
  const strings = tuning === undefined ? STANDARD_TUNING : parseTuning(tuning);
  if (!strings) return workError('place-notes', `"${tuning}" is no tuning`, 'tuning');
  const bare = notes.flatMap(({ midi, beats }): readonly BareNote[] => {
    const length = parseBeats(beats);
    return length === undefined ? [] : [{ midi, beats: length }];
  });
  if (bare.length < notes.length) {
    return workError('place-notes', 'beats is a whole number or a fraction such as "1/3"', 'notes');
  }
  const ways = placeNotes(bare, {
    ...{ tuning: strings, hand: { ...USUAL_HAND, capo } },
    ...(lastFret !== undefined && { lastFret }),
    ...(count !== undefined && { count }),
  });
  return ways.map(({ shifts, ...way }) => ({
    ...way,
    shifts: shifts.map(({ before, ...rest }) => ({ before: before + 1, ...rest })),
  }));
});
