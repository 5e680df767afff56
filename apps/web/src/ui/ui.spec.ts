import { signal } from '@angular/core';
import { parseGrip } from '@harvu/core/fretboard';
import { USUAL_CONVENTIONS, type Conventions } from '@harvu/core/conventions';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import { setUpPage, ShownPart } from '../testing/page';
import { CONVENTIONS } from './conventions';
import { GripDiagram } from './grip-diagram';
import { LadderLine } from './ladder-line';
import { Note } from './note';
import { Ribbon, type RibbonBlock } from './ribbon';
import { TempoChart } from './tempo-chart';

const BLOCKS: readonly RibbonBlock[] = [
  { letter: 'A', name: 'Intro', bars: 4, cleanBpm: 92, goalBpm: 92 },
  { letter: 'B', name: 'Verse', bars: 16, cleanBpm: 46, goalBpm: 92 },
  { letter: 'C', name: 'Bridge', bars: 1, cleanBpm: null, goalBpm: 92 },
];

describe('the ribbon', () => {
  beforeEach(() => setUpPage());

  it('fills each block as far as its clean tempo goes, and prints the figure', async () => {
    const ribbon = await ShownPart.of(Ribbon, { blocks: BLOCKS });
    const chambers = ribbon.all('button > span:last-child');
    // At goal the whole block is full, to the brim; below it the level stands in the chamber.
    expect(ribbon.all('button').map((one) => one.classList.contains('bg-spruce-wash'))).toEqual([
      true,
      false,
      false,
    ]);
    expect(chambers.map((one) => one.querySelector('span')?.style.height)).toEqual([
      undefined,
      '50%',
      undefined,
    ]);
    expect(ribbon.all('button').map((one) => one.textContent.replace(/\s+/g, ' ').trim())).toEqual([
      'A Intro92',
      'B Verse46',
      'C Bridgenew',
    ]);
  });

  it('is told in words', async () => {
    const ribbon = await ShownPart.of(Ribbon, { blocks: BLOCKS });
    expect(ribbon.all('button').map((one) => one.getAttribute('aria-label'))).toEqual([
      'A Intro, 4 bars, clean at 92 of 92 bpm',
      'B Verse, 16 bars, clean at 46 of 92 bpm',
      'C Bridge, 1 bar, not played clean yet',
    ]);
  });

  it('dashes what is untouched, and rings the current block', async () => {
    const ribbon = await ShownPart.of(Ribbon, { blocks: BLOCKS, current: 1 });
    const buttons = ribbon.all('button');
    expect(buttons.map((one) => one.classList.contains('border-dashed'))).toEqual([
      false,
      false,
      true,
    ]);
    expect(buttons.map((one) => one.getAttribute('aria-current'))).toEqual([null, 'true', null]);
  });

  it('keeps every block at least 24 px wide, as wide as its bars otherwise', async () => {
    const many = Array.from({ length: 60 }, (_, index) => ({
      letter: 'A',
      name: 'x',
      bars: 1 + (index % 2),
    }));
    for (const thin of [true, false]) {
      const ribbon = await ShownPart.of(Ribbon, { blocks: many, thin });
      expect(
        ribbon.all('button').every((one) => Number.parseFloat(one.style.minWidth) >= 24),
      ).toBeTrue();
      expect(
        ribbon
          .all('button')
          .slice(0, 2)
          .map((one) => one.style.flexGrow),
      ).toEqual(['1', '2']);
    }
  });

  it('moves by arrow keys and picks by pressing', async () => {
    const ribbon = await ShownPart.of(Ribbon, { blocks: BLOCKS });
    const picked: number[] = [];
    ribbon.fixture.componentInstance.pick.subscribe((index) => picked.push(index));
    const [first, second] = ribbon.all('button');
    document.body.append(ribbon.element);
    first?.focus();
    first?.dispatchEvent(
      new KeyboardEvent('keydown', { key: 'ArrowRight', keyCode: 39, bubbles: true }),
    );
    expect(document.activeElement).toBe(second ?? null);
    second?.click();
    expect(picked).toEqual([1]);
  });
});

describe('a grip drawn', () => {
  beforeEach(() => setUpPage());
  const draw = (text: string, more: object = {}) =>
    ShownPart.of(GripDiagram, { grip: parseGrip(text), ...more });

  it('says itself in words', async () => {
    const grip = await draw('x32010', { fingers: [null, 3, 2, null, 1, null] });
    expect(grip.one('svg').getAttribute('aria-label')).toMatch(/string 5 fret 3, finger 3/);
    expect(grip.one('svg').getAttribute('aria-label')).toMatch(/string 6 muted/);
  });

  it('has a dot for each fret, a ring for each open and a cross for each muted string', async () => {
    const grip = await draw('x32010', { fingers: [null, 3, 2, null, 1, null] });
    expect(grip.all('circle.fill-ink').length).toBe(3);
    expect(grip.all('circle.fill-none').length).toBe(2);
    expect(grip.all('path.stroke-rose').length).toBe(1);
  });

  it('begins at the lowest fret when it lies high, and says which', async () => {
    const high = await draw('x-10-12-12-12-10');
    expect(high.all('text').some((one) => one.textContent.trim() === '10')).toBeTrue();
    const low = await draw('133211');
    expect(low.all('text').some((one) => one.textContent.trim() === '10')).toBeFalse();
  });

  it('lays a flat finger as one bar, and paints what stays', async () => {
    const grip = await draw('133211', { fingers: [1, 3, 4, 2, 1, 1], staying: [1] });
    expect(grip.all('path[stroke-linecap="round"].stroke-spruce').length).toBe(1);
    expect(grip.all('circle.fill-ink').length).toBe(3);
  });
});

describe('a grip drawn for somebody', () => {
  const conventions = signal<Conventions>(USUAL_CONVENTIONS);
  beforeEach(() => {
    conventions.set(USUAL_CONVENTIONS);
    setUpPage([{ provide: CONVENTIONS, useValue: conventions }]);
  });
  const setup = { tuning: STANDARD_TUNING, capo: 2 };
  const dotsOf = (grip: ShownPart<GripDiagram>) =>
    grip.all('circle.fill-ink').map((dot) => Number(dot.getAttribute('cx')));

  it('is mirrored for the left hand', async () => {
    const grip = await ShownPart.of(GripDiagram, { grip: parseGrip('2xxxxx'), setup });
    const [right] = dotsOf(grip);
    conventions.set({ ...USUAL_CONVENTIONS, leftHanded: true });
    await grip.settle();
    expect((dotsOf(grip)[0] ?? 0) - (right ?? 0)).toBe(5 * 14);
  });

  it('has its frets counted from the capo or from the nut', async () => {
    const grip = await ShownPart.of(GripDiagram, { grip: parseGrip('x02210'), setup });
    expect(grip.all('text.font-mono').length).toBe(0);
    conventions.set({ ...USUAL_CONVENTIONS, frets: 'nut', strings: 'letters' });
    await grip.settle();
    expect(grip.one('text.font-mono').textContent.trim()).toBe('3');
    expect(grip.one('svg').getAttribute('aria-label')).toContain('the B string fret 3');
  });

  it('shows by arrows where fingers come from', async () => {
    const moves = [{ from: { fret: 3, place: 1 }, to: { fret: 2, place: 2 } }];
    const grip = await ShownPart.of(GripDiagram, { grip: parseGrip('022000'), setup, moves });
    expect(grip.all('path.fill-brass-line').length).toBe(1);
  });
});

describe('a ladder drawn', () => {
  beforeEach(() => setUpPage());

  it('has a mark for each rung, rising to the goal at the right', async () => {
    const ladder = await ShownPart.of(LadderLine, { rungs: [58, 63, 68, 92], reached: 63 });
    const marks = ladder
      .all('path[d$="V17"]')
      .map((one) => Number(/^M([\d.]+)/.exec(one.getAttribute('d') ?? '')?.[1]));
    expect(marks.length).toBe(4);
    expect([...marks].sort((a, b) => a - b)).toEqual(marks);
    expect(marks.at(-1)).toBe(198);
    expect(ladder.all('path.stroke-spruce').length).toBe(2);
    expect(ladder.one('svg').getAttribute('aria-label')).toBe('4 rungs: 58, 63, 68, 92');
  });
});

describe('a note', () => {
  beforeEach(() => setUpPage());

  it('says in words what its edge says in colour', async () => {
    const note = await ShownPart.of(Note, { tone: 'rose', heading: 'Bar 3.' });
    expect(note.text).toBe('Fault: Bar 3.');
    await note.set('tone', 'spruce');
    expect(note.text).toBe('In order: Bar 3.');
  });
});

describe('the tempo chart', () => {
  beforeEach(() => setUpPage());

  it('is told in words, and drawn anew when its lines change', async () => {
    const lines = [
      {
        name: 'A Intro',
        points: [
          { minutes: 5, bpm: 58 },
          { minutes: 9, bpm: 63 },
        ],
      },
    ];
    const chart = await ShownPart.of(TempoChart, { lines, goalBpm: 92 });
    expect(chart.one('canvas').getAttribute('aria-label')).toBe(
      'Clean tempo by practice time, goal 92 bpm: A Intro at 63',
    );
    await chart.set('lines', []);
    expect(chart.one('canvas').getAttribute('aria-label')).toContain('goal 92 bpm:');
  });
});
