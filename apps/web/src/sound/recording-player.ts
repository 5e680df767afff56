import { animationFrames, map, Subject, type Observable } from 'rxjs';

/** What is played of a recording, and how. */
export interface RecordingRequest {
  /** When each bar begins in the file, and last when the last one ends; in seconds. */
  readonly barsS: readonly number[];
  /** How fast it is played; 1 is as recorded. Its pitch stays. */
  readonly rate: number;
  readonly loops: boolean;
  /** The bar before is heard before every pass, not before the first alone. */
  readonly breathes: boolean;
  /** So many seconds after it is played, it is heard. */
  readonly latencyS: number;
}

/** Where a recording is. */
export interface RecordingPlace {
  /** From 0. */
  readonly pass: number;
  /** In the file; below 0 while its beginning is waited for. */
  readonly atS: number;
}

const LOOK_MS = 20;
/** Browsers play nothing slower or faster than these. */
const SLOWEST = 0.1;
const FASTEST = 4;

/**
 * Plays a stretch of somebody's own file, at any rate with its pitch kept, once or round and round. A pass is led
 * into by the bar before it: where the file begins later than that, what is missing is waited for.
 */
export class RecordingPlayer {
  private request: RecordingRequest | undefined;
  private looking: ReturnType<typeof setInterval> | undefined;
  private pass = 0;
  /** When the file is to begin, on the page's clock in ms; none once it plays. */
  private beginsAt: number | null = null;
  private readonly over = new Subject<void>();

  /** It was played to its end, or cannot be played on. */
  readonly ended = this.over.asObservable();
  /** Where it is, once for every picture drawn; null while it stands. */
  readonly places: Observable<RecordingPlace | null> = animationFrames().pipe(
    map(() => this.placeNow()),
  );

  constructor(private readonly audio: HTMLAudioElement) {
    audio.preservesPitch = true;
    audio.preload = 'auto';
  }

  start(request: RecordingRequest): void {
    this.stop();
    this.request = request;
    this.pass = 0;
    this.setRate(request.rate);
    this.goTo(this.firstS() - this.leadS());
    this.looking = setInterval(() => this.look(), LOOK_MS);
  }

  stop(): void {
    clearInterval(this.looking);
    this.looking = undefined;
    this.beginsAt = null;
    this.audio.pause();
  }

  setRate(rate: number): void {
    if (this.request) this.request = { ...this.request, rate };
    this.audio.playbackRate = Math.max(SLOWEST, Math.min(FASTEST, rate));
  }

  setLevel(level: number): void {
    this.audio.volume = level;
  }

  placeNow(): RecordingPlace | null {
    if (!this.looking || !this.request) return null;
    const { latencyS } = this.request;
    return { pass: this.pass, atS: this.positionS() - latencyS * this.audio.playbackRate };
  }

  /** The bar that leads in lasts as long as the first one played. */
  leadS(): number {
    const [first, second] = this.request?.barsS ?? [];
    return first === undefined || second === undefined ? 0 : second - first;
  }

  private firstS(): number {
    return this.request?.barsS[0] ?? 0;
  }

  private positionS(): number {
    if (this.beginsAt === null) return this.audio.currentTime;
    return (-(this.beginsAt - performance.now()) / 1000) * this.audio.playbackRate;
  }

  /** Goes to a time of the file; one before its beginning is waited for. */
  private goTo(atS: number): void {
    this.audio.currentTime = Math.max(0, atS);
    if (atS >= 0) {
      this.beginsAt = null;
      this.play();
      return;
    }
    this.audio.pause();
    this.beginsAt = performance.now() + (-atS / this.audio.playbackRate) * 1000;
  }

  private play(): void {
    // A file that will not play ends, and says so; a play cut short by a stop is none of that.
    this.audio.play().catch((error: unknown) => {
      if (!(error instanceof DOMException && error.name === 'AbortError')) this.end();
    });
  }

  private look(): void {
    if (this.beginsAt !== null) {
      if (performance.now() < this.beginsAt) return;
      this.beginsAt = null;
      this.play();
      return;
    }
    const endS = this.request?.barsS.at(-1) ?? 0;
    if (this.audio.currentTime >= endS || this.audio.ended) this.endPass();
  }

  private endPass(): void {
    if (!this.request?.loops) {
      this.end();
      return;
    }
    this.pass += 1;
    this.goTo(this.firstS() - (this.request.breathes ? this.leadS() : 0));
  }

  private end(): void {
    this.stop();
    this.over.next();
  }
}
