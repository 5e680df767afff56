import { assumed } from '../constants';
import { dayAfter, type Day } from '../day';
import type { OpenStep } from '../standing';
import { sinceLesson, type SinceLesson } from './since-lesson';
import type { SongNow, StudentNow } from './student-now';

/** What a part of a lesson is for, in the order it is done. */
export const AGENDA_KINDS = [
  'hurt',
  'hear',
  'question',
  'work',
  'whole',
  'new',
  'visit',
  'choose',
  'free',
  'cards',
] as const;
export type AgendaKind = (typeof AGENDA_KINDS)[number];

/** Why something is in a lesson; days, tempi and what the student asked, and no sentence yet. */
export type AgendaReason =
  | { readonly code: 'hurts' | 'visit'; readonly on: Day }
  | { readonly code: 'asks'; readonly on: Day; readonly asked: string }
  | ({ readonly code: 'came on'; readonly on: Day; readonly toBpm: number | null } & RungUnit)
  | { readonly code: 'stuck'; readonly atBpm: number | null; readonly days: number }
  | ({ readonly code: 'holds back' | 'begun'; readonly cleanBpm: number | null } & RungUnit)
  | { readonly code: 'new' | 'through' | 'no song' | 'nearly done' | 'cards' | 'time left' };

type RungUnit = Pick<OpenStep, 'rungUnit'>;

/** One part of a lesson. */
export interface AgendaPart {
  /** The same for the same thing. */
  readonly id: string;
  readonly kind: AgendaKind;
  /** The song and the step; null where it is about neither. */
  readonly planId: string | null;
  readonly stepId: string | null;
  /** The song and the step by name; empty where it is about neither. */
  readonly song: string;
  readonly step: string;
  readonly reason: AgendaReason;
  readonly minutes: number;
}

/** When the lesson is, how long, and when the one before was. */
export interface LessonTime {
  readonly today: Day;
  readonly minutes: number;
  /** The day of the last lesson; a week ago where there was none. */
  readonly last: Day | null;
  /** A child: nothing is as long. */
  readonly isChild?: boolean;
}

/** Something that could be done, with the least, the usual and the most minutes for it. */
interface Candidate extends Omit<AgendaPart, 'id' | 'minutes'> {
  readonly least: number;
  readonly usual: number;
  readonly most: number;
}

const WEEK_DAYS = 7;
/** Hands want something else after so long; with a sore one, and a child’s, sooner. */
const LONGEST = assumed('blockMinutes');
const LONGEST_SHORT = 8;
const LONG_LESSON = 40;
const VISITS = 2;
const NEARLY_DONE = 0.85;

const LASTS = {
  hurt: { least: 2, usual: 3, most: 5 },
  hear: { least: 3, usual: 4, most: 6 },
  question: { least: 2, usual: 3, most: 5 },
  work: { least: 5, usual: 9, most: LONGEST },
  whole: { least: 4, usual: 6, most: LONGEST },
  new: { least: 5, usual: 7, most: 10 },
  visit: { least: 2, usual: 3, most: 4 },
  choose: { least: 3, usual: 10, most: 20 },
  cards: { least: 2, usual: 3, most: 5 },
} as const;

const NOTHING = { planId: null, stepId: null, song: '', step: '' };

type ChosenItem = Candidate & { readonly minutes: number };

const FREE = {
  id: 'free',
  kind: 'free' as const,
  ...NOTHING,
  reason: { code: 'time left' as const },
};
const CHOOSE: Candidate = {
  kind: 'choose',
  ...NOTHING,
  reason: { code: 'no song' },
  ...LASTS.choose,
};

/**
 * Suggests what to do in a lesson, so that its minutes add up to the lesson: first what hurts and what came on, what
 * was asked, what is stuck or holds the song wanted soonest back, the whole song, one new thing (two in a long
 * lesson), a visit that is due; at the end the cards for the week. What is left over is the teacher's.
 *
 * @example
 * agendaOf({ songs: [], minutesByWeekday: [] }, { today: '2026-11-26', minutes: 30, last: null }).map((one) => `${one.minutes} ${one.kind}`) // ['20 choose', '5 free', '5 cards']
 */
export function agendaOf(student: StudentNow, lesson: LessonTime): readonly AgendaPart[] {
  const { today, minutes } = lesson;
  const last = lesson.last ?? dayAfter(today, -WEEK_DAYS);
  const since = sinceLesson(student, { last, today });
  const isShort = lesson.isChild === true || since.said.some(({ kind }) => kind === 'sore');
  const bounded = (all: readonly Candidate[]): readonly Candidate[] =>
    isShort ? all.map(shortened) : all;
  const first = candidates(student, since);
  const needed = student.songs.length === 0 ? [...first, CHOOSE] : first;
  const main = spread(fitting(bounded(needed), minutes), minutes);
  const over = minutes - minutesIn(main);
  // What only fills is given what nothing else needs.
  const filling = spread(fitting(bounded(toFill(soonestFirst(student.songs))), over), over);
  const items = [...main, ...filling].map(toItem);
  const left = minutes - minutesIn(items);
  return [...items, ...(left > 0 ? [{ ...FREE, minutes: left }] : [])].toSorted(
    (a, b) => AGENDA_KINDS.indexOf(a.kind) - AGENDA_KINDS.indexOf(b.kind),
  );
}

function ofStep(
  kind: 'hear' | 'work' | 'whole' | 'new' | 'visit',
  { id, short }: Pick<OpenStep, 'id' | 'short'>,
  about: Pick<Candidate, 'planId' | 'song' | 'reason'>,
): Candidate {
  return { kind, stepId: id, step: short, ...about, ...LASTS[kind] };
}

function soonestFirst(songs: readonly SongNow[]): readonly SongNow[] {
  const wanted = ({ overview }: SongNow): string => overview.wantedOn ?? '9999-12-31';
  return songs.toSorted((a, b) => wanted(a).localeCompare(wanted(b)));
}

/** What came on most is heard first: it is good news, and only a teacher's ear makes it sure. */
function toHear({ climbed }: SinceLesson): readonly Candidate[] {
  const best = climbed.find(({ toBpm, isNewlyDone }) => toBpm !== null || isNewlyDone);
  if (!best) return [];
  const { planId, song, on, toBpm, rungUnit } = best;
  const step = { id: best.id, short: best.title };
  return [ofStep('hear', step, { planId, song, reason: { code: 'came on', on, toBpm, rungUnit } })];
}

function workReason({ stuck, holdsBack, isWholeSong, cleanBpm, rungUnit }: OpenStep): AgendaReason {
  if (stuck) return { code: 'stuck', atBpm: stuck.atBpm, days: stuck.days };
  return { code: holdsBack && !isWholeSong ? 'holds back' : 'begun', cleanBpm, rungUnit };
}

/** What was begun and asks most: stuck first, then what holds the song back, then the rest in the plan's order. */
function toWorkAt(song: SongNow): readonly Candidate[] {
  const rank = (step: OpenStep): number => (step.stuck ? 0 : step.holdsBack ? 1 : 2);
  return song.overview.open
    .filter((step) => step.isBegun && !step.isListening)
    .toSorted((a, b) => rank(a) - rank(b))
    .map((step) =>
      ofStep(step.isWholeSong ? 'whole' : 'work', step, {
        planId: song.planId,
        song: song.title,
        reason: workReason(step),
      }),
    );
}

/** What is new is begun in a lesson, where somebody shows it. */
function toBegin(song: SongNow): readonly Candidate[] {
  return song.overview.open
    .filter((step) => !step.isBegun && !step.isListening)
    .map((step) =>
      ofStep('new', step, { planId: song.planId, song: song.title, reason: { code: 'new' } }),
    );
}

function toVisit({ visits }: SinceLesson): readonly Candidate[] {
  return visits.slice(0, VISITS).map(({ step, lastOn, planId, song }) => {
    return ofStep('visit', step, { planId, song, reason: { code: 'visit', on: lastOn } });
  });
}

/** Where time is left, what there is of a song is played through; and where all is nearly done, the next is chosen. */
function toFill(songs: readonly SongNow[]): readonly Candidate[] {
  const through = songs
    .filter(({ overview }) => overview.readiness.restBpm !== null)
    .map(({ planId, title }): Candidate => ({
      kind: 'whole',
      planId,
      stepId: null,
      song: title,
      step: '',
      reason: { code: 'through' },
      ...LASTS.whole,
    }));
  const isNearlyDone = ({ overview: { doneCount, stepCount, open } }: SongNow): boolean =>
    doneCount >= NEARLY_DONE * stepCount && open.every(({ stuck }) => stuck === null);
  const next: Candidate = {
    kind: 'choose',
    ...NOTHING,
    reason: { code: 'nearly done' },
    ...LASTS.choose,
  };
  return [...through, ...(songs.length > 0 && songs.every(isNearlyDone) ? [next] : [])];
}

/** One of each list in turn. */
function inTurn<T>(lists: readonly (readonly T[])[]): readonly T[] {
  const longest = Math.max(0, ...lists.map((list) => list.length));
  return Array.from({ length: longest }, (_, at) =>
    lists.flatMap((list) => list.slice(at, at + 1)),
  ).flat();
}

/** All that could be done, what matters most first. */
function candidates({ songs }: StudentNow, since: SinceLesson): readonly Candidate[] {
  const sore = since.said.find(({ kind }) => kind === 'sore');
  const asked = since.said.find(({ kind }) => kind === 'asks');
  const inOrder = soonestFirst(songs);
  const [first, ...others] = inTurn(inOrder.map(toWorkAt));
  const [begin, ...more] = inTurn(inOrder.map(toBegin));
  return [
    { ...NOTHING, kind: 'cards', reason: { code: 'cards' }, ...LASTS.cards },
    ...(sore
      ? [
          {
            ...NOTHING,
            kind: 'hurt' as const,
            reason: { code: 'hurts' as const, on: sore.on },
            ...LASTS.hurt,
          },
        ]
      : []),
    ...(first ? [first] : []),
    ...toHear(since).filter(({ stepId }) => stepId !== first?.stepId),
    ...(asked
      ? [
          {
            kind: 'question' as const,
            planId: asked.planId,
            stepId: null,
            song: asked.song,
            step: '',
            reason: { code: 'asks' as const, on: asked.on, asked: asked.words },
            ...LASTS.question,
          },
        ]
      : []),
    ...(begin ? [begin] : []),
    ...toVisit(since).slice(0, 1),
    ...others,
    ...more,
    ...toVisit(since).slice(1),
  ];
}

/** What fits, each for its usual time as long as there is some. */
function fitting(all: readonly Candidate[], minutes: number): readonly ChosenItem[] {
  let [left, fresh] = [minutes, 0];
  const mostNew = minutes >= LONG_LESSON ? 2 : 1;
  const chosen: ChosenItem[] = [];
  for (const one of all) {
    const isOver = one.kind === 'new' && fresh >= mostNew;
    const isTwice = chosen.some(
      (other) =>
        other.stepId !== null && other.stepId === one.stepId && other.planId === one.planId,
    );
    if (left < one.least || isOver || isTwice) continue;
    const lasts = Math.min(one.usual, left);
    chosen.push({ ...one, minutes: lasts });
    left -= lasts;
    if (one.kind === 'new') fresh += 1;
  }
  return chosen;
}

/** What is left over goes to what matters most, a minute at a time. */
function spread(chosen: readonly ChosenItem[], minutes: number): readonly ChosenItem[] {
  const lasts = chosen.map((one) => one.minutes);
  const sum = (): number => lasts.reduce((all, one) => all + one, 0);
  let hasGrown = true;
  while (sum() < minutes && hasGrown) {
    hasGrown = false;
    for (const [at, { most }] of chosen.entries()) {
      const now = lasts[at] ?? 0;
      if (sum() >= minutes || now >= most) continue;
      lasts[at] = now + 1;
      hasGrown = true;
    }
  }
  return chosen.map((one, at) => ({ ...one, minutes: lasts[at] ?? one.minutes }));
}

function toItem({ least: _least, usual: _usual, most: _most, ...item }: ChosenItem): AgendaPart {
  const { kind, planId, stepId } = item;
  return { id: [kind, planId ?? '', stepId ?? ''].join(' '), ...item };
}

function minutesIn(items: readonly { readonly minutes: number }[]): number {
  return items.reduce((sum, one) => sum + one.minutes, 0);
}

function shortened(one: Candidate): Candidate {
  const { most, usual } = one;
  return { ...one, most: Math.min(most, LONGEST_SHORT), usual: Math.min(usual, LONGEST_SHORT) };
}
