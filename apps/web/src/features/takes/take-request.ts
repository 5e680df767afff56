import type { Scene } from '@harvu/core/practice';
import type { TakeRequest } from './take.state';

/** One pass of a scene as it is to be played at a tempo. */
export function takeRequestOf({ score, pass, expected, chords }: Scene, bpm: number): TakeRequest {
  const slower = pass.writtenBpm / bpm;
  return {
    ...{ score, slower },
    strokes: expected.map((one) => ({ ...one, atS: one.atS * slower })),
    called: (chord) => chords[chord]?.name ?? chord,
  };
}
