import type { CheckAgain } from '@harvu/core/standing';
import { daysBetween, type Day } from '@harvu/core/day';
import { deadlineOf } from '@harvu/core/plan';
import { dayWords } from '../../ui/day-label';
import type { NoteTone } from '../../ui/note';
import type { PlanProgress } from '../plans';
import type { ChartAhead } from '../../ui/tempo-chart';
import type { DuePart, WhenReached } from '@harvu/core/standing';

/** A note of the margin: what it is about, and what is said of it. */
export interface TimeNote {
  readonly tone: NoteTone;
  readonly heading: string;
  readonly words: string;
}

const MOST_FADED = 3;

/** What was learned and has faded a little: the tempo it was at, and what is probably left. */
export function fadedNotes(due: readonly DuePart[]): readonly TimeNote[] {
  if (due.length === 0) return [];
  const parts = due.slice(0, MOST_FADED).map(({ title, was, lastOn, from, to }) => {
    const left = from === to ? String(from) : `${from} to ${to}`;
    return `${title} was ${was} on ${dayWords(lastOn)}, probably ${left} now`;
  });
  const more = due.length > MOST_FADED ? [`and ${due.length - MOST_FADED} more`] : [];
  return [{ tone: 'slate', heading: 'Due a visit:', words: `${[...parts, ...more].join('; ')}.` }];
}

/** What was changed in the song since it was learned: it is played once more, as it stands now. */
export function checkAgainNotes(changed: CheckAgain | null): readonly TimeNote[] {
  if (!changed) return [];
  const words = `${changed.names.join(', ')} changed on ${dayWords(changed.on)}: play it once more as it stands now.`;
  return [{ tone: 'slate', heading: 'Check again:', words }];
}

/** When what comes next will probably be there, as a range; to who teaches also what is missing to say. */
export function whenNotes(when: WhenReached | undefined, isTeaching: boolean): readonly TimeNote[] {
  if (!when || (!when.forecast.enough && !isTeaching)) return [];
  const { title, goalBpm, forecast } = when;
  const said = (words: string): readonly TimeNote[] => [
    { tone: 'slate', heading: `${title} at ${goalBpm}:`, words },
  ];
  if (!forecast.enough) return said(`no date yet; it needs ${forecast.need}.`);
  const { p10, p50, p90 } = forecast;
  if (p10 === null || p50 === null) return said('not within a year, as it goes now.');
  const until = p90 === null ? 'next year' : dayWords(p90);
  return said(
    `probably between ${dayWords(p10)} and ${until}, an even chance by ${dayWords(p50)}, as it goes now.`,
  );
}

/** A year and more ahead nothing is drawn. */
const MOST_DRAWN_DAYS = 120;

/**
 * Where a line is probably going, on an axis of minutes practised: the days of the forecast at the minutes of a usual
 * day. Null where there is no forecast, or where nothing is held yet.
 */
export function aheadOf(when: WhenReached, today: Day): ChartAhead | null {
  const { name, goalBpm, cleanBpm, forecast, practisedMinutes, minutesADay } = when;
  if (!forecast.enough || cleanBpm === null || minutesADay <= 0) return null;
  const { p10, p50, p90 } = forecast;
  if (p10 === null || p50 === null) return null;
  const at = (day: Day | null): number => {
    const days = day === null ? MOST_DRAWN_DAYS : daysBetween(today, day);
    return practisedMinutes + Math.min(MOST_DRAWN_DAYS, days) * minutesADay;
  };
  const until = p90 === null ? 'next year' : dayWords(p90);
  return {
    name,
    fromMinutes: practisedMinutes,
    fromBpm: cleanBpm,
    early: at(p10),
    likely: at(p50),
    late: at(p90),
    words: `${name} at ${goalBpm} bpm: probably between ${dayWords(p10)} and ${until}, an even chance by ${dayWords(p50)}.`,
  };
}

const WANTED_TONES = { fits: 'spruce', close: 'brass', misses: 'rose' } as const;

/** Whether a song is in time for its day, at the minutes that were agreed; and as it really goes. */
export function wantedNotes(
  { plan, left, when }: Pick<PlanProgress, 'plan' | 'left' | 'when'>,
  today: Day,
): readonly TimeNote[] {
  const { wantedOn } = plan.teaching;
  if (wantedOn === null || left.minutes === 0) return [];
  const { minutesByWeekday } = plan;
  const { verdict, minutesADay } = deadlineOf(left, wantedOn, { minutesByWeekday, today });
  const later = isLater(when, wantedOn) ? `; as it goes now, ${when?.title ?? ''} comes later` : '';
  const words =
    minutesADay === null
      ? 'no day of practice is left.'
      : `${minutesADay} min on each day of practice ${later ? `are wanted${later}` : 'get you there'}.`;
  const tone = later && verdict === 'fits' ? 'brass' : WANTED_TONES[verdict];
  return [{ tone, heading: `Wanted for ${dayWords(wantedOn)}:`, words }];
}

/** An even chance comes only after the day. */
function isLater(when: WhenReached | undefined, wantedOn: Day): boolean {
  if (!when?.forecast.enough) return false;
  const { p50 } = when.forecast;
  return p50 === null || p50 > wantedOn;
}
