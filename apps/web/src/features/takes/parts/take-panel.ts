import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { TakeEvent } from '@harvu/core/events';
import type { SpotKind } from '@harvu/core/take';
import { Capture } from '../../../sound/capture';
import { RoomSound } from '../../../sound/room-sound';
import { dayWords } from '../../../ui/day-label';
import { TakeState, type JudgedTake, type TakeRequest } from '../take.state';
import { delayWords, halfMs } from '../take-words';
import { TakeChoice } from './take-choice';
import { TakePicture, type DrawnTake } from './take-picture';

/** What a take measured, as it is kept. */
export type TakeFigures = Pick<
  TakeEvent,
  | 'from'
  | 'clean'
  | 'strokes'
  | 'missed'
  | 'extra'
  | 'spreadMs'
  | 'driftPercent'
  | 'changes'
  | 'seconds'
>;

/** A take somebody keeps, and the mark they give it. */
export interface KeptTake {
  readonly figures: TakeFigures;
  /** Clean, or stumbled and in which bar, from 1; null where it is to be no mark. */
  readonly mark: { readonly clean: boolean; readonly bar: number | null } | null;
  /** Its sound is kept on this device, too. */
  readonly hasSound: boolean;
}

/** What is not at one stroke, but all over a take. */
const WHOLE: readonly SpotKind[] = ['slower', 'faster', 'uneven', 'sparse', 'lost'];

/** Listens to one pass, says what was heard in it, and proposes the mark. */
@Component({
  selector: 'harvu-take-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TakeChoice, TakePicture],
  providers: [RoomSound, Capture, TakeState],
  host: {
    class: 'fixed inset-0 z-30 overflow-auto bg-paper p-4',
    role: 'dialog',
    'aria-label': 'Listen to me',
    '(document:keydown)': 'press($event)',
  },
  templateUrl: './take-panel.html',
  styles: `
    /* Where there is room for them beside the picture, they stay in sight. */
    @media (min-height: 40rem) {
      .choices {
        position: sticky;
        bottom: -1rem;
        padding-bottom: 1.75rem;
        margin-bottom: -1rem;
      }
    }
    .figure {
      font-size: clamp(96px, 24vmin, 200px);
      line-height: 1;
    }
    .next {
      font-size: clamp(2rem, 8vmin, 4rem);
    }
    .say {
      font-size: 1.5rem;
      line-height: 1.35;
      max-width: 46ch;
    }
    .big {
      min-height: 3.5rem;
      font-size: 1.125rem;
    }
  `,
})
export class TakePanel {
  readonly request = input.required<TakeRequest>();
  /** The tempo in words. */
  readonly tempo = input('');
  /** Takes of this step that were kept before, the first first. */
  readonly before = input<readonly TakeEvent[]>([]);
  /** What its sound is kept as on this device: the plan and the step. */
  readonly keptAs = input.required<string>();
  /** Bars can be looped where it was opened. */
  readonly canLoop = input(true);
  readonly kept = output<KeptTake>();
  /** The bars about what is to be fixed, from 1, are to be practised by themselves. */
  readonly looped = output<{ readonly from: number; readonly to: number }>();
  readonly closed = output();
  protected readonly state = inject(TakeState);
  private readonly place = toSignal(this.state.places, { initialValue: null });
  private readonly url = signal('');
  protected readonly isKeeping = signal(false);
  protected readonly besideUrl = this.url.asReadonly();
  protected readonly hasAny = computed(
    () => this.state.take()?.measures.lateMs.some((late) => late !== null) ?? false,
  );
  protected readonly isPlaying = computed(() => this.place()?.part.kind === 'pass');
  /** The number that is counted; 0 while it is played. */
  protected readonly counted = computed(() => {
    const place = this.place();
    if (place?.part.kind !== 'count-in') return 0;
    const { score, slower } = this.request();
    const clicks = score.countIns[0].clicks.filter((one) => one.count !== null);
    return clicks.findLast(({ atS }) => atS * slower <= place.intoS + 1e-6)?.count ?? 1;
  });
  /** When each grip is struck first. */
  private readonly held = computed(() => {
    const { strokes, called } = this.request();
    return strokes.flatMap(({ atS, chord = '-', chordChange }, at) =>
      chord !== '-' && (chordChange === true || at === 0) ? [{ atS, name: called(chord) }] : [],
    );
  });
  /** The grip that is held now, and the one after it. */
  protected readonly now = computed(
    () => {
      const place = this.place();
      if (place?.part.kind !== 'pass') return { chord: '', next: '' };
      const at = Math.max(
        0,
        this.held().findLastIndex((one) => one.atS <= place.intoS + 1e-6),
      );
      const [now, next] = this.held().slice(at);
      return { chord: now?.name ?? '', next: next?.name ?? '' };
    },
    { equal: (a, b) => a.chord === b.chord && a.next === b.next },
  );
  protected readonly first = computed(() => this.held()[0]?.name ?? 'the riff');
  private readonly said = computed(() => this.state.take()?.said);
  protected readonly begins = computed(() => this.said()?.begins ?? '');
  protected readonly rest = computed(() => this.said()?.verdict.slice(this.begins().length) ?? '');
  protected readonly delay = computed(() => {
    const take = this.state.take();
    return take && this.hasAny() ? delayWords(take, this.state.delay()) : '';
  });
  protected readonly drawn = computed((): DrawnTake | null => {
    const { strokes, score, slower, called } = this.request();
    const take = this.state.take();
    const barsS = [...score.barsS, score.lastsS].map((one) => one * slower);
    return take && { strokes, barsS, called, measures: take.measures, heardS: take.heardS };
  });
  /** The first take that was kept beside this one. */
  protected readonly compared = computed(() => {
    const [take, first] = [this.state.take(), this.before()[0]];
    if (!take || !first || !this.hasAny() || take.from === 'stand-in') return '';
    return `The first one you kept, on ${dayWords(first.day)}: ${first.strokes - first.missed} of ${first.strokes} strokes, half of them within ${halfMs(first.spreadMs)} ms. Now: ${halfMs(take.measures.spreadMs)} ms.`;
  });
  protected readonly isLoud = computed(
    () => this.hasAny() && this.state.take()?.sound?.isCut === true,
  );
  /** The bar of what is to be fixed, from 1; null where it is all of the take. */
  private readonly bar = computed(() => {
    const worst = this.state.take()?.verdict.worst;
    if (!worst || WHOLE.includes(worst.what)) return null;
    const bar = this.request().strokes[worst.stroke]?.bar;
    return bar === undefined ? null : bar + 1;
  });
  /** A change is practised with the bar it comes out of. */
  protected readonly loop = computed(() => {
    const [bar, worst] = [this.bar(), this.state.take()?.verdict.worst];
    if (bar === null || !this.hasAny() || !this.canLoop()) return null;
    return { from: worst?.change && bar > 1 ? bar - 1 : bar, to: bar };
  });
  protected readonly barWords = computed(() =>
    this.bar() === null || this.state.take()?.verdict.clean ? '' : ` in bar ${this.bar()}`,
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => this.forget());
  }

  protected again(): void {
    this.forget();
    this.state.reset();
  }

  protected async hearAgain(take: JudgedTake): Promise<void> {
    const blob = await this.state.beside(take);
    if (blob) this.url.set(URL.createObjectURL(blob));
  }

  protected async keep(clean: boolean | null): Promise<void> {
    const take = this.state.take();
    if (!take || this.isKeeping()) return;
    this.isKeeping.set(true);
    const hasSound = await this.state.keepSound(take, this.keptAs(), this.tempo());
    const { measures, verdict, from } = take;
    const { strokes } = this.request();
    this.kept.emit({
      figures: {
        from,
        clean: verdict.clean,
        strokes: strokes.length,
        missed: measures.missed.length,
        extra: measures.extra.length,
        spreadMs: measures.spreadMs,
        driftPercent: measures.driftPercent,
        changes: verdict.changes.map((one) => ({
          from: one.from,
          to: one.to,
          lateMs: one.lateMs,
          leavesS: one.leavesS,
        })),
        seconds: (strokes.at(-1)?.atS ?? 0) - (strokes[0]?.atS ?? 0),
      },
      mark: clean === null ? null : { clean, bar: clean ? null : this.bar() },
      hasSound,
    });
  }

  protected press(event: KeyboardEvent): void {
    if (event.key === 'Escape') this.closed.emit();
    else if (event.key === ' ' && this.state.phase() === 'plays' && !event.repeat) {
      if (this.state.from() !== 'taps') return;
      this.state.strike();
    } else return;
    event.preventDefault();
  }

  private forget(): void {
    if (this.url()) URL.revokeObjectURL(this.url());
    this.url.set('');
  }
}
