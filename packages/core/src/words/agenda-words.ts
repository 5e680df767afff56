import { counted } from '../wording';
import type { AgendaPart, AgendaReason } from '../brief';
import type { Reader } from './reader';

/** A part of a lesson as it stands on the teacher's page and in what is kept of a lesson. */
export interface AgendaItem extends Omit<AgendaPart, 'step' | 'reason'> {
  readonly title: string;
  /** Why it is there, in a few words. */
  readonly why: string;
}

type Words = Pick<AgendaItem, 'title' | 'why'>;
type OfCode<C extends AgendaReason['code']> = Extract<AgendaReason, { readonly code: C }>;
type DayWords = Reader['told'];

/** What is put beside a step begins with the step's own name; the others have a title of their own. */
const WORDS: {
  readonly [C in AgendaReason['code']]: (
    reason: OfCode<C>,
    told: DayWords,
    part: Pick<AgendaPart, 'song' | 'step'>,
  ) => Words;
} = {
  hurts: ({ on }, told) => ({
    title: 'Ask about the hand',
    why: `something hurt on ${told(on)}`,
  }),
  asks: ({ on, asked }, told) => ({ title: `Asked: “${asked}”`, why: told(on) }),
  'came on': ({ on, toBpm, rungUnit }, told, { step }) => ({
    title: step,
    why: `${toBpm === null ? 'done' : `clean at ${toBpm} ${rungUnit}`} on ${told(on)}`,
  }),
  stuck: ({ atBpm, days }, _told, { step }) => ({
    title: step,
    why: `stuck: ${atBpm === null ? 'not clean' : `at ${atBpm}`} for ${counted(days, 'day')} of practice`,
  }),
  'holds back': (held, _told, { step }) => ({
    title: step,
    why: `holds the song back, ${heldWords(held)}`,
  }),
  begun: (held, _told, { step }) => ({ title: step, why: heldWords(held) }),
  new: (_new, _told, { step }) => ({ title: step, why: 'new: show it' }),
  visit: ({ on }, told, { step }) => ({ title: step, why: `played last on ${told(on)}` }),
  through: (_through, _told, { song }) => ({
    title: `Through ${song}`,
    why: 'as far as it goes, without a stop',
  }),
  'no song': () => ({ title: 'Choose a song', why: 'none is in work' }),
  'nearly done': () => ({ title: 'Listen for the next song', why: 'little is left to learn' }),
  cards: () => ({ title: 'Next week’s cards', why: 'made from what is marked' }),
  'time left': () => ({ title: 'Time that is yours', why: 'nothing else is waiting' }),
};

/**
 * Says a part of a lesson for the teacher who gives it.
 *
 * @example
 * agendaItem({ id: 'n', kind: 'new', planId: 'p', stepId: 's', song: 'W', step: 'Verse', reason: { code: 'new' }, minutes: 7 }, { told: (day) => day }).why // 'new: show it'
 */
export function agendaItem(part: AgendaPart, { told }: Pick<Reader, 'told'>): AgendaItem {
  const { step: _step, reason, ...kept } = part;
  const words = WORDS[reason.code] as (
    reason: AgendaReason,
    told: DayWords,
    part: AgendaPart,
  ) => Words;
  return { ...kept, ...words(reason, told, part) };
}

function heldWords({ cleanBpm, rungUnit }: OfCode<'holds back' | 'begun'>): string {
  return cleanBpm === null ? 'not clean yet' : `clean at ${cleanBpm} ${rungUnit}`;
}
