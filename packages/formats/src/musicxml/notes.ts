import { parseNote } from '@harvu/core/pitch';
import type { DraftNote } from '../draft/draft';
import { child, childrenOf, numberOf, textOf, toNumber, type Element } from './xml';

/** How finely time is counted: so many in a quarter, which the usual tuplets divide. */
export const QUARTER = 20_160;

/** A note as it stands in its bar, before strings and frets are settled. */
export interface ReadNote {
  /** From the beginning of the bar, and how long, in parts of a quarter. */
  readonly at: number;
  readonly lasts: number;
  readonly midi: number | undefined;
  readonly staff: string;
  readonly string: number | undefined;
  readonly fret: number | undefined;
  /** It only holds on the one before. */
  readonly tied: boolean;
  readonly more: Partial<Omit<DraftNote, 'at' | 'beats' | 'string' | 'fret'>>;
  readonly lyric: string;
  readonly slides: boolean;
}

/** Reads a note that sounds; undefined for rests, graces and cues. */
export function readNote(
  note: Element,
  { at, lasts, moved }: { readonly at: number; readonly lasts: number; readonly moved: number },
): ReadNote | undefined {
  if (child(note, 'rest') || child(note, 'grace') || child(note, 'cue')) return undefined;
  const tied = childrenOf(note, 'tie').some((one) => one.attributes['type'] === 'stop');
  return {
    at,
    lasts,
    tied,
    lyric: child(note, 'lyric') ? lyricOf(note) : '',
    midi: midiOf(child(note, 'pitch'), moved),
    staff: textOf(note, 'staff') ?? '1',
    ...playedHow(note),
  };
}

function midiOf(pitch: Element | undefined, moved: number): number | undefined {
  const [step, octave] = [textOf(pitch, 'step'), numberOf(pitch, 'octave')];
  const natural =
    step === undefined || octave === undefined
      ? undefined
      : parseNote(`${step.toUpperCase()}${octave}`);
  return natural === undefined
    ? undefined
    : natural + Math.round(numberOf(pitch, 'alter') ?? 0) + moved;
}

function stops(of: readonly Element[], name: string): boolean {
  return of.some((one) => one.name === name && one.attributes['type'] === 'stop');
}

function bendOf(bend: Element | undefined): DraftNote['bend'] {
  const alter = numberOf(bend, 'bend-alter');
  if (!bend || alter === undefined || alter === 0) return undefined;
  const quarterTones = Math.max(1, Math.min(8, Math.round(Math.abs(alter) * 2)));
  return { quarterTones, isReleased: child(bend, 'release') !== undefined };
}

function fingerOf(text: string | undefined): DraftNote['finger'] {
  const finger = toNumber(text);
  return finger === 1 || finger === 2 || finger === 3 || finger === 4 ? finger : undefined;
}

/** How a note is brought to sound, by what is written at it. */
function howOf(note: Element, technical: readonly Element[]): DraftNote['how'] {
  if (textOf(note, 'notehead') === 'x') return 'dead';
  if (technical.some((one) => one.name === 'harmonic')) return 'harmonic';
  if (stops(technical, 'hammer-on')) return 'hammered';
  return stops(technical, 'pull-off') ? 'pulled off' : 'picked';
}

function textIn(all: readonly Element[], name: string): string | undefined {
  return all.find((one) => one.name === name)?.text;
}

/** Signs that a riff has, too. */
function signsOf(notations: readonly Element[], technical: readonly Element[]): ReadNote['more'] {
  const ornaments = notations.flatMap((one) => (one.name === 'ornaments' ? one.children : []));
  const isPalmed = technical.some((one) => /palm|^p\.?m\.?$/i.test(one.text));
  const isLet = ({ name, attributes }: Element): boolean =>
    name === 'tied' && attributes['type'] === 'let-ring';
  return {
    ...(isPalmed && { palmMuted: true as const }),
    ...(notations.some(isLet) && { rings: true as const }),
    ...(ornaments.some((one) => one.name === 'wavy-line') && { vibrato: true as const }),
  };
}

/** How it is played, as far as a riff can say it. */
function playedHow(note: Element): Pick<ReadNote, 'string' | 'fret' | 'more' | 'slides'> {
  const notations = childrenOf(note, 'notations').flatMap((one) => one.children);
  const technical = notations.flatMap((one) => (one.name === 'technical' ? one.children : []));
  const bend = bendOf(technical.find((one) => one.name === 'bend'));
  const finger = fingerOf(textIn(technical, 'fingering'));
  const plucked = textIn(technical, 'pluck')?.toLowerCase() ?? '';
  return {
    string: toNumber(textIn(technical, 'string')),
    fret: toNumber(textIn(technical, 'fret')),
    slides: stops(notations, 'slide') || stops(notations, 'glissando'),
    more: {
      how: howOf(note, technical),
      ...(bend && { bend }),
      ...(finger && { finger }),
      ...(/^[pima]$/.test(plucked) && { plucked }),
      ...signsOf(notations, technical),
    },
  };
}

function lyricOf(note: Element): string {
  const [first] = childrenOf(note, 'lyric').filter(
    (one) => (one.attributes['number'] ?? '1') === '1',
  );
  const text = textOf(first, 'text') ?? '';
  const syllabic = textOf(first, 'syllabic') ?? 'single';
  return syllabic === 'begin' || syllabic === 'middle' ? text : `${text} `;
}
