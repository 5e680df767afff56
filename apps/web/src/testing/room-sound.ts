import type { GuideScore, StreamOptions } from '@harvu/core/guide';
import { Subject } from 'rxjs';
import type { SoundPlace } from '../sound/room-sound';

/** The sound of the room in a test's hand: it sounds nothing, and is where the test says. */
export class StillSound {
  readonly places = new Subject<SoundPlace | null>();
  readonly ended = new Subject<void>();
  readonly start = jasmine.createSpy<(score: GuideScore, options: StreamOptions) => void>('start');
  readonly stop = jasmine.createSpy('stop');
  readonly replay =
    jasmine.createSpy<(pass: number, changed: Partial<StreamOptions>) => void>('replay');
  readonly leave = jasmine.createSpy('leave');
  /** What is said of an open end, where one sounds. */
  open: Partial<SoundPlace['part']> = {};
  readonly prepare = jasmine.createSpy('prepare');

  /** So many written seconds into a pass. */
  at(writtenS: number, pass = 0): void {
    this.tell('pass', writtenS, pass);
  }

  /** So many written seconds into the count before a pass. */
  counting(writtenS: number, pass = 0): void {
    this.tell('count-in', writtenS, pass);
  }

  /** How much slower than written it goes, as it was asked for last. */
  get slower(): number {
    const asked = [...this.start.calls.all(), ...this.replay.calls.all()];
    return asked.map(({ args }) => args[1].slower).findLast((one) => one !== undefined) ?? 1;
  }

  private tell(kind: 'pass' | 'count-in', writtenS: number, pass: number): void {
    const [score] = this.start.calls.mostRecent().args;
    const { slower } = this;
    const writtenLasts = kind === 'pass' ? score.lastsS : score.countIns[0].lasts;
    const part = { kind, pass, startsS: 0, lastsS: writtenLasts * slower, slower };
    const whole = { ...part, fromS: 0, isOpen: false };
    this.places.next({ part: { ...whole, ...this.open }, intoS: writtenS * slower });
  }
}
