import { fitClock } from '@harvu/core/recording';
import { array, number, object } from 'yup';
import { verbOf, workError } from './verb';

const MOST_SECTIONS = 2000;

const input = object({
  beatsPerBar: number().required().moreThan(0).max(64),
  sections: array()
    .of(
      object({
        bars: number().required().min(0).max(10_000),
        startsAtS: number().required().min(0).max(86_400),
      }),
    )
    .required()
    .min(2)
    .max(MOST_SECTIONS),
});

/** `{beatsPerBar, sections}` → `{bpm, firstBeatS, driftPercent, residuals}`. */
export const clockVerb = verbOf(input, ({ beatsPerBar, sections }) => {
  const marks = sections.map(({ bars, startsAtS }) => ({ beats: bars * beatsPerBar, startsAtS }));
  const message =
    'The marks do not rise, or a section between two of them has no bar. Give each section its bars and a later start.';
  return fitClock(marks, beatsPerBar) ?? workError('clock', message, 'sections');
});
