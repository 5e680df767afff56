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
  template: `
    <ol class="mt-2 flex flex-wrap gap-2" aria-label="Open strings, from the thickest">
      @for (string of strings(); track string.number) {
        <li>
          <button
            type="button"
            class="string"
            [class.is-tuned]="tuning()?.string === string.number"
            [class.is-chosen]="tuner.isOn() && tuner.chosen() === string.number"
            [class.is-away]="string.away !== 0"
            [attr.aria-label]="labelOf(string)"
            [attr.aria-pressed]="tuner.isOn() ? tuner.chosen() === string.number : null"
            (click)="press(string)"
          >
            <span class="text-sm text-ink-soft">string {{ string.number }}</span>
            <b class="note font-display">{{ nameOf(string) }}</b>
            @if (tuner.isOn()) {
              <span class="text-sm font-semibold text-spruce">{{
                tuner.tuned().has(string.number) ? '✓ in tune' : '&nbsp;'
              }}</span>
            }
            @if (string.away !== 0) {
              <span class="text-sm font-semibold text-brass">{{
                string.away > 0 ? '+' + string.away : string.away
              }}</span>
            }
          </button>
        </li>
      }
    </ol>
    @if (hasAway()) {
      <p class="mt-2 text-base text-brass">
        Strings with a figure stand so many half steps away from where they usually are.
      </p>
    }
    <p class="mt-3 flex flex-wrap items-center gap-3">
      <b class="font-display text-xl">{{ capo() === 0 ? 'No capo' : 'Capo at fret ' + capo() }}</b>
      <button type="button" class="button min-h-[44px]" (click)="toggle()">
        {{ tuner.isOn() ? 'Stop listening' : 'Listen and tune' }}
      </button>
      @if (capo() > 0) {
        <label class="flex min-h-[44px] items-center gap-2">
          <input type="checkbox" [checked]="hasCapoOn()" (change)="turnCapo()" /> the capo is on
        </label>
      }
    </p>
    @if (tuner.isOn()) {
      <div class="mt-2" role="status" aria-live="off">
        @if (tuning(); as now) {
          <div class="flex flex-wrap items-baseline gap-x-6">
            <p class="said">
              String {{ now.string }}:
              <b [class.text-spruce]="now.does === 'in tune'">{{ now.does }}</b>
            </p>
            <p class="cents font-display">
              <b>{{ centsText(now.cents) }}</b>&ngsp;<span class="said text-ink-soft">cents</span>
            </p>
          </div>
          <div class="scale" aria-hidden="true">
            @for (tick of ticks; track tick) {
              <span class="tick" [style.left.%]="placeOf(tick)"></span>
            }
            <span class="middle"></span>
            <span
              class="needle"
              [class.is-near]="now.does === 'in tune'"
              [style.left.%]="placeOf(now.cents)"
            ></span>
          </div>
          @if (now.cents < farBelow) {
            <p class="mt-2 text-base text-brass">
              That is far below. Is it really string {{ now.string }}? Turn slowly: a string wound
              too high breaks.
            </p>
          }
        } @else {
          <p class="said text-ink-soft">Pluck one string and let it ring.</p>
        }
        <p class="mt-2 text-base text-ink-soft">
          {{
            tuner.chosen() === null
              ? 'Any string is heard. Tap one to hear only that, as with a new string.'
              : 'Only string ' + tuner.chosen() + ' is listened for. Tap it again for all.'
          }}
        </p>
      </div>
    } @else if (tuner.isRefused()) {
      <p class="mt-3 text-base">
        The microphone may not be used here. Allow it in the browser’s settings for this page, or
        tap a string and tune to its note.
      </p>
    } @else {
      <p class="mt-3 text-base text-ink-soft">
        Tap a string to hear its note. Listening stays on this device.
      </p>
    }
  `,
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
