import { fingerProgression, fingeringOf, type Fingering } from '@harvu/core/fretboard';
import { array, boolean, number, object } from 'yup';
import { capoField, gripField, optionalGripField, toGrip, toHand } from './grip-input';
import { verbOf, workError } from './verb';

const MOST_GRIPS = 5000;

const input = object({
  grip: optionalGripField(),
  grips: array().of(gripField()).max(MOST_GRIPS).optional(),
  capo: capoField(),
  scaleLengthMm: number().min(300).max(900).optional(),
  thumb: boolean().optional(),
});

/** Fingers as a list low to high, 0 for none. */
export function fingersOf({ fingers }: Fingering): readonly (number | string)[] {
  return fingers.map((finger) => finger ?? 0);
}

/** Barres by the players' numbers of their outer strings. */
export function barresOf({ barres, fingers }: Fingering): readonly object[] {
  return barres.map(({ finger, fret, from, to }) => ({
    finger,
    fret,
    fromString: fingers.length - from,
    toString: fingers.length - to,
  }));
}

function answerOf(way: Fingering | undefined, strings: number): object {
  if (!way)
    return {
      fingers: Array<number>(strings).fill(0),
      barres: [],
      reachMm: null,
      playable: false,
      cost: null,
    };
  return {
    fingers: fingersOf(way),
    barres: barresOf(way),
    reachMm: way.reachMm,
    playable: true,
    cost: way.cost,
  };
}

/** `{grip}` or `{grips}` → `{fingers, barres, reachMm, playable, cost}`, or a list chosen together. */
export const fingeringVerb = verbOf(input, ({ grip, grips, capo, scaleLengthMm, thumb }) => {
  const hand = toHand(capo, scaleLengthMm);
  const options = { thumb: thumb ?? false };
  if (grips) {
    const read = grips.map(toGrip);
    return fingerProgression(read, hand, options).map((way, index) =>
      answerOf(way, read[index]?.length ?? 0),
    );
  }
  if (grip === undefined) return workError('input', 'give a grip or grips', 'grip');
  return answerOf(fingeringOf(toGrip(grip), hand, options), toGrip(grip).length);
});
