import { readChart } from '../chart';
import type { Day } from '../day';
import type { PlanEvent } from '../events';
import { makePlan } from '../plan';
import { overviewOf, standingOf } from '../standing';
import { doneOn } from './index';

const { song } = readChart('tempo: 92\n[Verse]\n| G | D |\n[Chorus]\n| Em | C |');
const plan = makePlan(song);
const verse = plan.steps.find(({ kind, title }) => kind === 'section' && title.startsWith('V'));
const verseId = verse?.id ?? '';
const start = verse?.rungs[0] ?? 0;

let minute = 0;
const aTry = (day: Day, clean: boolean, bpm: number): PlanEvent & { readonly kind: 'try' } => {
  minute += 1;
  const at = `${day}T10:${String(minute % 60).padStart(2, '0')}:00.000Z`;
  return {
    ...{ id: `e${minute}`, kind: 'try', at, day, source: 'self', revision: 1 },
    stepId: verseId,
    ...{ bpm, clean, passes: 1, seconds: 30 },
  };
};
const times = (count: number, make: () => PlanEvent) => Array.from({ length: count }, make);

describe('what was done on a day', () => {
  const first = times(3, () => aTry('2026-11-25', true, start));
  const second = [
    aTry('2026-11-26', false, start),
    ...times(3, () => aTry('2026-11-26', true, start + 10)),
  ];

  it('is told step by step: its minutes, its passes, and how the tempo moved', () => {
    expect(doneOn(plan.steps, [...first, ...second], '2026-11-26')).toEqual([
      {
        ...{ id: verseId, title: verse?.title ?? '', minutes: 2, rungUnit: 'bpm' },
        ...{ fromBpm: start as never, toBpm: (start + 10) as never, clean: 3, passes: 4 },
        isNewlyDone: false,
      },
    ]);
    expect(doneOn(plan.steps, [...first, ...second], '2026-11-25')[0]).toEqual(
      jasmine.objectContaining({ fromBpm: null, toBpm: start, minutes: 1.5 }),
    );
  });

  it('says that a goal was met on the day it was', () => {
    const goal = verse?.rungs.at(-1) ?? 0;
    const done = [...first, ...times(3, () => aTry('2026-11-27', true, goal))];
    expect(doneOn(plan.steps, done, '2026-11-27')[0]?.isNewlyDone).toBeTrue();
    const again = [...done, ...times(3, () => aTry('2026-11-28', true, goal))];
    expect(doneOn(plan.steps, again, '2026-11-28')[0]?.isNewlyDone).toBeFalse();
  });

  it('counts time without a mark, leaves out what was taken back and steps that are gone', () => {
    const time: PlanEvent = {
      ...{ id: 't', kind: 'time', at: '2026-11-26T11:00:00.000Z', day: '2026-11-26' },
      ...{ source: 'self', revision: 1, stepId: 'ready', bpm: null, seconds: 120 },
    };
    const wrong = aTry('2026-11-26', true, start);
    const taken: PlanEvent = {
      ...{ id: 'c', kind: 'correction', at: '2026-11-26T11:01:00.000Z', day: '2026-11-26' },
      ...{ source: 'self', revision: 1, of: wrong.id, clean: null },
    };
    const gone = { ...aTry('2026-11-26', true, start), stepId: 'section:gone:full' };
    const done = doneOn(plan.steps, [time, wrong, taken, gone], '2026-11-26');
    expect(done.map(({ id, minutes }) => [id, minutes])).toEqual([['ready', 2]]);
  });

  it('is in the overview for the last day, with what hurt and what the song is wanted for', () => {
    const sore: PlanEvent = {
      ...{ id: 'x', kind: 'sore', at: '2026-11-26T12:00:00.000Z', day: '2026-11-26' },
      ...{ source: 'self', revision: 1 },
    };
    const overview = overviewOf(standingOf(plan, [...first, ...second, sore]), '2026-12-12');
    expect(overview.lastDone.map(({ id }) => id)).toEqual([verseId]);
    expect([overview.soreOn, overview.wantedOn]).toEqual(['2026-11-26', '2026-12-12']);
    const open = overview.open.find(({ id }) => id === verseId);
    expect(open?.isBegun ?? true).toBeTrue();
    expect(overviewOf(standingOf(plan, [])).lastDone).toEqual([]);
  });
});
