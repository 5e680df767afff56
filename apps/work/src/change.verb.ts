import {
  changeBetween,
  heldTogether,
  stringNumber,
  type FingerMove,
  type Grip,
  type Place,
} from '@harvu/core/fretboard';
import { number, object } from 'yup';
import { capoField, fingersField, gripField, toFingers, toGrip, toHand } from './grip-input';
import { verbOf, workError } from './verb';

const held = () => object({ grip: gripField(), fingers: fingersField() }).required();

const input = object({
  from: held(),
  to: held(),
  paceFactor: number().moreThan(0).max(10).optional(),
  capo: capoField(),
  scaleLengthMm: number().min(300).max(900).optional(),
});

function placeOf(place: Place, grip: Grip): object {
  return { string: stringNumber(grip, place.place), fret: place.fret };
}

function moveOf({ finger, does, from, to, mm }: FingerMove, grip: Grip): object {
  return {
    finger,
    does,
    mm,
    ...(from && { from: placeOf(from, grip) }),
    ...(to && { to: placeOf(to, grip) }),
  };
}

/** `{from, to, paceFactor?}` → `{fingers, shapeMove, barre, seconds, line}`. */
export const changeVerb = verbOf(input, ({ from, to, paceFactor, capo, scaleLengthMm }) => {
  const [a, b] = [toGrip(from.grip), toGrip(to.grip)];
  if (a.length !== b.length) {
    const message = `to.grip has ${b.length} strings; the grip before has ${a.length}`;
    return workError('strings', message, 'to.grip');
  }
  const hand = toHand(capo, scaleLengthMm);
  const [before, after] = heldTogether(
    { grip: a, fingers: toFingers(from.fingers) },
    { grip: b, fingers: toFingers(to.fingers) },
    hand,
  );
  const change = changeBetween(before, after, {
    hand,
    ...(paceFactor !== undefined && { paceFactor }),
  });
  return {
    fingers: change.moves.map((move) => moveOf(move, b)),
    shapeMove: change.shapeMove,
    barre: change.barre,
    seconds: change.seconds,
    line: change.line,
  };
});
