import { renderScore, songScore } from '@harvu/core/guide';
import type { ExpectedRequest } from '@harvu/core/player';
import { settledFrame, type SongDocument } from '@harvu/core/song';
import { boolean, string } from 'yup';
import { askedOf, expectedAnswer, expectedInput } from './expected-answer';
import { verbOf, workError } from './verb';
import { SAMPLE_RATE, writeWav } from './wav-file';

/** More than an hour is no practice. */
const LONGEST_S = 3600;

const input = expectedInput.shape({ wav: string().required(), click: boolean().optional() });

function rendered(song: SongDocument, request: ExpectedRequest, hasClick: boolean): Float32Array {
  const { tempo } = settledFrame(song);
  const slower = tempo / (request.bpm ?? tempo);
  return renderScore(songScore(song, request), { slower, sampleRate: SAMPLE_RATE, hasClick });
}

/** As `expected`, and the guide guitar playing it is written as a WAV file, with a click where it is asked for. */
export const renderVerb = verbOf(input, ({ wav, click, ...input }) => {
  const asked = askedOf(input);
  if ('error' in asked) return asked;
  const { song, request } = asked;
  const answer = expectedAnswer(song, request);
  if ((answer as { seconds: number }).seconds > LONGEST_S)
    return workError('input', 'That lasts more than an hour; ask for fewer bars.', 'to');
  return writeWav(wav, rendered(song, request, click === true)) ?? { ...answer, wav };
});
