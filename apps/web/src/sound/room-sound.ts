import { DestroyRef, effect, inject, Injectable, InjectionToken } from '@angular/core';
import type { GuideScore, StreamOptions, StreamPart, StreamPiece } from '@harvu/core/guide';
import { animationFrames, distinctUntilChanged, map, Subject, type Observable } from 'rxjs';
import type { Remote } from 'comlink';
import { WorkerOwner } from '../platform/worker-owner';
import type { GuidePlayer } from './guide-player';
import { Latency } from './latency';
import { SoundLevels } from './levels';

/** Where the stream is: what is counted or played, and how many seconds of the clock into it. */
export interface SoundPlace {
  readonly part: StreamPart;
  readonly intoS: number;
}

/** Makes the worker that renders. */
export const GUIDE_WORKER = new InjectionToken<() => Worker>('guide worker', {
  factory: () => () => new Worker(new URL('./guide.worker', import.meta.url), { type: 'module' }),
});

/** Makes what the sound is played on. */
export const SOUND_CONTEXT = new InjectionToken<() => AudioContext>('sound context', {
  factory: () => () => new AudioContext({ latencyHint: 'interactive' }),
});

/** Where the sound of a context goes; a test listens in here. */
export const SOUND_OUT = new InjectionToken<(context: AudioContext) => AudioNode>('sound out', {
  factory: () => (context) => context.destination,
});

/** The first sound comes this long after it is asked for. */
const FIRST_S = 0.12;
/** So much is rendered and handed to the audio clock ahead: a page that is stuck for seconds loses nothing. */
const AHEAD_S = 5;
/** A short piece first, so that it begins at once; longer ones after it. */
const FIRST_PIECE_S = 0.25;
const PIECE_S = 1;
/** What is to sound so soon is rendered in short pieces. */
const SOON_S = 0.6;
const LOOK_MS = 200;

/** A piece that waits on the audio clock, or sounds. */
interface Queued {
  readonly source: AudioBufferSourceNode;
  readonly part: StreamPart;
  readonly startsS: number;
}

const CHANNELS = ['count', 'click', 'guide'] as const;

/**
 * Everything that sounds in the practice room. A worker renders count, click and guide sample by sample;
 * here the pieces are only handed to the audio clock, seconds ahead, so that neither a busy page nor a
 * slow device can move a beat.
 */
@Injectable()
export class RoomSound {
  private readonly levels = inject(SoundLevels);
  private readonly latency = inject(Latency);
  private readonly player = new WorkerOwner<GuidePlayer>(inject(GUIDE_WORKER));
  private readonly createContext = inject(SOUND_CONTEXT);
  private readonly outOf = inject(SOUND_OUT);
  private context: AudioContext | undefined;
  private gains: readonly GainNode[] = [];
  private splitter: ChannelSplitterNode | undefined;
  private run = 0;
  /** What is being rendered now is of an old way, where its part begins later than this. */
  private cutAfterS = Infinity;
  private startsAt = 0;
  private rendered = 0;
  private queued: Queued[] = [];
  private parts: StreamPart[] = [];
  private isAsking = false;
  private isOver = false;
  private looking: ReturnType<typeof setInterval> | undefined;
  private readonly over = new Subject<void>();

  /** All that was asked for has sounded. */
  readonly ended = this.over.asObservable();
  /** Where it is, once for every picture drawn; null while nothing sounds. */
  readonly places: Observable<SoundPlace | null> = animationFrames().pipe(
    map(() => this.placeNow()),
    distinctUntilChanged(),
  );

  constructor() {
    effect(() => {
      this.setLevels();
    });
    inject(DestroyRef).onDestroy(() => {
      this.close();
    });
  }

  /** Gets everything ready, so that the first sound comes at once. */
  prepare(): void {
    this.player.start();
  }

  start(score: GuideScore, options: StreamOptions): void {
    this.stop();
    const context = this.ready();
    void context.resume();
    this.run += 1;
    this.startsAt = context.currentTime + FIRST_S;
    this.rendered = 0;
    this.isOver = false;
    const { run } = this;
    const request = { score, options, sampleRate: context.sampleRate };
    this.tell((player) => player.begin(run, request));
    this.looking = setInterval(() => this.fill(), LOOK_MS);
    this.fill();
  }

  stop(): void {
    clearInterval(this.looking);
    this.looking = undefined;
    this.run += 1;
    this.isAsking = false;
    for (const { source } of this.queued) source.stop();
    this.queued = [];
    this.parts = [];
  }

  /** Plays on in another way from a pass that has not begun; what waits of it is taken back. */
  replay(pass: number, changed: Partial<StreamOptions>): void {
    if (!this.looking) return;
    this.takeBack((one) => one.pass < pass);
    const { run } = this;
    this.tell((player) => player.replay(run, pass, changed));
    this.fill();
  }

  /** Leaves the open end that sounds, once its round is over. */
  leave(): void {
    const part = this.placeNow()?.part;
    if (!part?.isOpen) return;
    this.takeBack((one) => one.startsS <= part.startsS);
    const { run } = this;
    this.tell((player) => player.leave(run, part.startsS));
    this.fill();
  }

  /** Seconds of the clock since it began, whatever is heard by now; null while nothing plays. */
  nowS(): number | null {
    return this.context && this.looking ? this.context.currentTime - this.startsAt : null;
  }

  close(): void {
    this.stop();
    this.player.stop();
    void this.context?.close();
    this.context = undefined;
  }

  placeNow(): SoundPlace | null {
    if (!this.context || !this.looking) return null;
    const now = this.context.currentTime - this.latencyS(this.context) - this.startsAt;
    const part = this.parts.findLast((one) => one.startsS <= now) ?? this.parts[0];
    return part ? { part, intoS: now - part.startsS } : null;
  }

  /** What was measured by taps, else what the device says of itself. */
  private latencyS({ outputLatency, baseLatency }: AudioContext): number {
    const measured = this.latency.measuredMs();
    return measured === null ? outputLatency || baseLatency || 0 : measured / 1000;
  }

  private ready(): AudioContext {
    this.prepare();
    if (this.context) return this.context;
    const context = this.createContext();
    const out = this.outOf(context);
    const splitter = context.createChannelSplitter(CHANNELS.length);
    this.gains = CHANNELS.map((_, channel) => {
      const gain = context.createGain();
      splitter.connect(gain, channel);
      gain.connect(out);
      return gain;
    });
    this.splitter = splitter;
    this.context = context;
    this.setLevels();
    return context;
  }

  private setLevels(): void {
    const levels = this.levels.levels();
    CHANNELS.forEach((channel, index) => {
      const gain = this.gains[index];
      if (gain && this.context)
        gain.gain.setTargetAtTime(levels[channel], this.context.currentTime, 0.01);
    });
  }

  /** Asks for pieces, one after the other, until enough waits on the clock. */
  private fill(): void {
    if (this.isAsking || !this.context) return;
    const now = this.context.currentTime - this.startsAt;
    this.queued = this.queued.filter(
      (one) => one.startsS + (one.source.buffer?.duration ?? 0) > now - 1,
    );
    if (this.isOver) {
      if (now > this.rendered) this.end();
      return;
    }
    if (this.rendered - now > AHEAD_S) return;
    this.isAsking = true;
    const { run } = this;
    this.cutAfterS = Infinity;
    const seconds = this.rendered - now < SOON_S ? FIRST_PIECE_S : PIECE_S;
    const asked = this.player.ask((player) => player.next(run, seconds));
    asked.then(
      (piece) => this.take(run, piece),
      // Where the player died nothing more sounds; that it was played to its end is not said.
      () => run === this.run && this.stop(),
    );
  }

  /** Takes what was rendered, unless it belongs to what is not played any more. */
  private take(run: number, piece: StreamPiece | undefined): void {
    if (run !== this.run) return;
    this.isAsking = false;
    const isOld = (piece?.part.startsS ?? Infinity) > this.cutAfterS;
    if (!isOld && piece) this.schedule(piece);
    if (!isOld && !piece) this.isOver = true;
    this.fill();
  }

  /** What fails here fails again where pieces are asked for, and ends there. */
  private tell(order: (player: Remote<GuidePlayer>) => Promise<void>): void {
    this.player.ask(order).catch(() => undefined);
  }

  /** Takes back what waits of all parts but those to be kept; what is being rendered now may be of the old way. */
  private takeBack(isKept: (part: StreamPart) => boolean): void {
    const later = this.queued.filter(({ part }) => !isKept(part));
    for (const { source } of later) source.stop();
    this.queued = this.queued.filter(({ part }) => isKept(part));
    this.parts = this.parts.filter(isKept);
    const last = this.parts.at(-1);
    if (later.length > 0 && last) this.rendered = last.startsS + last.lastsS;
    this.isOver = false;
    this.cutAfterS = Math.min(this.cutAfterS, last?.startsS ?? -1);
  }

  private end(): void {
    this.stop();
    this.over.next();
  }

  private schedule(piece: StreamPiece): void {
    const { context } = this;
    if (!context || !this.splitter) return;
    const { part, startsS, guide } = piece;
    const last = this.parts.at(-1);
    if (last?.startsS !== part.startsS) this.parts.push(part);
    this.rendered = startsS + guide.length / context.sampleRate;
    const atS = this.startsAt + startsS;
    // Of what comes too late the rest is played, in its time; after the device slept, nothing of it is left.
    const late = Math.max(0, context.currentTime - atS);
    if (late >= guide.length / context.sampleRate) return;
    const buffer = context.createBuffer(CHANNELS.length, guide.length, context.sampleRate);
    CHANNELS.forEach((channel, index) => buffer.copyToChannel(piece[channel], index));
    const source = context.createBufferSource();
    source.buffer = buffer;
    source.connect(this.splitter);
    source.start(Math.max(atS, context.currentTime), late);
    this.queued.push({ source, part, startsS });
  }
}
