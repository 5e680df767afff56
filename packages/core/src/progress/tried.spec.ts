import { readChart } from '../chart';
import type { Correction, PlanEvent, TryEvent } from '../events';
import { makePlan } from '../plan';
import { triedIn } from './index';

const { steps } = makePlan(readChart('tempo: 92\n[Verse]\n| G | D |').song);
const stepId = steps.find(({ id }) => /^section:.*:full$/.test(id))?.id ?? '';

const tried = (id: string, more: Partial<TryEvent> = {}): TryEvent => ({
  ...{ kind: 'try', id, at: `2026-11-20T10:00:0${id}.000Z`, day: '2026-11-20', source: 'self' },
  ...{ stepId, bpm: 80, clean: true, passes: 1, seconds: 20, revision: 1 },
  ...more,
});
const corrected = (of: string, clean: boolean | null, at: string): Correction => ({
  ...{ kind: 'correction', id: `${of} ${at}`, at, day: '2026-11-21', source: 'teacher' },
  ...{ of, clean, revision: 1 },
});

describe('every try of a song', () => {
  it('is listed, the latest first, with who says so', () => {
    const signed: PlanEvent = {
      ...{ kind: 'sign-off', id: '9', at: '2026-11-22T10:00:00.000Z', day: '2026-11-22' },
      ...{ source: 'teacher', stepId, revision: 1 },
    };
    const log = triedIn(steps, [tried('1'), signed, tried('2', { source: 'measured' })]);
    expect(log.map(({ id, source, marked }) => [id, source, marked?.bpm ?? null])).toEqual([
      ['9', 'teacher', null],
      ['2', 'measured', 80],
      ['1', 'self', 80],
    ]);
    expect(log[0]?.title).toBe('Verse');
  });

  it('keeps as it was what was corrected, and the last correction with who made it', () => {
    const [one] = triedIn(steps, [
      tried('1'),
      corrected('1', null, '2026-11-21T11:00:00.000Z'),
      corrected('1', false, '2026-11-21T10:00:00.000Z'),
    ]);
    expect(one?.marked?.clean).toBeTrue();
    expect(one?.corrected).toEqual({ on: '2026-11-21', source: 'teacher', clean: null });
  });

  it('tells the bar that was said afterwards, once, and what is dated ahead', () => {
    const where: PlanEvent = {
      ...{ kind: 'where', id: 'w', at: '2026-11-20T10:01:00.000Z', day: '2026-11-20' },
      ...{ source: 'self', of: '1', bar: 2, revision: 1 },
    };
    const failed = tried('1', { clean: false });
    const ahead = tried('3', { receivedAt: '2026-11-19T10:00:00.000Z' });
    const log = triedIn(steps, [failed, failed, where, ahead]);
    expect(log.map(({ marked, isAhead }) => [marked?.bar, isAhead])).toEqual([
      [null, true],
      [2, false],
    ]);
  });

  it('names a step that is gone as such', () => {
    expect(triedIn(steps, [tried('1', { stepId: 'section:lost:full' })])[0]?.title).toBe(
      'A step that is gone',
    );
  });
});
