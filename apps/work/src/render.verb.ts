import { renderScore, songScore } from '@harvu/core/guide';
import type { ExpectedRequest } from '@harvu/core/player';
import { settledFrame, type SongDocument } from '@harvu/core/song';
import { writeFileSync } from 'node:fs';
import wavefile from 'wavefile';
import { boolean, string } from 'yup';
import { askedOf, expectedAnswer, expectedInput } from './expected-answer';
import { verbOf, workError } from './verb';

const SAMPLE_RATE = 44_100;
const LOUDEST = 32_767;
/** More than an hour is no practice. */
const LONGEST_S = 3600;

const input = expectedInput.shape({ wav: string().required(), click: boolean().optional() });

function rendered(song: SongDocument, request: ExpectedRequest, hasClick: boolean): Float32Array {
  const { tempo } = settledFrame(song.frame);
  const slower = tempo / (request.bpm ?? tempo);
  return renderScore(songScore(song, request), { slower, sampleRate: SAMPLE_RATE, hasClick });
}

function wavOf(sound: Float32Array): Uint8Array {
  const wav = new wavefile.WaveFile();
  wav.fromScratch(
    ...([1, SAMPLE_RATE, '16'] as const),
    Int16Array.from(sound, (one) => Math.round(one * LOUDEST)),
  );
  return wav.toBuffer();
}

/** As `expected`, and the guide guitar playing it is written as a WAV file, with a click where it is asked for. */
export const renderVerb = verbOf(input, ({ wav, click, ...input }) => {
  const asked = askedOf(input);
  if ('error' in asked) return asked;
  const { song, request } = asked;
  const answer = expectedAnswer(song, request);
  if ((answer as { seconds: number }).seconds > LONGEST_S)
    return workError('input', 'That lasts more than an hour; ask for fewer bars.', 'to');
  try {
    writeFileSync(wav, wavOf(rendered(song, request, click === true)));
  } catch (error) {
    return workError('path', `The file cannot be written: ${String(error)}`, 'wav');
  }
  return { ...answer, wav };
});
