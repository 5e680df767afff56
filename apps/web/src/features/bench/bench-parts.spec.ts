import { signal, type Type } from '@angular/core';
import { createFinding, findingsOf } from '@harvu/core/checks';
import { parseGrip, type Grip } from '@harvu/core/fretboard';
import { USUAL_CONVENTIONS, type Conventions } from '@harvu/core/conventions';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import { readChart } from '@harvu/core/chart';
import { withCommand, type SongCommand } from '@harvu/core/edits';
import { changeTimesOf, workpieceOf } from '@harvu/core/steps';
import { of } from 'rxjs';
import { Analysis } from '../../worked-out';
import { answers } from '../../worked-out/answers';
import { findGripsFor } from '../../worked-out/grip-search';
import { setUpPage, ShownPart } from '../../testing/page';
import { CONVENTIONS } from '../../ui/conventions';
import { CapoQuestion } from '../../editors/frame/capo-question';
import { ChangeList } from './parts/change-list';
import { FindingNote } from './parts/finding-note';
import { GripNeck } from '../../editors/grips/grip-neck';
import { GripRow } from '../../editors/grips/grip-row';
import { PatternRow } from '../../editors/patterns/pattern-row';

const conventions = signal<Conventions>(USUAL_CONVENTIONS);
const CAPO_2 = { tuning: STANDARD_TUNING, capo: 2 };
const { song } = readChart('tempo: 92\ncapo: 2\ngrip Am: x02010\n[A]\n| Am | D |\n| F | Am |');
const work = workpieceOf(song);

/** Shows a part and collects what it gives out. */
async function collect<T, Out>(
  part: Type<T>,
  inputs: Readonly<Record<string, unknown>>,
  output: (instance: T) => { subscribe: (take: (value: Out) => void) => unknown },
) {
  const shown = await ShownPart.of(part, inputs);
  const given: Out[] = [];
  output(shown.fixture.componentInstance).subscribe((value) => given.push(value));
  return { shown, given };
}

describe('the parts of the bench', () => {
  beforeEach(() => {
    conventions.set(USUAL_CONVENTIONS);
    const analysis = {
      findGrips: (...asked: Parameters<typeof findGripsFor>) => of(findGripsFor(...asked)),
    };
    setUpPage([
      { provide: CONVENTIONS, useValue: conventions },
      { provide: Analysis, useValue: analysis },
    ]);
  });

  it('say each grip’s taught, exact and sounding name', async () => {
    const row = await ShownPart.of(GripRow, { song, grips: work.grips });
    expect(row.all('li')[0]?.textContent).toMatch(/Am.*sounds Bm\s*exactly Am7/);
    conventions.set({ ...USUAL_CONVENTIONS, names: 'sounding' });
    await row.settle();
    expect(row.all('li')[0]?.textContent).toMatch(/Bm.*shape Am/);
  });

  it('hold a chord of one section by another grip, which is added under a word of its own', async () => {
    const [section] = song.sections;
    const { shown, given } = await collect<GripRow, SongCommand>(
      GripRow,
      { song, grips: work.grips, section },
      (one) => one.changed,
    );
    await shown.press('Am');
    await shown.press('Add this grip');
    expect(shown.text).toContain('Give it one short word');
    shown.one<HTMLInputElement>('harvu-other-grips input').value = 'low';
    await shown.press('Add this grip');
    const [command] = given;
    if (!command) throw new Error('nothing given');
    const after = withCommand(song, command);
    expect(after.sections[0]?.grips).toEqual(['Am~low']);
    const again = await collect<GripRow, SongCommand>(
      GripRow,
      { song: after, grips: workpieceOf(after).grips, section: after.sections[0] },
      (one) => one.changed,
    );
    await again.shown.press('Am (low)');
    expect(again.shown.text).toContain('In A it is held as');
    again.shown.all('harvu-other-grips [aria-pressed]')[0]?.click();
    const plain = again.given.reduce(withCommand, after);
    expect(plain.sections[0]?.grips).toBeUndefined();
  });

  it('edit a grip by typing, and tell at once what it sounds', async () => {
    const { shown, given } = await collect<GripRow, SongCommand>(
      GripRow,
      { song, grips: work.grips },
      (one) => one.changed,
    );
    await shown.press('Am');
    expect(shown.text).toContain('Sounds more than its name: Am7.');
    const field = shown.one<HTMLInputElement>('input.field');
    field.value = 'x0221';
    await shown.press('Use it');
    expect(shown.text).toContain('This is no grip for 6 strings.');
    field.value = 'x02210';
    await shown.press('Use it');
    expect(given).toEqual([
      {
        kind: 'set-grip',
        name: 'Am',
        grip: parseGrip('x02210') ?? [],
        fingers: [null, null, 2, 3, 1, null],
      },
    ]);
    expect(shown.text).toContain('Sounds its name.');
  });

  it('offer grips with what each loses or adds, as one wishes them', async () => {
    const { shown, given } = await collect<GripRow, SongCommand>(
      GripRow,
      { song, grips: work.grips },
      (one) => one.changed,
    );
    await shown.press('F');
    const offered = () =>
      shown
        .all('[aria-label^="Grips found"] li')
        .map((one) => one.textContent.replace(/\s+/g, ' '));
    expect(offered().some((words) => words.includes('barre'))).toBeTrue();
    shown.all<HTMLInputElement>('input[type=checkbox]')[0]?.click();
    await shown.settle();
    expect(offered().some((words) => words.includes('barre'))).toBeFalse();
    shown.all('[aria-label^="Grips found"] button')[0]?.click();
    expect(given.map((one) => one.kind)).toEqual(['set-grip']);
  });

  it('hold, open and mute strings by pressing on the neck', async () => {
    const { shown, given } = await collect<GripNeck, Grip>(
      GripNeck,
      { grip: parseGrip('x02210'), setup: CAPO_2 },
      (one) => one.changed,
    );
    const press = (label: string) =>
      shown
        .all('button')
        .find((one) => one.getAttribute('aria-label') === label)
        ?.click();
    press('string 2 fret 3');
    press('string 2 fret 1');
    press('mute string 5');
    press('open string 6');
    expect(given.map((grip) => grip.map((fret) => fret ?? 'x').join(''))).toEqual([
      'x02230',
      'x02200',
      'xx2210',
      '002210',
    ]);
  });

  it('call strings and frets as whoever looks does, and mirror for the left hand', async () => {
    conventions.set({ ...USUAL_CONVENTIONS, strings: 'letters', frets: 'nut', leftHanded: true });
    const neck = await ShownPart.of(GripNeck, { grip: parseGrip('x02210'), setup: CAPO_2 });
    const labels = neck.all('button').map((one) => one.getAttribute('aria-label'));
    expect(labels[0]).toBe('mute the high E string');
    expect(labels).toContain('the B string fret 3');
  });

  it('list the changes by what they lack, as the margin tells them, and draw the one chosen', async () => {
    const list = await ShownPart.of(ChangeList, { song, work, times: changeTimesOf(work) });
    const over = list.all('li').map((one) => {
      const [, takes, has] = /([\d.]+) of ([\d.]+) s/.exec(one.textContent) ?? [];
      return Number(takes) / Number(has);
    });
    expect(over).toEqual([...over].sort((a, b) => b - a));
    expect(over.length).toBe(3);
    const { slowest } = answers.takeApart(song, USUAL_CONVENTIONS);
    if (slowest) expect(list.all('li')[0]?.textContent).toContain(slowest.takes.toFixed(2));
    list.all('li button')[0]?.click();
    await list.settle();
    expect(list.all('harvu-change harvu-grip').length).toBe(2);
    expect(list.one('harvu-change').textContent).toMatch(/Finger/);
  });

  it('settle a finding by one click, or keep it with a reason', async () => {
    const slip = findingsOf(readChart('grip D: xx0242\n[A]\n| D |').song).find(
      (one) => one.code === 'grip-slip',
    );
    const shown = await ShownPart.of(FindingNote, { finding: slip });
    const settled: string[] = [];
    const kept: string[] = [];
    shown.fixture.componentInstance.settle.subscribe((remedy) => settled.push(remedy.label));
    shown.fixture.componentInstance.overrule.subscribe((reason) => kept.push(reason));
    expect(shown.text).toContain('Fault: D.');
    await shown.press('Make it xx0232');
    await shown.press('It is meant so');
    const form = shown.one('form');
    form.dispatchEvent(new Event('submit', { cancelable: true }));
    shown.one<HTMLInputElement>('form input').value = 'My other tuning.';
    form.dispatchEvent(new Event('submit', { cancelable: true }));
    expect([settled, kept]).toEqual([['Make it xx0232'], ['My other tuning.']]);
  });

  it('say a finding about the frame as one', async () => {
    const finding = createFinding('key-fit', {
      ...{ place: { kind: 'frame' }, cause: ['G'], at: 'the frame', message: 'It does not fit.' },
    });
    expect((await ShownPart.of(FindingNote, { finding })).text).toContain(
      'Doubt: Frame. It does not fit.',
    );
  });

  it('ask what is to stay when the capo moves', async () => {
    const { shown, given } = await collect<CapoQuestion, SongCommand>(
      CapoQuestion,
      { capo: 4 },
      (one) => one.changed,
    );
    await shown.press('Keep the sound');
    await shown.press('Keep the shapes');
    expect(given).toEqual([
      { kind: 'move-capo', capo: 4, keeps: 'sounds' },
      { kind: 'move-capo', capo: 4, keeps: 'shapes' },
    ]);
  });

  describe('the pattern editor', () => {
    const chart = 'pattern eights 4/4: D U D U D - D U\n[A] pattern eights\n| G |\n[B]\n| D |';
    const { song: patterned } = readChart(chart);
    const open = async () => {
      const made = await collect<PatternRow, SongCommand>(
        PatternRow,
        { song: patterned },
        (one) => one.changed,
      );
      await made.shown.press('eights');
      return made;
    };
    const strokesIn = (commands: readonly SongCommand[]) =>
      commands.map((one) =>
        one.kind === 'set-pattern' ? one.pattern.strokes.join(' ') : one.kind,
      );
    const type = async (shown: ShownPart<PatternRow>, label: string, value: string) => {
      const field = shown
        .all<HTMLInputElement>('label')
        .find((one) => one.textContent.includes(label))
        ?.querySelector('input');
      if (!field) throw new Error(label);
      field.value = value;
      field.dispatchEvent(new Event('input'));
      await shown.settle();
    };

    it('draws what words may mean, best first, and takes the one chosen', async () => {
      const { shown, given } = await open();
      await type(shown, 'In words', 'down-up, up, down');
      expect(shown.text).toContain('It fits one bar in 8 in 4 ways.');
      const ways = shown.all('[aria-label^="Ways it may"] button');
      expect(ways.length).toBe(3);
      ways[0]?.click();
      expect(strokesIn(given)).toEqual(['D U - U D - - -']);
    });

    it('says that words fit no bar evenly, and what would do', async () => {
      const { shown } = await open();
      await type(shown, 'In words', 'down up down down up up down');
      expect(shown.text).toContain('it needs two bars or a finer grid');
      await type(shown, 'In words', 'sideways');
      expect(shown.text).toContain(
        'These words are neither downs and ups, with a chuck, a slap or a miss among them, nor a row of strings.',
      );
    });

    it('repeats a row of strings until the bar is full, and says how it ends', async () => {
      const { shown, given } = await open();
      await type(shown, 'In words', '5 2 3 1');
      expect(shown.text).toContain('A row of 4, repeated until the bar is full.');
      expect(shown.text).toContain('one bar in 8: 4 + 4');
      shown.all('[aria-label^="Ways it may"] button')[0]?.click();
      expect(strokesIn(given)).toEqual(['5 2 3 1 5 2 3 1']);
      await type(shown, 'In words', 'p i m a m');
      expect(shown.text).toContain('one bar in 8: 5 + 3, its end cut short');
    });

    it('turns a slot by pressing on it', async () => {
      const { shown, given } = await open();
      const slots = shown.all<SVGElement>('harvu-pattern-editor harvu-lane rect');
      for (const at of [0, 5]) slots[at]?.dispatchEvent(new Event('click'));
      expect(strokesIn(given)).toEqual(['- U D U D - D U', 'D U D U D x D U']);
    });

    it('takes strokes as they are written, and tells those that do not fill the bar', async () => {
      const { shown, given } = await open();
      await type(shown, 'Strokes:', 'D U D');
      await shown.press('Write it');
      expect(shown.text).toContain('3 strokes and rests do not fill a bar of 4/4');
      await type(shown, 'Strokes:', 'D - D U');
      await shown.press('Write it');
      expect(strokesIn(given)).toEqual(['D - D U']);
    });

    it('takes a rhythm that is tapped', async () => {
      const { shown } = await open();
      const button = shown.all('button').find((one) => one.textContent.includes('Tap it'));
      for (const beat of [0, 1, 1.5, 2, 3, 3.5]) {
        const event = new Event('pointerdown');
        Object.defineProperty(event, 'timeStamp', { value: 1000 + beat * 600 });
        button?.dispatchEvent(event);
      }
      await shown.settle();
      expect(shown.text).toContain('tapped at 100 bpm, 2 a beat, 100 % on the grid');
    });

    it('lays the pattern over the sections that are ticked', async () => {
      const { shown, given } = await open();
      const boxes = shown.all<HTMLInputElement>('fieldset input');
      boxes[1]?.click();
      boxes[0]?.click();
      expect(given).toEqual([
        { kind: 'assign-pattern', name: 'eights', sections: ['A', 'B'] },
        { kind: 'assign-pattern', name: 'eights', sections: [] },
      ]);
    });

    it('begins a new pattern that fills the bar', async () => {
      const { shown, given } = await open();
      await shown.press('New pattern');
      expect(strokesIn(given)).toEqual(['D D D D']);
    });
  });
});
