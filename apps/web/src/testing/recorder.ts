/** What goes to the loudspeaker, written down block by block with its time on the audio clock. */
const WORKLET = `
registerProcessor('recorder', class extends AudioWorkletProcessor {
  process([input]) {
    const sound = input[0] ? input[0].slice() : new Float32Array(128);
    this.port.postMessage({ at: currentFrame, sound });
    return true;
  }
});`;

interface Block {
  readonly at: number;
  readonly sound: Float32Array;
}

/** Records what a context sounds, sample by sample. */
export class Recorder {
  private readonly blocks: Block[] = [];
  private constructor(readonly node: AudioNode) {}

  static async of(context: BaseAudioContext): Promise<Recorder> {
    const url = URL.createObjectURL(new Blob([WORKLET], { type: 'text/javascript' }));
    await context.audioWorklet.addModule(url);
    URL.revokeObjectURL(url);
    const node = new AudioWorkletNode(context, 'recorder', {
      channelCount: 1,
      channelCountMode: 'explicit',
    });
    const recorder = new Recorder(node);
    node.port.onmessage = ({ data }: MessageEvent<Block>) => recorder.blocks.push(data);
    node.connect(context.destination);
    return recorder;
  }

  /** The times on the audio clock, in seconds, at which a sound begins after a silence. */
  onsetsS(sampleRate: number, { louderThan = 0.05, silentS = 0.03 } = {}): readonly number[] {
    const onsets: number[] = [];
    let lastLoud = -Infinity;
    for (const { at, sound } of this.blocks) {
      sound.forEach((one, place) => {
        if (Math.abs(one) <= louderThan) return;
        const now = (at + place) / sampleRate;
        if (now - lastLoud > silentS) onsets.push(now);
        lastLoud = now;
      });
    }
    return onsets;
  }
}
