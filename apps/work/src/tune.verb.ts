import { noteIn } from '@harvu/core/listening';
import { object, string } from 'yup';
import { verbOf, workError } from './verb';
import { readWav } from './wav-file';

const input = object({ wav: string().required() });

/** `{wav}` → the single plucked note in it, in cents beside the nearest note, and how sure that is. */
export const tuneVerb = verbOf(input, ({ wav }) => {
  const sound = readWav(wav);
  if ('error' in sound) return sound;
  const note = noteIn(sound.samples, sound.sampleRate);
  if (!note)
    return workError(
      'no-note',
      'No single note is heard in it: pluck one string, let it ring for a second, with nothing else sounding.',
      'wav',
    );
  return {
    midi: note.midi,
    cents: Math.round(note.cents * 100) / 100,
    hertz: Math.round(note.hertz * 1000) / 1000,
    confidence: Math.round(note.confidence * 1000) / 1000,
  };
});
