import type { Page } from '@playwright/test';

/**
 * Listens to what a page plays: every sample that goes to the loudspeaker passes a recorder, which notes
 * when a sound begins after a silence, on the audio clock. Put in before the page loads; the page needs a
 * context that bypasses its content rules, for the recorder is no part of it.
 */
export async function listenTo(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const worklet = `registerProcessor('listener', class extends AudioWorkletProcessor {
      constructor() { super(); this.last = -1; }
      process([input]) {
        const sound = input[0] ?? [];
        for (let place = 0; place < sound.length; place += 1) {
          if (Math.abs(sound[place]) < 0.04) continue;
          const now = currentFrame + place;
          if (this.last < 0 || now - this.last > sampleRate * 0.03) this.port.postMessage(now / sampleRate);
          this.last = now;
        }
        return true;
      }
    });`;
    const onsets: number[] = [];
    Object.assign(window, { onsets });
    const url = URL.createObjectURL(new Blob([worklet], { type: 'text/javascript' }));
    const listeners = new WeakMap<BaseAudioContext, Promise<AudioNode>>();
    const listenerOf = (context: BaseAudioContext): Promise<AudioNode> => {
      const known = listeners.get(context);
      if (known) return known;
      const made = context.audioWorklet.addModule(url).then(() => {
        const node = new AudioWorkletNode(context, 'listener');
        node.port.onmessage = ({ data }: MessageEvent<number>) => onsets.push(data);
        return node;
      });
      listeners.set(context, made);
      return made;
    };
    // eslint-disable-next-line @typescript-eslint/unbound-method -- called with its own node below
    const connect = AudioNode.prototype.connect as (this: AudioNode, ...to: unknown[]) => AudioNode;
    AudioNode.prototype.connect = function (this: AudioNode, ...to: unknown[]) {
      if (to[0] === this.context.destination)
        void listenerOf(this.context).then((node) => connect.call(this, node));
      return connect.apply(this, to);
    };
  });
}

/** When sounds began, in seconds of the audio clock. */
export function onsetsIn(page: Page): Promise<readonly number[]> {
  return page.evaluate(() => (window as unknown as { onsets: readonly number[] }).onsets);
}
