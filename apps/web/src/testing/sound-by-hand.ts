import { expose } from 'comlink';
import { GuidePlayer } from '../sound/guide-player';

/** The page is let go on every so often, as its timers would. */
const STEP_S = 0.1;
/** A message to the player and its answer, as often as one look of the room asks for a piece. */
const TURNS = 40;

/** One turn of the page: all that was sent to it before has arrived. */
async function turn(): Promise<void> {
  const { port1, port2 } = new MessageChannel();
  await new Promise((resolve) => {
    port1.onmessage = resolve;
    port2.postMessage(0);
  });
  port1.close();
}

/**
 * An audio clock that goes on only as far as a spec lets it, whatever the machine is busy with. What is
 * scheduled on it sounds as on a real one; the timers of the page are Jasmine's, and go on with it.
 */
export class SoundByHand extends OfflineAudioContext {
  readonly baseLatency = 0;
  readonly outputLatency = 0;
  private whole: Promise<AudioBuffer> | undefined;

  constructor(longestS = 30) {
    super(1, longestS * 44_100, 44_100);
  }

  /** As a context that can be heard. */
  asHeard(): AudioContext {
    return this as unknown as AudioContext;
  }

  /** Only a spec lets it go on. */
  override resume(): Promise<void> {
    return Promise.resolve();
  }

  close(): Promise<void> {
    return Promise.resolve();
  }

  /** Lets so many seconds go by, in which the page does what it has to. */
  async goOn(seconds: number): Promise<void> {
    for (let step = 0; step < Math.round(seconds / STEP_S); step += 1) {
      await this.settle();
      await this.stickFor(STEP_S);
      jasmine.clock().tick(STEP_S * 1000);
    }
    await this.settle();
  }

  /** Lets so many seconds go by in which the page comes to nothing. */
  async stickFor(seconds: number): Promise<void> {
    const reached = this.suspend(this.currentTime + seconds);
    if (this.whole) await super.resume();
    else this.whole = this.startRendering();
    await reached;
  }

  /** All that was sent between page, player and recorder has arrived. */
  async settle(): Promise<void> {
    for (let count = 0; count < TURNS; count += 1) await turn();
  }
}

/** The player in the page itself, spoken with as its worker is. */
export function playerInPage(): Worker {
  const { port1, port2 } = new MessageChannel();
  expose(new GuidePlayer(), port2);
  return Object.assign(port1, {
    terminate: () => {
      port1.close();
    },
  }) as unknown as Worker;
}
