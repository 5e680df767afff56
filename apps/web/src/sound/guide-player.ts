import {
  GuideStream,
  type GuideScore,
  type StreamOptions,
  type StreamPiece,
} from '@harvu/core/guide';

/** What is to be played, and how. */
export interface GuideRequest {
  readonly score: GuideScore;
  readonly options: StreamOptions;
  readonly sampleRate: number;
}

/** Renders what is played piece by piece; it lives in a worker. */
export class GuidePlayer {
  private stream: GuideStream | undefined;
  private run = 0;

  /** Begins something else; what belongs to a run before it is not rendered any more. */
  begin(run: number, { score, options, sampleRate }: GuideRequest): void {
    this.run = run;
    this.stream = new GuideStream(score, options, sampleRate);
  }

  next(run: number, seconds: number): StreamPiece | undefined {
    return run === this.run ? this.stream?.next(seconds) : undefined;
  }

  replay(run: number, pass: number, changed: Partial<StreamOptions>): void {
    if (run === this.run) this.stream?.replay(pass, changed);
  }

  leave(run: number, startsS: number): void {
    if (run === this.run) this.stream?.leave(startsS);
  }
}
