import { readChart } from '@harvu/core/chart';
import { withCommand, type SongCommand } from '@harvu/core/edits';
import type { SongDocument } from '@harvu/core/song';
import { parseMeter, USUAL_PICKING } from '@harvu/core/rhythm';
import { workpieceOf } from '@harvu/core/steps';
import { Subject } from 'rxjs';
import { MidiPads, type PadHit } from '../../sound/midi-pads';
import { setUpPage, ShownPart } from '../../testing/page';
import { PatternRow } from '../../editors/patterns/pattern-row';
import { PatternTelling } from '../../editors/patterns/pattern-telling';
import { SectionHand } from '../../editors/patterns/section-hand';

const FOUR = parseMeter('4/4');

/** Shows a part that edits a song, and hands its edits back to it as the bench does. */
async function onBench<
  T extends { readonly changed: { subscribe: (take: (command: SongCommand) => void) => unknown } },
>(shown: ShownPart<T>, song: SongDocument) {
  const bench = { song };
  shown.fixture.componentInstance.changed.subscribe((command) => {
    bench.song = withCommand(bench.song, command);
    void shown.set('song', bench.song);
  });
  await shown.settle();
  return bench;
}

describe('how a section is struck', () => {
  const chart =
    'pattern eights 4/4: D U D U D U D U\npattern fill 4/4: D D x x\n[A] pattern eights\n| G | D |';
  const open = async () => {
    const { song } = readChart(chart);
    const shown = await ShownPart.of(SectionHand, {
      song,
      sectionId: song.sections[0]?.id,
      layer: 'full',
    });
    return { shown, bench: await onBench(shown, song) };
  };
  const choose = async (shown: ShownPart<SectionHand>, value: string) => {
    const select = shown.one<HTMLSelectElement>('select');
    select.value = value;
    select.dispatchEvent(new Event('change'));
    await shown.settle();
  };
  const addIn = async (shown: ShownPart<SectionHand>, bars: string, pattern: string) => {
    shown.one<HTMLInputElement>('form input').value = bars;
    shown.one<HTMLSelectElement>('form select').value = pattern;
    await shown.press('Add');
  };
  beforeEach(() => setUpPage());

  it('says what is played by itself in each layer, and takes another', async () => {
    const { shown, bench } = await open();
    expect(shown.one<HTMLSelectElement>('select').value).toBe('eights');
    await shown.press('Pulse');
    expect(shown.one('select option').textContent.trim()).toBe('one strum a beat');
    await choose(shown, 'fill');
    expect(bench.song.sections[0]?.patternUses).toEqual([{ pattern: 'fill', layer: 'pulse' }]);
    await choose(shown, '');
    expect(bench.song.sections[0]?.patternUses).toBeUndefined();
    expect(bench.song.sections[0]?.pattern).toBe('eights');
  });

  it('takes another pattern for some bars, and away again', async () => {
    const { shown, bench } = await open();
    await addIn(shown, '2', 'fill');
    expect(bench.song.sections[0]?.patternUses).toEqual([
      { pattern: 'fill', bars: { from: 2, to: 2 } },
    ]);
    expect(shown.text).toContain('bar 2 fill');
    await shown.press('take away');
    expect(bench.song.sections[0]?.patternUses).toBeUndefined();
  });

  it('tells what is no bar', async () => {
    const { shown, bench } = await open();
    await addIn(shown, '4-2', 'fill');
    expect(shown.one('[role=alert]').textContent).toContain('Write a bar or two of them');
    expect(bench.song.sections[0]?.patternUses).toBeUndefined();
  });
});

describe('a picking pattern in its editor', () => {
  const open = async () => {
    const { song } = readChart('pattern roll 4/4: 5 3 2 1\n[A] pattern roll\n| G | Am |');
    const { grips } = workpieceOf(song);
    const shown = await ShownPart.of(PatternRow, { song, grips });
    const bench = await onBench(shown, song);
    await shown.press('roll');
    return { shown, bench };
  };
  const words = (shown: ShownPart<PatternRow>) =>
    shown.one('harvu-pattern-editor harvu-lane svg').getAttribute('aria-label');
  beforeEach(() => setUpPage());

  it('follows the bass of the grip it is seen over', async () => {
    const { shown } = await open();
    expect(words(shown)).toMatch(/^1 string 5 p; 2 string 3 i/);
    const select = shown.one<HTMLSelectElement>('select');
    select.value = 'G';
    select.dispatchEvent(new Event('change'));
    await shown.settle();
    expect(words(shown)).toMatch(/^1 string 6 p; 2 string 3 i/);
  });

  it('has its strings from a hand that is assigned once', async () => {
    const { shown, bench } = await open();
    expect(shown.one('harvu-picking-hand svg').getAttribute('aria-label')).toBe(
      'p, thumb: 6, 5, 4; i, index: 3; m, middle: 2; a, ring: 1',
    );
    const [thumb] = shown.all<HTMLInputElement>('harvu-picking-hand input');
    if (!thumb) throw new Error('no thumb');
    thumb.value = '3';
    thumb.dispatchEvent(new Event('change'));
    await shown.settle();
    expect(shown.one('[role=alert]').textContent).toContain('no string two fingers');
    thumb.value = '65';
    thumb.dispatchEvent(new Event('change'));
    expect(bench.song.frame.picking).toEqual({ ...USUAL_PICKING, p: [6, 5] });
  });
});

describe('a pattern tapped on a MIDI pad', () => {
  const hits = new Subject<PadHit>();
  beforeEach(() => setUpPage([{ provide: MidiPads, useValue: { hits: () => hits } }]));

  it('is drawn as the grid it means, until the pad is stopped', async () => {
    const shown = await ShownPart.of(PatternTelling, { meter: FOUR, hand: USUAL_PICKING });
    await shown.press('Use a MIDI pad');
    expect(shown.text).toContain('Play it on the pad.');
    for (const beat of [0, 1, 1.5, 2, 3, 3.5])
      hits.next({ atS: beat * 0.6, pad: 'Test pad', midi: 60 });
    await shown.settle();
    expect(shown.text).toContain('Test pad is heard. 6 taps.');
    expect(shown.text).toContain('tapped at 100 bpm, 2 a beat, 100 % on the grid');
    await shown.press('Stop the pad');
    expect(hits.observed).toBeFalse();
  });
});
