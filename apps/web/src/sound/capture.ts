import { inject, Injectable } from '@angular/core';
import { ASK_MICROPHONE } from './microphone';

/** Sound as it was recorded, one channel. */
export interface Recorded {
  readonly samples: Float32Array<ArrayBuffer>;
  readonly sampleRate: number;
  /** When its first sample was heard, on the page's clock in ms. */
  readonly startedAtMs: number;
}

/** Nobody plays a take for longer than this. */
const LONGEST_S = 900;

/** Records what the microphone hears, on this device alone; asks for it only when it begins. */
@Injectable()
export class Capture {
  private readonly ask = inject(ASK_MICROPHONE);
  private stream: MediaStream | undefined;
  private context: AudioContext | undefined;
  private blocks: Float32Array[] = [];
  private startedAtMs = 0;
  private run = 0;

  /**
   * Begins to record, and tells whether it does: not where it was ended while the microphone was asked for.
   * Fails where it may not, or there is no microphone.
   */
  async start(): Promise<boolean> {
    this.cancel();
    const { run } = this;
    if (!this.ask) throw new Error('There is no microphone.');
    const stream = await this.ask();
    if (run !== this.run) {
      for (const track of stream.getTracks()) track.stop();
      return false;
    }
    this.stream = stream;
    const context = new AudioContext();
    this.context = context;
    await context.audioWorklet.addModule('/capture.worklet.js');
    if (run !== this.run) return false;
    const node = new AudioWorkletNode(context, 'harvu-capture', { numberOfOutputs: 0 });
    const most = LONGEST_S * context.sampleRate;
    let taken = 0;
    node.port.onmessage = ({ data }: MessageEvent<Float32Array>) => {
      if (taken === 0)
        this.startedAtMs = performance.now() - (1000 * data.length) / context.sampleRate;
      if (taken > most) return;
      taken += data.length;
      this.blocks.push(data);
    };
    context.createMediaStreamSource(stream).connect(node);
    await context.resume();
    return run === this.run;
  }

  /** Ends, and gives what was heard. */
  stop(): Recorded {
    const sampleRate = this.context?.sampleRate ?? 1;
    const samples = joined(this.blocks);
    const { startedAtMs } = this;
    this.cancel();
    return { samples, sampleRate, startedAtMs };
  }

  /** Ends, and forgets what was heard. */
  cancel(): void {
    this.run += 1;
    for (const track of this.stream?.getTracks() ?? []) track.stop();
    void this.context?.close();
    this.stream = undefined;
    this.context = undefined;
    this.blocks = [];
  }
}

function joined(blocks: readonly Float32Array[]): Float32Array<ArrayBuffer> {
  const out = new Float32Array(blocks.reduce((sum, one) => sum + one.length, 0));
  let at = 0;
  for (const block of blocks) {
    out.set(block, at);
    at += block.length;
  }
  return out;
}
