import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  output,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { GuideScore } from '@harvu/core/guide';
import { rateKept, strokeClimb, USUAL_CLIMB, type ClimbStage } from '@harvu/core/rhythm';
import type { Seconds } from '@harvu/core/units';
import { scan } from 'rxjs';
import { RoomSound } from '../../../sound/room-sound';
import { Pedal } from '../pedal';

const STAGES = strokeClimb(USUAL_CLIMB);
const LASTS_S = STAGES.at(-1)?.untilS ?? 0;
const NO_COUNT = { clicks: [], lasts: 0 as Seconds };

const SCORE: GuideScore = {
  clicks: STAGES.flatMap(clicksOf),
  strokes: [],
  offBeats: [],
  silencesS: [],
  barsS: [0],
  lastsS: LASTS_S,
  countIns: [NO_COUNT, NO_COUNT],
  setup: { open: [], grips: [] },
};

/** Strokes with a click that gets quicker, until it gets away: what the hand can do is measured. */
@Component({
  selector: 'harvu-stroke-drill',
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [RoomSound],
  host: {
    class:
      'fixed inset-0 z-30 flex flex-col items-center justify-center gap-4 overflow-auto bg-paper p-4 text-center',
    role: 'dialog',
    'aria-label': 'How quick the hand is',
    '(document:keydown)': 'press($event)',
  },
  template: `
    @if (phase() === 'before') {
      <p class="say max-w-[38ch]">
        Mute the strings. One stroke to each click, down and up. It gets quicker every eight
        strokes: press when it gets away from you.
      </p>
      <p class="text-lg text-ink-soft">A loose wrist, small strokes. If it aches, stop.</p>
      <button type="button" class="button button-first big" (click)="begin()">Start</button>
    } @else if (phase() === 'goes') {
      <p class="figure font-display font-bold" aria-live="off">{{ rateNow().toFixed(1) }}</p>
      <p class="say text-ink-soft">strokes a second</p>
      <button type="button" class="button button-strong big bg-transparent" (click)="gotAway()">
        It got away
      </button>
    } @else {
      @if (kept(); as rate) {
        <p class="say" role="status">You kept up with</p>
        <p class="figure font-display font-bold">{{ rate.toFixed(1) }}</p>
        <p class="say">strokes a second.</p>
      } @else {
        <p class="say" role="status">That was too short to say. Once more, from the start.</p>
      }
      <p class="flex flex-wrap justify-center gap-3">
        @if (kept(); as rate) {
          <button
            type="button"
            class="button button-first big"
            (click)="measured.emit({ perSecond: rate, seconds: pressedS() })"
          >
            Keep it
          </button>
        }
        <button type="button" class="button big" (click)="begin()">Once more</button>
      </p>
    }
    <button type="button" class="button min-h-[44px]" (click)="closed.emit()">
      {{ phase() === 'after' ? 'Do not keep it' : 'Not now' }}
    </button>
  `,
  styles: `
    .figure {
      font-size: clamp(96px, 24vmin, 200px);
      line-height: 1;
    }
    .say {
      font-size: 1.5rem;
      line-height: 1.3;
    }
    .big {
      min-width: 8rem;
      min-height: 4.125rem;
      font-size: 1.5rem;
    }
  `,
})
export class StrokeDrillView {
  readonly measured = output<{ readonly perSecond: number; readonly seconds: number }>();
  readonly closed = output();
  private readonly sound = inject(RoomSound);
  private readonly pedal = inject(Pedal);
  protected readonly phase = signal<'before' | 'goes' | 'after'>('before');
  protected readonly pressedS = signal(0);
  private readonly place = toSignal(this.sound.places, { initialValue: null });
  protected readonly rateNow = computed(() => {
    const atS = this.place()?.intoS ?? 0;
    return STAGES.findLast(({ fromS }) => fromS <= atS)?.perSecond ?? USUAL_CLIMB.from;
  });
  protected readonly kept = computed(() => rateKept(STAGES, this.pressedS()));

  /** How often a climb came to its end without a press. */
  private readonly ends = toSignal(this.sound.ended.pipe(scan((count) => count + 1, 0)), {
    initialValue: 0,
  });

  constructor() {
    this.sound.prepare();
    effect(() => {
      if (this.ends() > 0) untracked(() => this.gotAway());
    });
    inject(DestroyRef).onDestroy(() => this.sound.close());
  }

  protected begin(): void {
    this.phase.set('goes');
    this.sound.start(SCORE, {
      slower: 1,
      countInBars: 0,
      breathes: false,
      hasOffBeats: false,
      passes: 1,
    });
  }

  protected gotAway(): void {
    const atS = this.sound.placeNow()?.intoS;
    // One who follows to the end has kept up with all of it.
    this.pressedS.set(atS ?? LASTS_S + 1);
    this.sound.stop();
    this.phase.set('after');
  }

  protected press(event: KeyboardEvent): void {
    const does = this.pedal.doesOf(event.key);
    if (event.key === 'Escape') this.closed.emit();
    else if (!does || event.repeat) return;
    else if (this.phase() === 'goes') this.gotAway();
    else if (event.target instanceof HTMLBodyElement) this.begin();
    else return;
    event.preventDefault();
  }
}

/** A click for every stroke, the first of each rate louder. */
function clicksOf({ perSecond, fromS }: ClimbStage): GuideScore['clicks'] {
  return Array.from({ length: USUAL_CLIMB.strokes }, (_, stroke) => ({
    beat: stroke,
    atS: (fromS + stroke / perSecond) as Seconds,
    count: null,
    ...({ weight: stroke === 0 ? 'bar' : 'beat', accent: stroke === 0 } as const),
  }));
}
