import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  signal,
} from '@angular/core';
import type { TunedString } from '@harvu/core/practice';
import { Microphone } from '../../../sound/microphone';
import { StringPlayer } from '../../../sound/string-player';
import { TunerState } from './tuner.state';

const NOTE_S = 2.5;
/** The scale of the needle ends here, in hundredths of a semitone. */
const MOST_CENTS = 50;
const TICKS: readonly number[] = [-40, -30, -20, -10, 10, 20, 30, 40];
/** So far up nobody winds a string without a look at which it is. */
const FAR_BELOW_CENTS = -250;

/** What the guitar needs before the first note: each string's open note to hear, a tuner, and the capo. */
@Component({
  selector: 'harvu-frame-now',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'flex h-full flex-col overflow-auto' },
  providers: [Microphone, StringPlayer, TunerState],
  templateUrl: './frame-now.html',
  styles: `
    .string {
      display: flex;
      min-width: 4.5rem;
      min-height: 44px;
      flex-direction: column;
      align-items: center;
      padding: 4px 10px;
      border: 1px solid var(--line);
      border-bottom: 3px solid var(--ink-soft);
      border-radius: 5px;
    }
    .string.is-away {
      border-bottom-color: var(--brass-line);
    }
    .string.is-tuned {
      background: var(--brass-wash);
    }
    .string.is-chosen {
      outline: 3px solid var(--ink);
    }
    .note {
      font-size: clamp(2.5rem, 8cqw, 4.5rem);
      line-height: 1.1;
    }
    .said {
      font-size: clamp(1.75rem, 4cqw, 2.5rem);
      line-height: 1.2;
    }
    /* To be read at a metre, with both hands at the guitar. */
    .cents {
      font-size: clamp(5rem, 16cqw, 9rem);
      font-variant-numeric: tabular-nums;
      line-height: 1;
    }
    .tick {
      position: absolute;
      bottom: 0;
      width: 1px;
      height: 40%;
      background: var(--line);
    }
    .scale {
      position: relative;
      height: 3rem;
      max-width: 48rem;
      margin-top: 0.5rem;
      border: 1px solid var(--ink-soft);
      border-radius: 3px;
    }
    .middle,
    .needle {
      position: absolute;
      top: 0;
      bottom: 0;
      width: 3px;
      margin-left: -1px;
      left: 50%;
      background: var(--ink-soft);
    }
    .needle {
      width: 9px;
      margin-left: -4px;
      background: var(--brass-line);
    }
    .needle.is-near {
      background: var(--spruce);
    }
  `,
})
export class FrameNow {
  /** From the thickest. */
  readonly strings = input.required<readonly TunedString[]>();
  readonly capo = input.required<number>();
  protected readonly tuner = inject(TunerState);
  private readonly player = inject(StringPlayer);
  protected readonly hasCapoOn = signal(false);
  protected readonly tuning = this.tuner.tuning;
  protected readonly ticks = TICKS;
  protected readonly farBelow = FAR_BELOW_CENTS;
  protected readonly hasAway = computed(() => this.strings().some(({ away }) => away !== 0));

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.tuner.stop();
      this.player.close();
    });
  }

  protected toggle(): void {
    if (this.tuner.isOn()) this.tuner.stop();
    else this.listen();
  }

  protected turnCapo(): void {
    this.hasCapoOn.update((isOn) => !isOn);
    if (this.tuner.isOn()) this.listen();
  }

  /** Sounds a string; while it listens, it listens for that one alone. */
  protected press({ number, midi }: TunedString): void {
    if (this.tuner.isOn()) {
      this.tuner.choose(number);
      return;
    }
    const note = { midi: midi + this.raised(), atS: 0, lastsS: NOTE_S };
    this.player.start({ notes: [note], lastsS: NOTE_S });
  }

  protected nameOf({ note, withCapo }: TunedString): string {
    return this.hasCapoOn() ? withCapo : note;
  }

  protected labelOf(string: TunedString): string {
    const [away, name] = [string.away, this.nameOf(string)];
    const from = away === 0 ? '' : `, ${awayWords(away)}`;
    const does = this.tuner.isOn() ? 'Listen only for' : 'Hear';
    return `${does} string ${string.number}, ${name}${from}`;
  }

  /** With its sign, as a figure that stays where it is. */
  protected centsText(cents: number): string {
    const off = Math.round(cents);
    return off === 0 ? '0' : off > 0 ? `+${off}` : `−${-off}`;
  }

  /** Where the needle stands, from 0 to 100. */
  protected placeOf(cents: number): number {
    return 50 + Math.max(-MOST_CENTS, Math.min(MOST_CENTS, cents));
  }

  private raised(): number {
    return this.hasCapoOn() ? this.capo() : 0;
  }

  private listen(): void {
    this.tuner.start(this.strings().map(({ midi }) => midi + this.raised()));
  }
}

function awayWords(away: number): string {
  const size = Math.abs(away);
  const many = size === 1 ? 'a half step' : size === 2 ? 'a whole step' : `${size} half steps`;
  return `${many} ${away < 0 ? 'lower' : 'higher'} than usual`;
}
