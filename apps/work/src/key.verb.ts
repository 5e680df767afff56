import { findKey, type KeyFit } from '@harvu/core/chord';
import { array, number, object, string } from 'yup';
import { capoField } from './grip-input';
import { verbOf } from './verb';

const MOST_CHORDS = 20_000;

const input = object({
  chords: array()
    .of(object({ name: string().required(), beats: number().required().moreThan(0) }))
    .required()
    .max(MOST_CHORDS),
  capo: capoField(),
});

function fitOf({ name, fits }: KeyFit): object {
  return { key: name, fits };
}

/** `{chords, capo?}` → `{best, others, fits, numerals}`; keys as they sound. */
export const keyVerb = verbOf(input, ({ chords, capo }) => {
  const { best, others, numerals } = findKey(chords, capo ?? 0);
  return { best: best?.name ?? null, others: others.map(fitOf), fits: best?.fits ?? 0, numerals };
});
