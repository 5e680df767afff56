import { onsetsIn } from '@harvu/core/listening';
import { object, string } from 'yup';
import { verbOf } from './verb';
import { readWav } from './wav-file';

const input = object({ wav: string().required() });

/** Ten thousandths of a second are more than any hand is exact to. */
function rounded(seconds: number): number {
  return Math.round(seconds * 10_000) / 10_000;
}

/** `{wav}` → when strings are struck in it, and how long it lasts, in seconds. */
export const onsetsVerb = verbOf(input, ({ wav }) => {
  const sound = readWav(wav);
  if ('error' in sound) return sound;
  return {
    onsetsS: onsetsIn(sound.samples, sound.sampleRate).map(rounded),
    seconds: rounded(sound.samples.length / sound.sampleRate),
  };
});
