import { TestBed } from '@angular/core/testing';
import type { RingingGrip } from '@harvu/core/practice';
import { Subject } from 'rxjs';
import { RoomSound, type SoundPlace } from '../../../sound/room-sound';
import { setUpPage, ShownPart } from '../../../testing/page';
import { Pedal } from '../pedal';
import { PedalKeys } from './pedal-keys';
import { RingCheckView, type HeardGrip } from './ring-check';
import { StrokeDrillView } from './stroke-drill';

/** Presses of one foot are some time apart. */
let pressedAt = 0;
const press = (key: string, afterMs = 400): boolean => {
  pressedAt += afterMs;
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
  Object.defineProperty(event, 'timeStamp', { value: pressedAt });
  return document.body.dispatchEvent(event);
};
describe('a pedal', () => {
  beforeEach(() => {
    localStorage.removeItem('harvu-pedal');
    setUpPage();
  });
  afterEach(() => localStorage.removeItem('harvu-pedal'));

  it('works as page-turning pedals do until it is learnt', () => {
    const pedal = TestBed.inject(Pedal);
    const keys = ['PageDown', 'PageUp', ' ', 'ArrowRight', 'ArrowUp', 'x'];
    expect(keys.map((key) => pedal.doesOf(key))).toEqual([
      ...(['clean', 'stumbled', 'start', 'clean', 'stumbled', undefined] as const),
    ]);
  });

  it('is learnt by pressing one switch after the other, and tried', async () => {
    const shown = await ShownPart.of(PedalKeys);
    expect(shown.text).toContain('is to mean “clean”');
    for (const key of ['b', 'a', 'Tab', 'Enter']) {
      press(key);
      await shown.settle();
    }
    const pedal = TestBed.inject(Pedal);
    expect(pedal.learnt()).toEqual({ clean: 'b', stumbled: 'a', start: 'Enter' });
    press('a');
    await shown.settle();
    expect(shown.text).toContain('That is: Stumbled.');
    press('q');
    await shown.settle();
    expect(shown.text).toContain('does nothing here');
  });

  it('that has its switches the other way round is taken so, and nothing means two things', () => {
    const pedal = TestBed.inject(Pedal);
    pedal.learn('clean', 'PageUp');
    expect([pedal.doesOf('PageUp'), pedal.doesOf('PageDown')]).toEqual(['clean', 'clean']);
    pedal.learn('stumbled', 'PageDown');
    expect(pedal.doesOf('PageDown')).toBe('stumbled');
    pedal.learn('start', 'PageUp');
    expect(pedal.doesOf('PageUp')).toBe('start');
    expect(pedal.doesOf('ArrowRight')).toBe('clean');
  });

  it('is remembered on this device, and nonsense that stands there is as if nothing did', () => {
    TestBed.inject(Pedal).learn('clean', 'b');
    TestBed.resetTestingModule();
    setUpPage();
    expect(TestBed.inject(Pedal).doesOf('b')).toBe('clean');
    for (const nonsense of ['{', '7', 'null', '{"clean":5,"start":"Escape"}']) {
      localStorage.setItem('harvu-pedal', nonsense);
      TestBed.resetTestingModule();
      setUpPage();
      expect(TestBed.inject(Pedal).doesOf('PageDown')).toBe('clean');
      expect(TestBed.inject(Pedal).doesOf('Escape')).toBeUndefined();
    }
  });
});

describe('a grip heard string by string', () => {
  const string = (number: number) => ({
    ...{ number, name: `String ${number}`, midi: 60, advice: `Help for ${number}.` },
  });
  const grip = (name: string): RingingGrip => ({ grip: name, strings: [3, 2, 1].map(string) });
  const chords = { G: { name: 'G', other: '' }, Em: { name: 'E minor', other: '' } };
  beforeEach(() => setUpPage());

  it('asks for each string, says what helps the dull one, and keeps what was heard', async () => {
    const shown = await ShownPart.of(RingCheckView, { grips: [grip('G')], chords });
    const kept: HeardGrip[] = [];
    shown.fixture.componentInstance.kept.subscribe((one) => kept.push(one));
    expect(shown.text).toContain('String 3');
    press('PageDown');
    press('PageUp');
    await shown.settle();
    expect(shown.text).toContain('String 1');
    press('ArrowRight');
    await shown.settle();
    expect(shown.text).toContain('one string is dull');
    expect(shown.text).toContain('Help for 2.');
    press('PageDown');
    expect(kept).toEqual([{ grip: 'G', struck: [3, 2, 1], dull: [2] }]);
  });

  it('takes a switch that bounces for one answer', async () => {
    const shown = await ShownPart.of(RingCheckView, { grips: [grip('G')], chords });
    press('PageDown');
    press('PageDown', 40);
    await shown.settle();
    expect(shown.text).toContain('String 2');
  });

  it('asks which one of several grips, in the words they are said with', async () => {
    const shown = await ShownPart.of(RingCheckView, { grips: [grip('G'), grip('Em')], chords });
    press('PageDown');
    await shown.settle();
    expect(shown.text).toContain('Which grip?');
    await shown.press('E minor');
    expect(shown.text).toContain('E minor, 1 of 3');
    for (let at = 0; at < 3; at += 1) press('PageDown');
    await shown.settle();
    expect(shown.text).toContain('Every string rings.');
    // Stumbled begins anew.
    press('PageUp');
    await shown.settle();
    expect(shown.text).toContain('String 3');
  });
});

describe('strokes that get quicker', () => {
  let places: Subject<SoundPlace | null>;
  let ended: Subject<void>;
  let atS: number | null = 0;
  const show = async () => {
    places = new Subject();
    ended = new Subject();
    TestBed.overrideComponent(StrokeDrillView, {
      set: {
        providers: [
          {
            provide: RoomSound,
            useValue: {
              ...{ places, ended, prepare: () => undefined, close: () => undefined },
              ...{ start: () => undefined, stop: () => undefined },
              placeNow: () => (atS === null ? null : { intoS: atS }),
            },
          },
        ],
      },
    });
    setUpPage();
    const shown = await ShownPart.of(StrokeDrillView);
    const kept: unknown[] = [];
    shown.fixture.componentInstance.measured.subscribe((one) => kept.push(one));
    await shown.press('Start');
    return { shown, kept };
  };

  it('measure the rate that was kept up until the press', async () => {
    const { shown, kept } = await show();
    atS = 8.5;
    press('PageDown');
    await shown.settle();
    expect(shown.text).toMatch(/You kept up with ?2\.1 ?strokes a second\./);
    await shown.press('Keep it');
    expect(kept).toEqual([{ perSecond: 2.1, seconds: 8.5 }]);
  });

  it('say nothing of a press that came at once', async () => {
    const { shown } = await show();
    atS = 1;
    press(' ');
    await shown.settle();
    expect(shown.text).toContain('too short to say');
    expect(shown.text).not.toContain('Keep it');
  });

  it('are all kept by one who follows to the end', async () => {
    const { shown } = await show();
    atS = null;
    ended.next();
    await shown.settle();
    expect(shown.text).toContain('12.1');
  });
});
