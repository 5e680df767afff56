import { fitFor, type FitVerdict } from '@harvu/core/fit';
import { USUAL_TEACHING } from '@harvu/core/plan';
import { mixed, object } from 'yup';
import { readSong } from './song-input';
import { dayField, practiceOf, studentField, studentOf } from './student-input';
import { verbOf, workError } from './verb';

const input = object({
  song: mixed<string | object>().required(),
  student: studentField(),
  today: dayField().required(),
  wantedOn: dayField().nullable().optional(),
});

const VERDICTS: Readonly<Record<FitVerdict, string>> = {
  now: 'now',
  simpler: 'with a simpler layer',
  later: 'later',
};

function rounded(value: number, digits = 1): number {
  return Math.round(value * 10 ** digits) / 10 ** digits;
}

/** `{song, student, today, wantedOn?}` → how well the song fits now: the plan of whole-first, in full. */
export const fitVerb = verbOf(input, ({ song, student, today, wantedOn = null }) => {
  const read = readSong(song);
  if (typeof read === 'string') return workError('input', read, 'song');
  const fit = fitFor(read, {
    student: studentOf(student),
    practice: practiceOf(student, today),
    wantedOn,
    teaching: USUAL_TEACHING,
  });
  const { slowest, weeks, simpler, time, newChanges, owned, verdict } = fit;
  return {
    owned: rounded(owned, 3),
    newGrips: fit.newGrips,
    newChanges: newChanges.map((one) => ({ ...one, seconds: rounded(one.seconds, 2) })),
    slowest: slowest && {
      from: slowest.from,
      to: slowest.to,
      seconds: rounded(slowest.seconds, 2),
      windowSeconds: rounded(slowest.windowSeconds, 2),
    },
    startBpm: fit.startBpm,
    goalBpm: fit.goalBpm,
    minutes: Math.round(time.minutes),
    minutesLow: Math.round(time.low),
    minutesHigh: Math.round(time.high),
    weeks: weeks && {
      low: rounded(weeks.low),
      likely: rounded(weeks.likely),
      high: rounded(weeks.high),
    },
    readyOn: fit.readyOn,
    verdict: VERDICTS[verdict],
    after: fit.after,
    stops: fit.stops,
    simpler: simpler && {
      words: simpler.words,
      minutes: Math.round(simpler.time.minutes),
      readyOn: simpler.deadline.finishOn,
    },
    because: fit.because,
  };
});
