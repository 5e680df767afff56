import { listed } from '../wording';
import type { Change, FingerMove } from './change';
import type { HandWords } from './hand-words';

/** So many fingers are told where they go; more are only named. */
const MOST_TOLD = 2;

/**
 * Says a change so short that it is read from a metre away while one plays: what stays, what lies flat,
 * where one or two fingers go; of more fingers only which.
 *
 * @example
 * shortLine(changeBetween({ grip: parseGrip('320033') }, { grip: parseGrip('310033') }, { hand: USUAL_HAND }), handWords(USUAL_CONVENTIONS, { tuning: STANDARD_TUNING, capo: 0 })) // '2, 3 and 4 stay. 1 slides to fret 1.'
 */
export function shortLine({ moves, shapeMove, line }: Change, words: HandWords): string {
  if (shapeMove) return line;
  const of = (does: FingerMove['does']): readonly FingerMove[] =>
    moves.filter((one) => one.does === does);
  const [staying, lifting] = [of('stays'), of('lifts')];
  const going = moves.filter((one) => one.to && one.does !== 'stays');
  const flat = going.filter((one) => one.flat);
  const tips = going.filter((one) => !one.flat);
  const said = [
    staying.length > 0 ? `${fingersIn(staying)} ${staying.length > 1 ? 'stay' : 'stays'}.` : '',
    ...flat.map((one) => flatWords(one, words)),
    ...(tips.length > MOST_TOLD
      ? [`${fingersIn(tips)} go to new places.`]
      : tips.map((one) => wayWords(one, words))),
    going.length === 0 && lifting.length > 0
      ? `${fingersIn(lifting)} ${lifting.length > 1 ? 'lift' : 'lifts'}.`
      : '',
  ].filter(Boolean);
  return said.join(' ') || 'Nothing moves.';
}

function fingersIn(moves: readonly FingerMove[]): string {
  return listed(moves.map(({ finger }) => (finger === 'T' ? 'thumb' : String(finger))));
}

function wayWords({ finger, to, does }: FingerMove, words: HandWords): string {
  if (!to) return '';
  const who = finger === 'T' ? 'Thumb' : String(finger);
  const fret = words.fret(to.fret);
  return does === 'slides'
    ? `${who} slides to ${fret}.`
    : `${who} to ${words.string(to.place)} ${fret}.`;
}

function flatWords({ finger, to, does }: FingerMove, words: HandWords): string {
  const fret = to ? words.fret(to.fret) : '';
  return does === 'slides' ? `Slide ${finger} flat to ${fret}.` : `Lay ${finger} flat at ${fret}.`;
}
