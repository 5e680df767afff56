import { playedIn, saidSince, triesIn, type PlanEvent, type TryEvent } from './index';

const FAR = '9999-12-31' as const;
const HAPPENED = { day: '2026-11-26', source: 'self', revision: 1 } as const;
const at = (minute: number): string => `2026-11-26T10:${String(minute).padStart(2, '0')}:00.000Z`;
const aTry = (id: string, minute: number, clean = true): PlanEvent => ({
  ...{ ...HAPPENED, id, kind: 'try', at: at(minute), stepId: 'grip:G', bpm: null, clean },
  ...{ passes: 1, seconds: 10 },
});
const correction = (of: string, minute: number, clean: boolean | null): PlanEvent => ({
  ...{ ...HAPPENED, id: `c${minute}`, kind: 'correction', at: at(minute), of, clean },
});

describe('the log of what happened', () => {
  it('gives each try once, in the order it was played', () => {
    const events = [aTry('b', 2), aTry('a', 1), aTry('b', 2)];
    expect(triesIn(events).map((one) => one.id)).toEqual(['a', 'b']);
  });

  it('lets the last correction of a try hold', () => {
    const events = [aTry('a', 1), correction('a', 2, null), correction('a', 3, false)];
    expect(triesIn(events).map((one) => one.clean)).toEqual([false]);
    expect(triesIn([...events, correction('a', 4, null)])).toEqual([]);
  });

  it('lets no student correct what a teacher heard, and a teacher’s word outrank theirs whatever its date', () => {
    const heard: PlanEvent = { ...(aTry('t', 1) as TryEvent), source: 'teacher' };
    const late = { ...correction('t', 9, false), at: '2026-11-26T23:00:00.000Z' };
    expect(triesIn([heard, late]).map((one) => one.clean)).toEqual([true]);
    const own = { ...correction('a', 2, false), source: 'teacher' as const };
    expect(triesIn([aTry('a', 1), own, correction('a', 9, true)])[0]?.clean).toBeFalse();
    const forged = { ...correction('a', 3, true), at: '9999-01-01T00:00:00.000Z', day: FAR };
    expect(triesIn([aTry('a', 1), own, forged])[0]?.clean).toBeFalse();
  });

  it('counts nothing that is dated out of reach, or cannot have been played so', () => {
    const received = { receivedAt: at(5) };
    const played = aTry('a', 1) as TryEvent;
    const NOT_COUNTED: readonly TryEvent[] = [
      { ...played, day: FAR },
      { ...played, day: '2026-11-23' },
      { ...played, ...received, at: '2026-11-27T10:00:00.000Z', day: '2026-11-27' },
      { ...played, bpm: 1000 },
      { ...played, passes: 100, seconds: 0 },
    ];
    for (const one of NOT_COUNTED) expect(triesIn([one])).toEqual([]);
    // The day of a moment is another at the other end of the world; a teacher marks three passes at once.
    for (const day of ['2026-11-25', '2026-11-26', '2026-11-27'] as const)
      expect(triesIn([{ ...played, day }])).toHaveSize(1);
    expect(triesIn([{ ...played, source: 'teacher', passes: 3, seconds: 0 }])).toHaveSize(1);
    const sore: PlanEvent = { ...HAPPENED, id: 's', kind: 'sore', at: at(6), day: FAR };
    expect(saidSince([sore], '2026-11-20')).toEqual([]);
  });

  it('passes over sign-offs, notes and corrections of tries it does not have', () => {
    const note = {
      ...HAPPENED,
      id: 'n',
      kind: 'note',
      at: at(1),
      stepId: null,
      words: 'hm',
    } as const;
    const signOff = { ...HAPPENED, id: 's', kind: 'sign-off', at: at(1), stepId: 'ready' } as const;
    expect(triesIn([note, signOff, correction('gone', 2, false)])).toEqual([]);
  });

  it('knows where a try failed once that is said, of several sayings by the last', () => {
    const where = (minute: number, bar: number): PlanEvent => ({
      ...{ ...HAPPENED, id: `w${minute}`, kind: 'where', at: at(minute), of: 'a', bar },
    });
    const [one] = triesIn([where(3, 4), aTry('a', 1, false), where(2, 2)]);
    expect(one?.failedBar).toBe(4);
  });

  it('counts time without a mark as time, and a mark that was taken back as none', () => {
    const time: PlanEvent = {
      ...{ ...HAPPENED, id: 't', kind: 'time', at: at(5), stepId: 'grip:G', bpm: 60, seconds: 42 },
    };
    const sore: PlanEvent = { ...HAPPENED, id: 's', kind: 'sore', at: at(6) };
    const events = [aTry('a', 1), aTry('b', 2), correction('b', 3, null), time, time, sore];
    expect(playedIn(events).map((one) => one.seconds)).toEqual([10, 42]);
    expect(triesIn(events).length).toBe(1);
  });

  it('tells what was said in the room since a day, the latest first', () => {
    const sore: PlanEvent = { ...HAPPENED, id: 's', kind: 'sore', at: at(6) };
    const stuck: PlanEvent = {
      ...{ ...HAPPENED, id: 'k', kind: 'stuck', at: at(8), stepId: 'ready', bar: 2 },
    };
    const old: PlanEvent = { ...sore, id: 'o', day: '2026-11-01' };
    const said = saidSince([sore, old, stuck, aTry('a', 1)], '2026-11-20');
    expect(said.map((one) => one.id)).toEqual(['k', 's']);
  });

  it('says of a grip which strings are dull as it was heard last, and nothing once all ring', () => {
    const ring = (id: string, grip: string, dull: readonly number[]): PlanEvent => ({
      ...{ ...HAPPENED, id, kind: 'ring', at: at(id.charCodeAt(0) - 90), stepId: 'grip:C' },
      ...{ grip, dull, struck: [5, 4, 3, 2, 1] },
    });
    const first = [ring('a', 'C', [1]), ring('b', 'G', [4])];
    expect(saidSince(first, '2026-11-20').map((one) => one.id)).toEqual(['b', 'a']);
    const later = [...first, ring('c', 'C', []), ring('d', 'G', [2])];
    expect(saidSince(later, '2026-11-20').map((one) => one.id)).toEqual(['d']);
  });

  it('counts the time of strokes that were measured', () => {
    const strokes: PlanEvent = {
      ...{ ...HAPPENED, id: 'm', kind: 'strokes', at: at(1), stepId: 'hand:a' },
      ...{ perSecond: 4.4, seconds: 31 },
    };
    expect(playedIn([strokes]).map(({ seconds }) => seconds)).toEqual([31]);
  });
});
