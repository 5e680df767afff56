import { DestroyRef } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { partsOf } from '@harvu/core/form';
import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { climbOf, sceneOf } from '@harvu/core/practice';
import { makeSteps, workpieceOf } from '@harvu/core/steps';
import { readChart } from '@harvu/core/chart';
import { expose } from 'comlink';
import { setUpPage, ShownPart } from '../../testing/page';
import { LISTENING_WORKER } from '../../sound/listening-worker';
import { ASK_MICROPHONE } from '../../sound/microphone';
import { BarStrip } from './parts/bar-strip';
import { ChangeDrillTimer } from './parts/change-drill';
import { FrameNow } from './parts/frame-now';
import { MapNow } from './parts/map-now';
import { RungLadder } from './parts/rung-ladder';
import { Pause } from './pause.state';

describe('getting ready in the practice room', () => {
  let ask: () => Promise<MediaStream>;
  beforeEach(() => {
    setUpPage([{ provide: ASK_MICROPHONE, useValue: () => ask() }]);
  });

  it('names each string from the thickest, and where the capo goes', async () => {
    const { song } = readChart('tuning: D A D F# A D\ncapo: 3\n[A]\n| G |');
    const work = workpieceOf(song);
    const [step] = makeSteps(work);
    const conventions = USUAL_CONVENTIONS;
    const strings = step ? sceneOf(step, { song, work, conventions }).strings : [];
    const frame = await ShownPart.of(FrameNow, { strings, capo: 3 });
    const notes = frame.all('li b').map((one) => one.textContent.trim());
    expect(notes).toEqual(['D', 'A', 'D', 'F♯', 'A', 'D']);
    expect(frame.all('li')[0]?.textContent).toContain('string 6');
    expect(frame.text).toContain('Capo at fret 3');
    await frame.set('capo', 0);
    expect(frame.text).toContain('No capo');
  });

  it('marks the strings that are not where they usually are', async () => {
    const { song } = readChart('tuning: D A D G B E\n[A]\n| G |');
    const work = workpieceOf(song);
    const [step] = makeSteps(work);
    const strings = step
      ? sceneOf(step, { song, work, conventions: USUAL_CONVENTIONS }).strings
      : [];
    const frame = await ShownPart.of(FrameNow, { strings, capo: 0 });
    expect(frame.all('.is-away').length).toBe(1);
    expect(frame.all('button')[0]?.getAttribute('aria-label')).toBe(
      'Hear string 6, D, a whole step lower than usual',
    );
  });

  it('says what to do where the microphone may not be used', async () => {
    ask = () => Promise.reject(new Error('no'));
    const strings = [{ number: 1, note: 'E', withCapo: 'E', midi: 64, away: 0 }];
    const frame = await ShownPart.of(FrameNow, { strings, capo: 0 });
    await frame.press('Listen and tune');
    await frame.settle();
    expect(frame.text).toContain('The microphone may not be used here');
  });

  it('hears which string sounds, and which way to turn the peg', async () => {
    const context = new AudioContext();
    const tone = new OscillatorNode(context, { frequency: 108 });
    const out = context.createMediaStreamDestination();
    tone.connect(new GainNode(context, { gain: 0.3 })).connect(out);
    tone.start();
    ask = () => Promise.resolve(out.stream);
    const { song } = readChart('[A]\n| G |');
    const work = workpieceOf(song);
    const [step] = makeSteps(work);
    const strings = step
      ? sceneOf(step, { song, work, conventions: USUAL_CONVENTIONS }).strings
      : [];
    const frame = await ShownPart.of(FrameNow, { strings, capo: 0 });
    await frame.press('Listen and tune');
    const settled = /String 5: tune up ?−3[12] cents/;
    for (let look = 0; look < 80 && !settled.test(frame.text); look += 1) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      await frame.settle();
    }
    expect(frame.text).toMatch(settled);
    expect(frame.all('li button')[0]?.ariaLabel).toBe('Listen only for string 6, E');
    frame.all('li button')[0]?.click();
    await frame.settle();
    expect(frame.text).toContain('Only string 6 is listened for');
    const of6 = /String 6: tune down ?\+46[89] cents/;
    for (let look = 0; look < 80 && !of6.test(frame.text); look += 1) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      await frame.settle();
    }
    expect(frame.text).toMatch(of6);
    await frame.press('Stop listening');
    await context.close();
  });

  it('ticks off a string that is in tune, by what it sounds with the capo on', async () => {
    const context = new AudioContext();
    const tone = new OscillatorNode(context, { frequency: 130.81 });
    const out = context.createMediaStreamDestination();
    tone.connect(new GainNode(context, { gain: 0.3 })).connect(out);
    tone.start();
    ask = () => Promise.resolve(out.stream);
    const { song } = readChart('capo: 3\n[A]\n| G |');
    const work = workpieceOf(song);
    const [step] = makeSteps(work);
    const strings = step
      ? sceneOf(step, { song, work, conventions: USUAL_CONVENTIONS }).strings
      : [];
    const frame = await ShownPart.of(FrameNow, { strings, capo: 3 });
    frame.one('input[type=checkbox]').click();
    await frame.press('Listen and tune');
    expect(frame.all('li b')[1]?.textContent).toBe('C');
    const settled = /String 5: in tune ?(0|[+−]1) cents/;
    for (let look = 0; look < 80 && !settled.test(frame.text); look += 1) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      await frame.settle();
    }
    expect(frame.all('li')[1]?.textContent).toContain('in tune');
    expect(frame.text).toMatch(settled);
    await context.close();
  });
});

describe('following the map in the practice room', () => {
  const { occurrences } = partsOf(
    readChart('map: Verse, Lift, Verse, Lift, Out\n[Verse]\n| G | D |\n[Lift]\n| C |\n[Out]\n| G |')
      .song,
  );
  beforeEach(() => {
    setUpPage();
  });

  it('says which section plays, which bar, its cue, and what comes', async () => {
    const map = await ShownPart.of(MapNow, { occurrences, current: 0, bar: 1, cue: 'lamps' });
    expect(map.text).toMatch(/now ?Verse ?bar 2 of 2/);
    expect(map.text).toContain('“lamps”');
    expect(map.text).toMatch(/Lift ?1 bar ?Verse ?2 bars ?Lift ?1 bar ?Out ?1 bar$/);
  });

  it('counts in before it, and ends with the end', async () => {
    const map = await ShownPart.of(MapNow, { occurrences, current: 4, bar: 0, counted: 3 });
    expect(map.text).toMatch(/^count ?3 ?Out ?bar 1 of 1/);
    expect(map.text).toContain('the end');
  });
});

describe('a minute of one change', () => {
  beforeEach(() => {
    jasmine.clock().install().mockDate(new Date('2026-11-24T16:00:00.000Z'));
    setUpPage();
  });
  afterEach(() => jasmine.clock().uninstall());

  it('counts by pedal for sixty seconds after three to get ready, and keeps what is put right', () => {
    const fixture = TestBed.createComponent(ChangeDrillTimer);
    const shown = fixture.nativeElement as HTMLElement;
    const press = (at: number) => {
      fixture.detectChanges();
      shown.querySelectorAll('button')[at]?.click();
      fixture.detectChanges();
    };
    const kept: unknown[] = [];
    fixture.componentInstance.kept.subscribe((one) => kept.push(one));
    const pedal = () => document.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageDown' }));
    press(0);
    jasmine.clock().tick(1000);
    pedal();
    fixture.detectChanges();
    expect(shown.textContent).toContain('Change 0');
    jasmine.clock().tick(2500);
    for (let change = 0; change < 41; change += 1) {
      pedal();
      jasmine.clock().tick(1000);
    }
    jasmine.clock().tick(30_000);
    pedal();
    fixture.detectChanges();
    expect(shown.textContent).toContain('How many changes');
    press(1);
    press(2);
    expect(kept).toEqual([{ count: 42, seconds: 60 }]);
  });
});

describe('a minute of one change counted by ear', () => {
  const later = globalThis.setTimeout.bind(globalThis);
  /** Hears so many strums, two of them while one gets ready. */
  const hearing = (): Worker => {
    const { port1, port2 } = new MessageChannel();
    const onsetsS = [1, 2, ...Array.from({ length: 38 }, (_, at) => 4 + at)];
    expose({ hear: () => ({ onsetsS, isCut: false }) }, port1);
    return Object.assign(port2, { terminate: () => port2.close() }) as unknown as Worker;
  };
  afterEach(() => jasmine.clock().uninstall());

  it('is what the microphone heard after the seconds to get ready, and can be put right', async () => {
    const context = new AudioContext();
    const { stream } = context.createMediaStreamDestination();
    jasmine.clock().install().mockDate(new Date('2026-11-24T16:00:00.000Z'));
    setUpPage([
      { provide: ASK_MICROPHONE, useValue: () => Promise.resolve(stream) },
      { provide: LISTENING_WORKER, useValue: hearing },
    ]);
    const shown = await ShownPart.of(ChangeDrillTimer);
    const kept: unknown[] = [];
    shown.fixture.componentInstance.kept.subscribe((one) => kept.push(one));
    const until = async (words: string): Promise<void> => {
      for (let turn = 0; turn < 100 && !shown.text.includes(words); turn += 1) {
        await new Promise((resolve) => later(resolve, 20));
        shown.fixture.detectChanges();
      }
      expect(shown.text).toContain(words);
    };
    await shown.press('Start, counted by ear');
    await until('it is counted by ear');
    jasmine.clock().tick(64_000);
    await until('How many changes');
    await until('38');
    shown.one('[aria-label="one more"]').click();
    await shown.press('Keep it');
    expect(kept).toEqual([{ count: 39, seconds: 60 }]);
    await context.close();
  });

  it('says what to do where the microphone may not be used', async () => {
    setUpPage([{ provide: ASK_MICROPHONE, useValue: () => Promise.reject(new Error('no')) }]);
    const shown = await ShownPart.of(ChangeDrillTimer);
    await shown.press('Start, counted by ear');
    await shown.settle();
    expect(shown.one('[role=alert]').textContent).toContain('tap along, or type the count');
  });
});

describe('the ladder and the bars of the room', () => {
  const { song } = readChart('tempo: 174\nmeter: 12/8\n[A]\n| A | D | E7 | A | D |');
  const work = workpieceOf(song);
  const step = makeSteps(work).find(({ kind }) => kind === 'whole');
  if (!step) throw new Error('no step');
  const scene = sceneOf(step, { song, work, conventions: USUAL_CONVENTIONS });
  beforeEach(() => {
    setUpPage();
  });

  it('says the tempo in the beats that are felt, and lets another rung be chosen', async () => {
    const ladder = await ShownPart.of(RungLadder, {
      ...{ step, climb: climbOf(step, []), words: scene, feltIn: scene.feltIn, bpm: 174 },
    });
    expect(ladder.text).toMatch(/= 58 felt in 4$/);
    const picked: number[] = [];
    ladder.fixture.componentInstance.pick.subscribe((one) => picked.push(one));
    ladder.all('button').at(-1)?.click();
    expect(picked).toEqual([step.rungs[0] as number]);
  });

  it('shows every bar where one is asked for, counted through the pass', async () => {
    const strip = await ShownPart.of(BarStrip, { pass: scene.pass, chords: scene.chords });
    expect(strip.all('li').length).toBe(4);
    await strip.set('asks', 'It failed in');
    expect(strip.all('button').map((one) => one.getAttribute('aria-label'))).toEqual(
      [1, 2, 3, 4, 5].map((bar) => `It failed in bar ${bar}`),
    );
    const picked: number[] = [];
    strip.fixture.componentInstance.pick.subscribe((one) => picked.push(one));
    strip.all('button')[4]?.click();
    expect(picked).toEqual([5]);
  });
});

describe('a pause', () => {
  beforeEach(() => {
    sessionStorage.clear();
    jasmine.clock().install().mockDate(new Date('2026-11-24T16:00:00.000Z'));
    setUpPage();
  });
  afterEach(() => {
    jasmine.clock().uninstall();
    sessionStorage.clear();
  });

  it('is due after twelve minutes of playing, and not after a rest in between', () => {
    const pause = TestBed.inject(Pause);
    let isPlaying = true;
    TestBed.runInInjectionContext(() => {
      pause.count(() => isPlaying, TestBed.inject(DestroyRef));
    });
    jasmine.clock().tick(11 * 60_000);
    expect(pause.isDue()).toBeFalse();
    isPlaying = false;
    jasmine.clock().tick(3 * 60_000);
    isPlaying = true;
    jasmine.clock().tick(2 * 60_000);
    expect(pause.isDue()).toBeFalse();
    jasmine.clock().tick(10 * 60_000);
    expect(pause.isDue()).toBeTrue();
    pause.end();
    expect(pause.isDue()).toBeFalse();
  });
});
