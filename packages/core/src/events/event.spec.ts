import { triesIn, type PlanEvent } from './index';

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
});
