import type { Conventions } from '@harvu/core/conventions';
import { handWords, USUAL_HAND } from '@harvu/core/fretboard';
import type { Scene } from '@harvu/core/practice';
import { placeNear } from '@harvu/core/riff';
import type { TakeRequest } from './take.state';

/** One pass of a scene as it is to be played at a tempo. */
export function takeRequestOf(scene: Scene, bpm: number, conventions: Conventions): TakeRequest {
  const { score, pass, expected, chords } = scene;
  const slower = pass.writtenBpm / bpm;
  return {
    score,
    slower,
    strokes: expected.map((one) => ({ ...one, atS: one.atS * slower })),
    called: (chord) => chords[chord]?.name ?? chord,
    placed: placing(scene, conventions),
  };
}

/** Says where a note lies at a stroke of a riff: as it is written, or the nearest place to that. */
function placing(
  { score, tuning, capo }: Scene,
  conventions: Conventions,
): (note: number, stroke: number) => string {
  const say = handWords(conventions, { tuning, capo });
  const hand = { ...USUAL_HAND, capo };
  return (midi, stroke) => {
    const written = score.strokes[stroke]?.notes?.[0]?.note ?? { string: 1, fret: 0 };
    const place = placeNear(midi, written, { tuning, hand });
    if (!place) return 'a note off the neck';
    const string = say.string(tuning.length - place.string);
    return place.fret === 0 ? `${string} open` : `${string} ${say.fret(place.fret)}`;
  };
}
