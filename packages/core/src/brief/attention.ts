import { counted } from '../wording';
import { USUAL_CONSTANTS, type Constants } from '../constants';
import { dayAfter, daysBetween, type Day } from '../day';
import { deadlineOf } from '../plan';
import { reallyPractised, type SongNow, type StudentNow } from './student-now';
import { dayWords, type DayTold } from './words';

/** One reason to look at a student, with its weight. */
export interface Reason {
  readonly kind: 'sore' | 'deadline' | 'stuck' | 'silent' | 'lesson';
  readonly weight: number;
  /** In a few words. */
  readonly words: string;
  /** The song it is about; null where it is about the student. */
  readonly planId: string | null;
}

/** How much a student needs somebody to look, and why; the heaviest reason first. */
export interface Attention {
  readonly score: number;
  readonly reasons: readonly Reason[];
}

/** When one looks, whether they come today, and what the studio gives how much weight. */
export interface AttentionSetup {
  readonly today: Day;
  readonly comesToday: boolean;
  readonly constants?: Constants;
  /** How days are told; as "26 Nov" where nothing is said. */
  readonly told?: DayTold;
}

const SORE_DAYS = 7;

/**
 * Tells how much a student needs somebody to look: something hurts, a date is in danger, a step is stuck, nothing
 * was logged for a week, a lesson is today; each counts once, however often it is so, and the heaviest is told
 * first. Nothing, and 0, for whom all is well.
 *
 * @example
 * attentionOf({ songs: [], minutesByWeekday: [] }, { today: '2026-11-26', comesToday: true }).score // 1
 */
export function attentionOf(student: StudentNow, asked: AttentionSetup): Attention {
  const looking = { constants: USUAL_CONSTANTS, told: dayWords, ...asked };
  const { today, comesToday, constants } = looking;
  const deadlines = student.songs.flatMap((song): readonly Omit<Reason, 'weight'>[] => {
    const words = deadlineReason(song, student, looking);
    return words === '' ? [] : [{ kind: 'deadline', words, planId: song.planId }];
  });
  const found: readonly Omit<Reason, 'weight'>[] = [
    ...soreReasons(student, looking),
    ...deadlines,
    ...stuckReasons(student),
    ...silentReasons(student, today, constants),
    ...(comesToday ? [{ kind: 'lesson' as const, words: 'Comes today.', planId: null }] : []),
  ];
  const weights: Readonly<Record<Reason['kind'], number>> = {
    sore: constants.attentionSore,
    deadline: constants.attentionDeadline,
    stuck: constants.attentionStuck,
    silent: constants.attentionSilent,
    lesson: constants.attentionLesson,
  };
  const reasons = found
    .map((reason) => ({ ...reason, weight: weights[reason.kind] }))
    .toSorted((a, b) => b.weight - a.weight);
  const kinds = [...new Set(reasons.map(({ kind }) => kind))];
  return { score: kinds.reduce((sum, kind) => sum + weights[kind], 0), reasons };
}

function isReady({ overview }: SongNow): boolean {
  return overview.readiness.gates.isReady;
}

function soreReasons(
  { songs }: StudentNow,
  { today, told }: Required<AttentionSetup>,
): readonly Omit<Reason, 'weight'>[] {
  const since = dayAfter(today, -SORE_DAYS);
  const last = songs
    .flatMap(({ planId, overview: { soreOn } }) => (soreOn ? [{ planId, soreOn }] : []))
    .toSorted((a, b) => b.soreOn.localeCompare(a.soreOn))[0];
  if (!last || last.soreOn < since) return [];
  const words = `Something hurt on ${told(last.soreOn)}.`;
  return [{ kind: 'sore', words, planId: last.planId }];
}

function deadlineReason(
  song: SongNow,
  student: StudentNow,
  { today, told }: Required<AttentionSetup>,
): string {
  const { wantedOn, left } = song.overview;
  if (wantedOn === null || left.minutes === 0 || isReady(song)) return '';
  if (wantedOn < today) return `${song.title} was wanted for ${told(wantedOn)}.`;
  const practice = { minutesByWeekday: reallyPractised(student, today), today };
  const { verdict, minutesThere } = deadlineOf(left, wantedOn, practice);
  if (verdict !== 'misses') return '';
  const minutes = `${Math.round(left.minutes)} min are left, ${Math.round(minutesThere)} will be practised`;
  return `${told(wantedOn)} is in danger for ${song.title}: ${minutes}.`;
}

function stuckReasons({ songs }: StudentNow): readonly Omit<Reason, 'weight'>[] {
  return songs.flatMap(({ planId, overview }) =>
    overview.open.flatMap(({ short, stuck, rungUnit }): readonly Omit<Reason, 'weight'>[] => {
      if (!stuck) return [];
      const at = stuck.atBpm === null ? 'not clean yet' : `at ${stuck.atBpm} ${rungUnit}`;
      const long = `${counted(stuck.days, 'day')} and ${Math.round(stuck.minutes)} min`;
      const words = `${short}: ${at} after ${long} of practice.`;
      return [{ kind: 'stuck', words, planId }];
    }),
  );
}

/** The last day with practice of any song, else the day the first was given. */
function lastHeard(songs: readonly SongNow[]): Day | undefined {
  const practised = songs.flatMap(({ overview }) => overview.lastDay ?? []).toSorted();
  return practised.at(-1) ?? songs.map(({ assignedOn }) => assignedOn).toSorted()[0];
}

function silentReasons(
  { songs }: StudentNow,
  today: Day,
  { silentDays }: Constants,
): readonly Omit<Reason, 'weight'>[] {
  const heard = lastHeard(songs);
  const quiet = heard === undefined ? 0 : daysBetween(heard, today);
  if (quiet < silentDays || songs.every(isReady)) return [];
  return [{ kind: 'silent', words: `Nothing logged for ${quiet} days.`, planId: null }];
}
