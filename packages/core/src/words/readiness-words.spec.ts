import { readinessOf } from '../progress';
import { summaryOf } from '../standing';
import type { Try } from '../events';
import { EMPTY_SONG } from '../song';
import { readChart } from '../chart';
import { makeSteps, workpieceOf } from '../steps';
import type { Day } from '../day';
import { readinessWords, type ReaderRole } from './index';

const TODAY: Day = '2026-11-04';
const work = workpieceOf(readChart('tempo: 92\n[Verse]\n| G | D |\n[Chorus]\n| C | G |').song);
const steps = makeSteps(work);

/** Every step's goal met on two days. */
function everything(kinds: readonly string[]): readonly Try[] {
  return steps
    .filter((step) => kinds.includes(step.kind))
    .flatMap((step) =>
      step.rungs.flatMap((bpm, rung) =>
        ['02', '03'].flatMap((day) =>
          Array.from({ length: step.goal.cleanInRow }, (_, pass) => ({
            id: `${step.id} ${day} ${rung} ${pass}`,
            stepId: step.id,
            at: `2026-11-${day}T10:${String(rung).padStart(2, '0')}:0${pass}.000Z`,
            day: `2026-11-${day}` as Day,
            bpm,
            clean: true,
            passes: 1,
            seconds: 20,
            source: 'self' as const,
          })),
        ),
      ),
    );
}
const summaryFor = (tries: readonly Try[]) =>
  summaryOf(readinessOf(work, { steps, tries, goal: 'full' }));
const told = (day: Day) => day;
const wordsFor = (tries: readonly Try[], who: ReaderRole = 'teacher') =>
  readinessWords(
    { readiness: summaryFor(tries), today: TODAY, next: 'Verse, one strum a chord' },
    { who, told },
  );

describe('how far a song is, in words', () => {
  it('never hides a gap behind a figure', () => {
    expect(wordsFor([])).toEqual(
      jasmine.objectContaining({
        headline: 'Not yet whole',
        below: '4 bars and 1 join still new',
      }),
    );
    const sections = wordsFor(everything(['section']));
    expect([sections.headline, sections.below]).toEqual([
      'Not yet whole',
      '1 join still new; the rest holds at 92 of 92 bpm',
    ]);
    expect(sections.heldBack).toBe(
      'Held back by Verse into Chorus, which has not been played clean yet.',
    );
  });

  it('gives the tempo of the whole once nothing is new, and what is left to be ready', () => {
    const parts = wordsFor(everything(['section', 'join']));
    expect([parts.headline, parts.heldBack]).toEqual([
      '92 of 92 bpm',
      'Held back by the whole song, which has not been played clean yet.',
    ]);
    expect(wordsFor(everything(['section', 'join', 'whole'])).heldBack).toContain('at its goal');
  });

  it('tells a student what helps, and only a teacher what holds them back', () => {
    expect(wordsFor([]).heldBack).toMatch(/^Held back by /);
    expect(wordsFor([], 'student').heldBack).toMatch(/^What helps most now: /);
  });

  it('tells a child what goes and what is next, and never what is missing', () => {
    expect(wordsFor([], 'child')).toEqual({
      headline: 'Piece by piece',
      below: 'Next: Verse, one strum a chord',
      heldBack: '',
    });
    const all = everything(['section', 'join', 'whole']);
    expect(wordsFor(all, 'child').headline).toBe('The whole song goes!');
  });

  it('tells what is probably left once a visit is due', () => {
    const readiness = summaryFor(everything(['section', 'join', 'whole']));
    const { headline, below } = readinessWords(
      { readiness, today: '2027-02-20' },
      { who: 'teacher', told },
    );
    expect(headline).toMatch(/^8\d to (89|90|91) of 92 bpm$/);
    expect(below).toBe('probably; it was 92 on 2026-11-03');
  });

  it('says so when there is nothing to play', () => {
    const empty = workpieceOf(EMPTY_SONG);
    const readiness = summaryOf(readinessOf(empty, { steps: [], tries: [], goal: 'full' }));
    for (const who of ['teacher', 'student', 'child'] as const)
      expect(readinessWords({ readiness, today: TODAY }, { who, told }).headline).toBe(
        'Nothing to play yet',
      );
  });
});
