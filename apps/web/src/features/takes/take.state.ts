import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { TakeSource } from '@harvu/core/events';
import type { GuideScore } from '@harvu/core/guide';
import { playSimulated, STEADY_PLAYER } from '@harvu/core/simulated-player';
import { judgeTake, type ExpectedTime, type TakeMeasures, type Verdict } from '@harvu/core/take';
import { sayTake, type TakeSaid } from '@harvu/core/words';
import { filter, Subscription } from 'rxjs';
import { Capture, type Recorded } from '../../sound/capture';
import { EVEN_COUNT, ONCE_THROUGH } from '../../sound/even-count';
import { Latency } from '../../sound/latency';
import type { listening } from '../../sound/listening';
import { WorkerOwner } from '../../platform/worker-owner';
import { LISTENING_WORKER } from '../../sound/listening-worker';
import { MidiPads, STAND_IN_NAME, type PadPart } from '../../sound/midi-pads';
import { RoomSound } from '../../sound/room-sound';
import { Device } from '../../store/device';

/** What is to be played, and how it is called. */
export interface TakeRequest {
  readonly strokes: readonly ExpectedTime[];
  readonly score: GuideScore;
  readonly slower: number;
  /** A chord as whoever reads calls it. */
  readonly called: (chord: string) => string;
  /** Where a note lies at a stroke of a riff, as whoever reads says it. */
  readonly placed?: (note: number, stroke: number) => string;
}

/** A stroke that came in by hand: when, on the page's clock in ms, and the note where it has one. */
interface Struck {
  readonly atMs: number;
  readonly midi?: number;
  readonly pad?: string;
}

/** What a take sounded like. */
interface TakenSound {
  readonly samples: Float32Array<ArrayBuffer>;
  readonly sampleRate: number;
  /** It was recorded too loud, and is cut off. */
  readonly isCut: boolean;
}

/** A take that was heard and judged. */
export interface JudgedTake {
  readonly from: TakeSource;
  readonly measures: TakeMeasures;
  readonly verdict: Verdict;
  readonly said: TakeSaid;
  readonly heardS: readonly number[];
  /** Its sound, where there is one; it stays on the device. */
  readonly sound?: TakenSound;
  /** When in its sound the first bar begins. */
  readonly beginsS: number;
}

/** How far a take has got. */
export type TakePhase = 'choose' | 'asks' | 'measures' | 'plays' | 'hears' | 'told';

type Listening = typeof listening;

/** The last chord may come late, and rings on. */
const AFTER_MS = 700;
/** Sound before the first bar is the count-in. */
const BEFORE_S = 0.3;
const STAND_IN_RATE = 22_050;
/** Where only the stroke is asked for, any note will do. */
const ANY_NOTE = 60;
/** How the stand-in plays when nobody says otherwise: one change of grips is too slow. */
const STAND_IN_LATE_MS = 210;

/** One take: what comes in, what was heard in it, what is said of it. */
@Injectable()
export class TakeState {
  private readonly capture = inject(Capture);
  private readonly sound = inject(RoomSound);
  private readonly pads = inject(MidiPads);
  private readonly latency = inject(Latency);
  private readonly device = inject(Device);
  private readonly worker = new WorkerOwner<Listening>(inject(LISTENING_WORKER));
  private readonly now = signal<TakePhase>('choose');
  private readonly why = signal('');
  private readonly last = signal<JudgedTake | null>(null);
  private readonly source = signal<TakeSource>('microphone');
  private readonly struck = signal<readonly Struck[]>([]);
  private request: TakeRequest | undefined;
  private standIns = 0;
  private running = new Subscription();
  /** When the first bar began, on the page's clock. */
  private firstBarMs: number | null = null;
  private ending: ReturnType<typeof setTimeout> | undefined;

  readonly phase = this.now.asReadonly();
  /** What went wrong, and what to do. */
  readonly problem = this.why.asReadonly();
  readonly take = this.last.asReadonly();
  readonly from = this.source.asReadonly();
  /** How late this device's microphone is, where that was measured. */
  readonly delay = this.latency.microphone;
  readonly count = computed(() => this.struck().length);
  /** Counted, or played: where the click is. */
  readonly places = this.sound.places;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.close());
  }

  /** Listens while one pass is played with the click. */
  async listen(request: TakeRequest, from: 'microphone' | 'midi' | 'taps'): Promise<void> {
    this.begin(request, from);
    if (from === 'microphone' && !(await this.mayListen())) return;
    this.now.set('plays');
    this.follow(() => this.finish());
    if (from === 'midi')
      this.running.add(
        this.pads
          .hits(this.standInPart())
          .subscribe(({ atS, midi, pad }) =>
            this.struck.update((all) => [...all, { atMs: atS * 1000, midi, pad }]),
          ),
      );
    // The click alone: a guide would be heard as strokes.
    this.sound.start(
      { ...request.score, strokes: [], beside: [] },
      { slower: request.slower, countInBars: 1, breathes: false, hasOffBeats: false, passes: 1 },
    );
  }

  /** A stroke by hand: a key or a finger, on the page's clock. */
  strike(): void {
    if (this.now() === 'plays') this.struck.update((all) => [...all, { atMs: performance.now() }]);
  }

  /** Takes a file that was recorded elsewhere. */
  async read(request: TakeRequest, file: File): Promise<void> {
    this.begin(request, 'file');
    this.now.set('hears');
    try {
      const context = new OfflineAudioContext(1, 1, 44_100);
      const buffer = await context.decodeAudioData(await file.arrayBuffer());
      const samples = buffer.getChannelData(0).slice();
      await this.hear({ samples, sampleRate: buffer.sampleRate, startedAtMs: 0 }, 0);
    } catch {
      this.refuse('This file cannot be read as sound. Save it as WAV, and choose it again.');
    }
  }

  /** Lets somebody play who is not there; each time they play otherwise. */
  async standIn(request: TakeRequest, seed = (this.standIns += 1)): Promise<void> {
    this.begin(request, 'stand-in');
    this.now.set('hears');
    const changes = request.strokes.filter((one) => one.chordChange === true).slice(1);
    const slow = changes[seed % Math.max(1, changes.length)]?.chord;
    const take = playSimulated(
      request.strokes,
      {
        ...STEADY_PLAYER,
        jitterMs: 9,
        latencyS: 0.08,
        slowChanges: slow === undefined ? [] : [{ to: slow, lateMs: STAND_IN_LATE_MS }],
      },
      seed,
    );
    const score = withPace(request);
    const samples = await this.worker.ask((tasks) => tasks.standIn(score, take, STAND_IN_RATE));
    await this.hear({ samples, sampleRate: STAND_IN_RATE, startedAtMs: 0 }, 0);
  }

  /** Plays a count and hears it itself, to know how late this device's microphone is. */
  async measureDelay(): Promise<void> {
    this.reset();
    this.firstBarMs = null;
    if (!(await this.mayListen())) return;
    this.now.set('measures');
    this.follow(() => void this.hearCount().catch(() => this.fail()));
    this.sound.start(EVEN_COUNT, ONCE_THROUGH);
  }

  /** Ends before its time: what was played so far is judged. */
  end(): void {
    if (this.now() === 'plays') this.finish();
  }

  /** Back to the choice of what to listen to; nothing is kept. */
  reset(): void {
    this.stop();
    this.last.set(null);
    this.why.set('');
    this.now.set('choose');
  }

  /** The take and the guide as one WAV file, one on each side; undefined where there is no sound. */
  async beside(take: JudgedTake): Promise<Blob | undefined> {
    const { request } = this;
    if (!take.sound || !request) return undefined;
    const { samples, sampleRate } = take.sound;
    const { score, slower } = request;
    const { beginsS } = take;
    const asked = { samples, sampleRate, score, slower, beginsS };
    const bytes = await this.worker.ask((tasks) => tasks.besideGuide(asked));
    return new Blob([new Uint8Array(bytes)], { type: 'audio/wav' });
  }

  /** Keeps how a take sounded on this device, and tells whether it could. */
  async keepSound(take: JudgedTake, id: string, tempo: string): Promise<boolean> {
    try {
      const wav = await this.beside(take);
      if (!wav) return false;
      await this.device.keepTake(id, { at: new Date().toISOString(), tempo, wav });
      return true;
    } catch {
      return false;
    }
  }

  private begin(request: TakeRequest, from: TakeSource): void {
    this.stop();
    this.request = request;
    this.source.set(from);
    this.struck.set([]);
    this.why.set('');
    this.last.set(null);
    this.firstBarMs = null;
  }

  /** Asks for the microphone; where it may not be used, that is said. */
  private async mayListen(): Promise<boolean> {
    this.now.set('asks');
    try {
      return await this.capture.start();
    } catch {
      this.refuse(
        'The microphone may not be used here. Allow it in the browser’s address bar, or take a WAV file, MIDI or taps.',
      );
      return false;
    }
  }

  /** Notes when the first bar begins, and goes on a little after the last one ended. */
  private follow(then: () => void): void {
    this.running = this.sound.places.subscribe((place) => {
      if (place?.part.kind === 'pass' && this.firstBarMs === null)
        this.firstBarMs = performance.now() - place.intoS * 1000;
    });
    this.running.add(
      this.sound.ended.subscribe(() => {
        this.ending = setTimeout(then, AFTER_MS);
      }),
    );
  }

  /** Where no pad is plugged in, the stand-in plays this take, from its first bar on. */
  private standInPart(): PadPart {
    const strokes = this.request?.strokes ?? [];
    const { playedS } = playSimulated(strokes, STEADY_PLAYER, 1);
    return {
      hits: playedS.flatMap((atS, at) =>
        atS === null
          ? []
          : (strokes[at]?.asks ?? [ANY_NOTE]).map((midi) => ({ afterMs: atS * 1000, midi })),
      ),
      begins: this.sound.places.pipe(filter((place) => place?.part.kind === 'pass')),
    };
  }

  private finish(): void {
    // Whoever strikes before anything sounds begins with that.
    const firstBarMs = this.firstBarMs ?? this.struck()[0]?.atMs ?? performance.now();
    const isHeard = this.source() === 'microphone';
    const recorded = isHeard ? this.capture.stop() : undefined;
    this.stop();
    this.now.set('hears');
    if (recorded) {
      const beginsS = (firstBarMs - recorded.startedAtMs) / 1000;
      this.hear(recorded, beginsS).catch(() => this.fail());
      return;
    }
    // Nobody keeps as their own what no pad of theirs played.
    if (this.struck().some(({ pad }) => pad === STAND_IN_NAME)) this.source.set('stand-in');
    const struck = this.struck()
      .map(({ atMs, midi }) => ({ atS: (atMs - firstBarMs) / 1000, midi }))
      .filter(({ atS }) => atS > -BEFORE_S)
      .toSorted((a, b) => a.atS - b.atS);
    const notes = struck.flatMap(({ midi }) => midi ?? []);
    this.judge(
      struck.map(({ atS }) => atS),
      { beginsS: 0, notes },
    ).catch(() => this.fail());
  }

  private async hearCount(): Promise<void> {
    const { samples, sampleRate, startedAtMs } = this.capture.stop();
    const beganS = ((this.firstBarMs ?? startedAtMs) - startedAtMs) / 1000;
    this.stop();
    const clicksS = EVEN_COUNT.clicks.map(({ atS }) => atS + beganS);
    const found = await this.worker.ask((tasks) => tasks.loopBack(samples, sampleRate, clicksS));
    if (this.now() !== 'measures') return;
    if (!found) {
      this.refuse(
        'The click was not heard: take the headphones off, turn it up, and try once more.',
      );
      return;
    }
    this.latency.setMicrophone({
      ms: Math.round(found.latencyS * 1000),
      giveOrTakeMs: Math.ceil(found.giveOrTakeS * 1000),
    });
    this.now.set('choose');
  }

  private async hear({ samples, sampleRate }: Recorded, beginsS: number): Promise<void> {
    const { onsetsS, isCut } = await this.worker.ask((tasks) => tasks.hear(samples, sampleRate));
    if (this.now() !== 'hears') return;
    await this.judge(
      onsetsS.map((one) => one - beginsS),
      { beginsS, sound: { samples, sampleRate, isCut } },
    );
  }

  private async judge(
    heard: readonly number[],
    of: Pick<JudgedTake, 'beginsS' | 'sound'> & { readonly notes?: readonly number[] },
  ): Promise<void> {
    const { request } = this;
    if (!request) return;
    const from = this.source();
    const isFile = from === 'file';
    const heardS = heard.filter((one) => isFile || one > -BEFORE_S).sort((a, b) => a - b);
    const known = this.latency.measuredMs();
    const how = {
      ...(from === 'taps' && known !== null && { latencyS: known / 1000 }),
      ...(of.notes && { notes: of.notes }),
    };
    const measures = await this.worker.ask((tasks) => tasks.measures(request.strokes, heardS, how));
    if (this.now() !== 'hears') return;
    const isExact = from === 'taps' || from === 'midi';
    const verdict = judgeTake(request.strokes, measures, { isExact, hasClick: !isFile });
    const said = sayTake(
      request.strokes,
      { measures, verdict },
      { isExact, called: request.called, ...(request.placed && { placed: request.placed }) },
    );
    this.last.set({
      from,
      measures,
      verdict,
      said,
      heardS,
      ...(of.sound && { sound: of.sound }),
      // What is heard again begins where the student's own beat does.
      beginsS: of.beginsS + measures.latencyMs / 1000,
    });
    this.now.set('told');
  }

  private fail(): void {
    this.refuse('It could not be heard. Try once more.');
  }

  private refuse(words: string): void {
    this.stop();
    this.why.set(words);
    this.now.set('choose');
  }

  private stop(): void {
    clearTimeout(this.ending);
    this.running.unsubscribe();
    this.running = new Subscription();
    this.sound.stop();
    this.capture.cancel();
  }

  private close(): void {
    this.stop();
    this.sound.close();
    this.worker.stop();
  }
}

/** The score at the tempo it is played in. */
function withPace({ score, slower }: TakeRequest): GuideScore {
  return {
    ...score,
    strokes: score.strokes.map((one) => ({
      ...one,
      atS: (one.atS * slower) as typeof one.atS,
      ...(one.notes && {
        notes: one.notes.map(({ note, lastsS }) => ({
          note,
          lastsS: (lastsS * slower) as typeof lastsS,
        })),
      }),
    })),
  };
}
