import { signal } from '@angular/core';
import { USUAL_CONVENTIONS, type Conventions } from '@harvu/core/conventions';
import { parseMeter, readPattern, type Pattern } from '@harvu/core/rhythm';
import { setUpPage, ShownPart } from '../testing/page';
import { CONVENTIONS } from './conventions';
import { PatternLane } from './pattern-lane';

function pattern(strokes: string, bar = '4/4'): Pattern {
  const meter = parseMeter(bar);
  const read = meter && readPattern(meter, strokes.split(' '));
  if (!read?.ok) throw new Error(strokes);
  return read.pattern;
}

describe('a pattern drawn', () => {
  const conventions = signal<Conventions>(USUAL_CONVENTIONS);
  beforeEach(() => {
    conventions.set(USUAL_CONVENTIONS);
    setUpPage([{ provide: CONVENTIONS, useValue: conventions }]);
  });
  const counts = (lane: ShownPart<PatternLane>) =>
    lane
      .all('text.font-mono')
      .map((one) => one.textContent.trim())
      .join(' ');

  it('has an arrow for each stroke, a ghost where the hand passes by, and counts below', async () => {
    const lane = await ShownPart.of(PatternLane, { pattern: pattern('D U D U D - D U') });
    expect(lane.all('rect').length).toBe(8);
    expect(lane.all('path[stroke-dasharray]').length).toBe(1);
    expect(counts(lane)).toBe('1 & 2 & 3 & 4 &');
    conventions.set({ ...USUAL_CONVENTIONS, counts: 'numbers' });
    await lane.settle();
    expect(counts(lane)).toBe('1 2 3 4 5 6 7 8');
  });

  it('is told in words', async () => {
    const lane = await ShownPart.of(PatternLane, { pattern: pattern('D> - x Uo') });
    expect(lane.one('svg').getAttribute('aria-label')).toBe(
      '1 down, accented; 2 nothing; 3 hit; 4 up, open',
    );
  });

  it('puts plucked notes on their strings, the thumb’s in a shape of their own', async () => {
    const lane = await ShownPart.of(PatternLane, { pattern: pattern('5p 3i 2m+1a', '3/4') });
    expect(lane.all('rect.fill-ink').length).toBe(1);
    const heights = lane.all('circle.stroke-ink').map((one) => Number(one.getAttribute('cy')));
    expect(heights.map((y) => y - (heights[2] ?? 0))).toEqual([20, 10, 0]);
    expect(lane.all('path.stroke-line[stroke-width="1"]').length).toBe(6);
    expect(lane.one('svg').getAttribute('aria-label')).toBe(
      '1 string 5 p; 2 string 3 i; 3 string 2 m with string 1 a',
    );
  });

  it('parts its bars, and lights the slot that sounds', async () => {
    const lane = await ShownPart.of(PatternLane, {
      pattern: pattern('D D D D | D - D -'),
      current: 5,
    });
    expect(lane.all('path.stroke-ink[d$="V56"]').length).toBe(1);
    expect(
      lane
        .all('rect')
        .map((one) => one.classList.contains('fill-brass-wash'))
        .indexOf(true),
    ).toBe(5);
  });
});
