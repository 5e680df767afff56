import {
  parseFingers,
  parseGrip,
  USUAL_HAND,
  type Fingers,
  type Grip,
  type Hand,
} from '@harvu/core/fretboard';
import { parseTuning, STANDARD_TUNING, type Tuning } from '@harvu/core/pitch';
import { array, mixed, number, string } from 'yup';

/** Fields that several verbs share. */
export const tuningField = () =>
  array()
    .of(string().strict(true).required())
    .test('tuning', 'tuning must be 4 to 8 notes, low to high', (value) =>
      value === undefined ? true : parseTuning(value.join(' ')) !== undefined,
    )
    .optional();
export const capoField = () => number().integer().min(0).max(24).optional();
const maybeGrip = () =>
  string().test('grip', 'must be a grip such as x02210', (value) =>
    value === undefined ? true : parseGrip(value) !== undefined,
  );
export const gripField = () => maybeGrip().required();
export const optionalGripField = () => maybeGrip().optional();
/** Fingers as the answers give them, a list; or as chart text writes them. */
export const fingersField = () =>
  mixed<string | readonly unknown[]>()
    .test('fingers', 'must be fingers, 0 to 4 or T a string', (value) =>
      value === undefined ? true : toFingers(value) !== undefined,
    )
    .optional();

/** Reads fingers from either form; undefined for what is neither. */
export function toFingers(value: unknown): Fingers | undefined {
  const text = Array.isArray(value)
    ? value.map((one) => (one === 0 || one === null ? '.' : String(one))).join('')
    : value;
  return typeof text === 'string' ? parseFingers(text) : undefined;
}

/** A tuning as every verb takes it, a list; or as chart text says it: "D A D G B E", "drop D". */
export const tuningOrWordsField = () =>
  mixed<string | readonly string[]>()
    .test('tuning', 'must be 4 to 8 notes, low to high', (value) =>
      value === undefined ? true : toTuning(value) !== undefined,
    )
    .optional();

/** Reads a tuning from either form; standard where none is said, undefined for what is neither. */
export function toTuning(value: unknown): Tuning | undefined {
  if (value === undefined) return STANDARD_TUNING;
  const words = Array.isArray(value) ? value.join(' ') : value;
  return typeof words === 'string' && words.length <= 60 ? parseTuning(words) : undefined;
}

/** How the guitar of one request is strung and clamped. */
export interface SetupInput {
  readonly tuning?: readonly (string | undefined)[] | undefined;
  readonly capo?: number | undefined;
}

export function toSetup({ tuning, capo }: SetupInput): {
  readonly tuning: Tuning;
  readonly capo: number;
} {
  const read = tuning && parseTuning(tuning.join(' '));
  return { tuning: read ?? STANDARD_TUNING, capo: capo ?? 0 };
}

export function toGrip(text: string): Grip {
  return parseGrip(text) ?? [];
}

/** The hand a request is about; 648 mm and a usual stretch where it does not say. */
export function toHand(capo = 0, scaleLengthMm: number = USUAL_HAND.scaleLengthMm): Hand {
  return { ...USUAL_HAND, capo, scaleLengthMm };
}
