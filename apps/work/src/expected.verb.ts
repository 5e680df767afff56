import { askedOf, expectedAnswer, expectedInput } from './expected-answer';
import { verbOf } from './verb';

/** `{song, section?, layer?, bpm?, from?, to?}` → the strokes and clicks that are to be heard, in seconds. */
export const expectedVerb = verbOf(expectedInput, (input) => {
  const asked = askedOf(input);
  return 'error' in asked ? asked : expectedAnswer(asked.song, asked.request);
});
