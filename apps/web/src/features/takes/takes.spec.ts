import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { readChart } from '@harvu/core/chart';
import { renderScore, songScore } from '@harvu/core/guide';
import { playSimulated, STEADY_PLAYER } from '@harvu/core/simulated-player';
import { measuresOf, type ExpectedTime } from '@harvu/core/take';
import { expose } from 'comlink';
import { Subject } from 'rxjs';
import { Session } from '../../platform/session';
import { Capture } from '../../sound/capture';
import { listening } from '../../sound/listening';
import { LISTENING_WORKER } from '../../sound/listening-worker';
import { ASK_MICROPHONE } from '../../sound/microphone';
import { MidiPads, STAND_IN_NAME, type PadHit } from '../../sound/midi-pads';
import { EVEN_COUNT } from '../../sound/even-count';
import { RoomSound } from '../../sound/room-sound';
import { Latency, type MicrophoneDelay } from '../../sound/latency';
import { Device } from '../../store/device';
import { emptyDevice, setUpPage, ShownPart } from '../../testing/page';
import { StillSound } from '../../testing/room-sound';
import { TakePanel, type KeptTake } from './index';
import { TakePicture } from './parts/take-picture';
import { TakeState, type TakeRequest } from './take.state';
import { delayWords } from './take-words';

const { song } = readChart(
  `tempo: 240
pattern s 4/4: D D D D
[A] pattern s
| G | D | Em | C |
grip G: 320003
grip D: xx0232
grip Em: 022000
grip C: x32010`,
);
const SCORE = songScore(song);
const STROKES: readonly ExpectedTime[] = SCORE.strokes;
const REQUEST: TakeRequest = {
  ...{ strokes: STROKES, score: SCORE, slower: 1, called: (chord: string) => chord },
};

/** The worker that listens, on a channel of the page's own. */
function listeningHere(): Worker {
  const { port1, port2 } = new MessageChannel();
  expose(listening, port1);
  return Object.assign(port2, { terminate: () => port2.close() }) as unknown as Worker;
}

const refused = { provide: ASK_MICROPHONE, useValue: () => Promise.reject(new Error('no')) };
const here = { provide: LISTENING_WORKER, useValue: listeningHere };

describe('a take', () => {
  let hits: Subject<PadHit>;
  let sound: StillSound;
  let state: TakeState;
  beforeEach(() => {
    hits = new Subject();
    sound = new StillSound();
    setUpPage([
      ...[TakeState, Capture, refused, here],
      { provide: RoomSound, useValue: Object.assign(sound, { close: () => undefined }) },
      { provide: MidiPads, useValue: { hits: () => hits } },
    ]);
    state = TestBed.inject(TakeState);
  });
  const told = async (): Promise<void> => {
    while (state.phase() !== 'told') await new Promise((resolve) => setTimeout(resolve, 20));
  };

  async function play(late: (at: number) => number): Promise<void> {
    await state.listen(REQUEST, 'midi');
    sound.at(0);
    const startS = performance.now() / 1000;
    STROKES.forEach(({ atS }, at) =>
      hits.next({ atS: startS + atS + late(at), pad: 'pad', midi: 60 }),
    );
    sound.ended.next();
    await told();
  }

  it('is played with the click alone, counted in once', async () => {
    await state.listen(REQUEST, 'taps');
    const [score, options] = sound.start.calls.mostRecent().args;
    expect(score.strokes).toEqual([]);
    expect(options).toEqual(jasmine.objectContaining({ countInBars: 1, passes: 1 }));
  });

  it('is clean where every stroke came in time', async () => {
    await play(() => 0.08);
    expect(state.take()?.verdict.clean).toBeTrue();
    expect(state.take()?.said.verdict).toBe('Clean: every stroke came in time.');
    expect(state.take()?.said.figures).toContain('16 of 16 strokes');
  });

  it('names the change that came late', async () => {
    await play((at) => (at === 8 ? 0.2 : 0));
    expect(state.take()?.verdict.clean).toBeFalse();
    expect(state.take()?.said.verdict).toContain('the change from D to Em comes 200 ms late');
  });

  it('of a riff by MIDI names the note that was another', async () => {
    const asks = [60, 62, 64, 65];
    const strokes = asks.map((note, at) => ({ atS: at * 0.5, bar: 0, asks: [note] }));
    const placed = (note: number) => `note ${note}`;
    await state.listen({ ...REQUEST, strokes, placed }, 'midi');
    sound.at(0);
    const startS = performance.now() / 1000;
    [60, 62, 63, 77].forEach((midi, at) => hits.next({ atS: startS + at * 0.5, pad: 'pad', midi }));
    sound.ended.next();
    await told();
    expect(state.take()?.said.verdict).toBe(
      'Not clean yet: in bar 1 it was note 63, and note 64 is written.',
    );
    expect(state.take()?.verdict.spots.length).toBe(1);
    expect(state.take()?.from).toBe('midi');
  });

  it('of a pad that is not there is the stand-in’s, and not kept as the student’s', async () => {
    await state.listen(REQUEST, 'midi');
    sound.at(0);
    const startS = performance.now() / 1000;
    for (const { atS } of STROKES) hits.next({ atS: startS + atS, pad: STAND_IN_NAME, midi: 60 });
    sound.ended.next();
    await told();
    expect(state.take()?.from).toBe('stand-in');
  });

  it('says what to do where the microphone may not be used', async () => {
    await state.listen(REQUEST, 'microphone');
    expect(state.phase()).toBe('choose');
    expect(state.problem()).toContain('a WAV file, MIDI or taps');
    expect(sound.start).not.toHaveBeenCalled();
  });

  it('says what to do with a file that is no sound', async () => {
    await state.read(REQUEST, new File(['no sound'], 'a.wav'));
    expect(state.problem()).toContain('cannot be read as sound');
  });

  it('of the stand-in is heard in its sound, and can be heard beside the guide', async () => {
    await state.standIn(REQUEST, 2);
    await told();
    const take = state.take();
    expect(take?.measures.missed).toEqual([]);
    expect(take?.verdict.worst?.what).toBe('change');
    const wav = take && (await state.beside(take));
    expect(wav?.size).toBeGreaterThan(22_050 * 4 * 4);
  });
});

describe('the microphone', () => {
  it('is let go where it was not wanted any more when it was allowed', async () => {
    const track = { stop: jasmine.createSpy('stop') };
    let allow = (_: unknown): void => undefined;
    const ask = () => new Promise((resolve) => (allow = resolve));
    setUpPage([Capture, { provide: ASK_MICROPHONE, useValue: ask }]);
    const capture = TestBed.inject(Capture);
    const begins = capture.start();
    capture.cancel();
    allow({ getTracks: () => [track] });
    expect(await begins).toBeFalse();
    expect(track.stop).toHaveBeenCalledTimes(1);
  });
});

describe('the delay of a take', () => {
  const words = (latencyMs: number, microphone: MicrophoneDelay | null, spreadMs = 8) =>
    delayWords(
      {
        from: 'microphone',
        measures: { ...measuresOf(STROKES, []), latencyMs, spreadMs, lateMs: STROKES.map(() => 0) },
      },
      microphone,
    );
  const measured = { ms: 60, giveOrTakeMs: 2 };

  it('is told from the take alone, and how sure that is', () => {
    expect(words(83, null)).toBe(
      '83 ms of delay taken out, give or take 3 ms, as this take shows it.',
    );
  });

  it('tells where the hand lies all through, once the device was measured', () => {
    expect(words(66, measured)).toBe('All through, you are with the click.');
    expect(words(92, measured)).toContain('you are 32 ms behind the click, give or take 5 ms');
    expect(words(30, measured)).toContain('30 ms ahead of the click');
    expect(words(290, measured)).toContain('230 ms later than this device was measured with');
  });
});

describe('measuring how late the microphone is', () => {
  const RATE = 22_050;
  let sound: StillSound;
  let capture: jasmine.SpyObj<Capture>;
  beforeEach(() => {
    localStorage.clear();
    sound = new StillSound();
    capture = jasmine.createSpyObj<Capture>('capture', ['start', 'stop', 'cancel']);
    capture.start.and.resolveTo(true);
    setUpPage([
      ...[TakeState, here, { provide: Capture, useValue: capture }],
      { provide: RoomSound, useValue: Object.assign(sound, { close: () => undefined }) },
    ]);
  });
  afterEach(() => localStorage.clear());

  /** Lets the count be played, and heard so many ms later; where it is not heard at all, for null. */
  async function measure(lateMs: number | null): Promise<TakeState> {
    const state = TestBed.inject(TakeState);
    const startedAtMs = performance.now();
    await state.measureDelay();
    sound.at(0);
    const heardMs = performance.now() - startedAtMs + (lateMs ?? 0);
    const click = renderScore(EVEN_COUNT, { slower: 1, sampleRate: RATE, hasClick: true });
    const samples = new Float32Array(click.length + RATE);
    if (lateMs !== null) samples.set(click, Math.round((heardMs / 1000) * RATE));
    capture.stop.and.returnValue({ samples, sampleRate: RATE, startedAtMs });
    sound.ended.next();
    while (state.phase() === 'measures') await new Promise((resolve) => setTimeout(resolve, 20));
    return state;
  }

  it('hears the device’s own count, and keeps what it heard', async () => {
    const state = await measure(150);
    expect(state.problem()).toBe('');
    const { ms = 0, giveOrTakeMs = 99 } = TestBed.inject(Latency).microphone() ?? {};
    expect(Math.abs(ms - 150)).toBeLessThan(12);
    expect(giveOrTakeMs).toBeLessThan(7);
    expect(JSON.parse(localStorage.getItem('harvu-microphone-ms') ?? '')).toEqual({
      ms,
      giveOrTakeMs,
    });
    TestBed.inject(Latency).set(120);
    expect(TestBed.inject(Latency).microphone()).toBeNull();
  });

  it('says what to do where its click is not heard', async () => {
    const state = await measure(null);
    expect(state.problem()).toContain('take the headphones off');
    expect(TestBed.inject(Latency).microphone()).toBeNull();
  });
});

describe('the picture of a take', () => {
  it('tells each stroke by its shape and in words', async () => {
    const lateMs = STROKES.map((_, at) => (at === 1 ? 90 : at === 2 ? -80 : at === 3 ? null : 0));
    const measures = {
      ...{ lateMs, missed: [3], extra: [0], extraAfter: [4], stumbles: [], others: [] },
      ...{ spreadMs: 5 },
      ...{ driftPercent: 0, latencyMs: 0 },
    };
    const barsS = [...SCORE.barsS, SCORE.lastsS];
    const shown = await ShownPart.of(TakePicture, {
      take: { strokes: STROKES, barsS, measures, heardS: [1.1], called: (one: string) => one },
    });
    const page = shown.fixture.nativeElement as HTMLElement;
    const first = page.querySelector('svg');
    expect(first?.getAttribute('aria-label')).toBe(
      'Bar 1: on the beat, 90 ms late, 80 ms early, not heard',
    );
    expect(first?.querySelectorAll('circle').length).toBe(1);
    expect(first?.querySelectorAll('path.off').length).toBe(2);
    expect(first?.querySelectorAll('path.missed').length).toBe(1);
    expect(shown.text).toContain('Em');
  });
});

describe('the panel that listens', () => {
  const person = signal({ id: 't1', name: 'Bram', role: 'student' });
  beforeEach(async () => {
    await emptyDevice('t1');
    setUpPage([refused, here, { provide: Session, useValue: { person } }]);
  });
  const shownUntil = async (
    shown: ShownPart<TakePanel>,
    is: string | (() => boolean),
  ): Promise<void> => {
    const isShown = typeof is === 'string' ? () => shown.text.includes(is) : is;
    for (let turn = 0; turn < 150 && !isShown(); turn += 1) {
      await new Promise((resolve) => setTimeout(resolve, 20));
      await shown.settle();
    }
  };
  /** Hears a file in the panel and keeps what it heard. */
  const keepFile = async (): Promise<readonly KeptTake[]> => {
    const shown = await ShownPart.of(TakePanel, {
      request: REQUEST,
      tempo: '240 bpm',
      keptAs: 'p s',
    });
    const kept: KeptTake[] = [];
    shown.fixture.componentInstance.kept.subscribe((one) => kept.push(one));
    const take = playSimulated(STROKES, STEADY_PLAYER, 3);
    const bytes = listening.besideGuide({
      ...{ samples: listening.standIn(SCORE, take, 22_050), sampleRate: 22_050 },
      ...{ beginsS: 0, score: SCORE, slower: 1 },
    });
    const choice = shown.one<HTMLInputElement>('input[type=file]');
    const files = new DataTransfer();
    files.items.add(new File([new Uint8Array(bytes)], 'mine.wav'));
    choice.files = files.files;
    choice.dispatchEvent(new Event('change'));
    await shownUntil(shown, 'Keep the figures only');
    await shown.press('Keep the figures only');
    for (let turn = 0; turn < 100 && kept.length === 0; turn += 1)
      await new Promise((resolve) => setTimeout(resolve, 20));
    shown.fixture.destroy();
    return kept;
  };

  it('keeps how a take sounded on the device: the first one and the newest, until they are forgotten', async () => {
    expect((await keepFile())[0]).toEqual(jasmine.objectContaining({ mark: null, hasSound: true }));
    const once = await ShownPart.of(TakePanel, { request: REQUEST, keptAs: 'p s' });
    await shownUntil(once, 'Kept on this device');
    expect(once.all('audio').length).toBe(1);
    once.fixture.destroy();
    await keepFile();
    const twice = await ShownPart.of(TakePanel, { request: REQUEST, keptAs: 'p s' });
    await shownUntil(twice, 'Kept on this device');
    expect(twice.all('audio').map((one) => one.ariaLabel)).toEqual([
      'The first one',
      'The newest one',
    ]);
    expect(twice.text).toContain('240 bpm');
    const [first] = twice.all<HTMLAudioElement>('audio');
    expect((await (await fetch(first?.src ?? '')).blob()).size).toBeGreaterThan(22_050 * 4 * 4);
    await twice.press('Forget both sounds');
    await shownUntil(twice, () => twice.all('audio').length === 0);
    expect(twice.all('audio').length).toBe(0);
    expect(await TestBed.inject(Device).findTakes('p s')).toBeUndefined();
  });

  it('asks for no microphone before it is told to listen, and says what stays where', async () => {
    const shown = await ShownPart.of(TakePanel, { request: REQUEST, keptAs: 'p s' });
    expect(shown.text).toContain('The microphone is asked for when you press Listen');
    expect(shown.text).toContain('stays on this device');
  });

  it('does not keep what the stand-in played', async () => {
    const shown = await ShownPart.of(TakePanel, {
      request: REQUEST,
      tempo: '240 bpm',
      keptAs: 'p s',
    });
    const kept: KeptTake[] = [];
    shown.fixture.componentInstance.kept.subscribe((one) => kept.push(one));
    await shown.press('Let the stand-in play');
    for (let turn = 0; turn < 100 && !shown.text.includes('Once more'); turn += 1) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      await shown.settle();
    }
    expect(shown.text).toContain('it is not kept');
    expect(shown.text).not.toContain('Keep as clean');
    expect(kept).toEqual([]);
  });
});
