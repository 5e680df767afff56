import { chordLabel, transposeChordName } from '../chord';
import { STANDARD_TUNING, tuningName } from '../pitch';
import { formatFeel, formatMeter, isCompound } from '../rhythm';
import { downIn, type Frame } from '../song';
import { formatClock } from '../units';

/** One part of the frame's sentence: what it says, and the field it comes from. */
export interface FrameWord {
  readonly field: keyof Frame;
  readonly words: string;
  /** Nobody has said it: the words ask for it. */
  readonly isOpen: boolean;
}

const OPEN: Readonly<Partial<Record<keyof Frame, string>>> = {
  tempo: 'how fast?',
  meter: 'which meter?',
  feel: 'straight or swung?',
  tuning: 'which tuning?',
  capo: 'capo?',
  key: 'which key?',
  hand: 'pick or fingers?',
  length: 'how long?',
};

/** How each field is said where it was stated, in the order of the sentence. */
const SAID: Readonly<Partial<Record<keyof Frame, (frame: Frame) => string | undefined>>> = {
  tempo: tempoWords,
  meter: ({ meter }) => meter && formatMeter(meter),
  feel: ({ feel }) => feel && formatFeel(feel),
  tuning: tuningWords,
  capo: ({ capo }) => (capo === undefined ? undefined : capo === 0 ? 'no capo' : `capo ${capo}`),
  names: ({ names }) =>
    names && `chords named ${names === 'shapes' ? 'by their shapes' : 'as they sound'}`,
  key: keyWords,
  hand: ({ hand }) => hand && (hand === 'pick' ? 'with a pick' : 'with fingers'),
  pickup: ({ pickup }) =>
    pickup === undefined ? undefined : `pickup of ${pickup} ${pickup === 1 ? 'beat' : 'beats'}`,
  part: ({ part }) => part && `the ${part} part`,
  length: ({ length }) => (length === undefined ? undefined : `${formatClock(length)} long`),
  sound: ({ sound }) => sound && `through ${sound.map((one) => one.name).join(', then ')}`,
};

/**
 * Tells a frame as the parts of one sentence; what nobody has stated asks for itself, but for pickup
 * and part, which most songs do without.
 *
 * @example
 * frameWords({ capo: 2, key: 'E' }).filter((one) => !one.isOpen).map((one) => one.words) // ['capo 2', 'shapes in D, sounds E']
 */
export function frameWords(frame: Frame): readonly FrameWord[] {
  return (Object.keys(SAID) as (keyof Frame)[]).flatMap((field) => {
    const said = SAID[field]?.(frame);
    const words = said ?? OPEN[field];
    return words === undefined ? [] : [{ field, words, isOpen: said === undefined }];
  });
}

/** Beats of a compound meter are eighths; people feel and say the dotted beat. */
function tempoWords({ tempo, meter }: Frame): string | undefined {
  if (tempo === undefined) return undefined;
  return meter && isCompound(meter)
    ? `${tempo} eighths, ${Math.round(tempo / 3)} dotted`
    : `${tempo} bpm`;
}

function keyWords(frame: Frame): string | undefined {
  const { key } = frame;
  const raised = (frame.capo ?? 0) - downIn(frame);
  if (key === undefined) return undefined;
  if (raised === 0) return `in ${chordLabel(key)}`;
  return `shapes in ${chordLabel(transposeChordName(key, -raised))}, sounds ${chordLabel(key)}`;
}

function tuningWords({ tuning }: Frame): string | undefined {
  if (!tuning) return undefined;
  return tuning.join() === STANDARD_TUNING.join() ? 'standard tuning' : tuningName(tuning);
}
