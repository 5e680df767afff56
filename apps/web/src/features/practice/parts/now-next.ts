import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { fingerWays, stayingFingers, type Change, type Setup } from '@harvu/core/fretboard';
import type { SongGrip } from '@harvu/core/player';
import { ChordLabel, OtherChordLabel } from '../../../ui/chord-label';
import { GripDiagram } from '../../../ui/grip-diagram';

/** The grip that sounds now, large, and the next one with what the fingers do to get there. */
@Component({
  selector: 'harvu-now-next',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordLabel, GripDiagram, OtherChordLabel],
  host: { class: 'flex flex-wrap items-center gap-x-8 gap-y-3' },
  template: `
    <div class="flex min-w-0 items-center gap-4 sm:gap-8">
      <div class="min-w-[80px]">
        <p class="text-sm text-ink-soft">{{ countIn() > 0 ? 'in ' + countIn() : 'now' }}</p>
        <p class="font-display leading-none font-bold" [class]="nowSize()">
          {{ nowName() | chord: setup().capo }}
        </p>
        <p class="text-xs text-ink-soft">{{ nowName() | otherChord: setup().capo }}</p>
      </div>
      @if (now(); as held) {
        <harvu-grip
          class="w-[110px] sm:w-[150px] tall:w-[208px]"
          [grip]="held.grip"
          [fingers]="held.fingers"
          [staying]="staying()"
          [setup]="setup()"
          [scale]="null"
        />
      }
    </div>
    @if (nextName() !== nowName()) {
      <div
        class="flex min-w-0 items-center gap-4 sm:gap-6 sm:border-l sm:border-line sm:py-4 sm:pl-8"
      >
        <div class="max-w-[240px] min-w-[80px]">
          <p class="text-sm text-ink-soft">{{ inWords() }}</p>
          <p class="font-display text-2xl font-bold text-brass">
            {{ nextName() | chord: setup().capo }}
          </p>
          <p class="mt-1 text-sm tall:text-base">{{ change()?.line }}</p>
        </div>
        @if (next(); as held) {
          <harvu-grip
            class="w-[84px] shrink-0 sm:w-[120px] tall:w-[150px]"
            [grip]="held.grip"
            [fingers]="held.fingers"
            [staying]="staying()"
            [setup]="setup()"
            [moves]="going()"
            [setup]="setup()"
            [scale]="null"
          />
        }
      </div>
    }
  `,
})
export class NowNext {
  readonly now = input<SongGrip>();
  readonly nowName = input.required<string>();
  readonly next = input<SongGrip>();
  readonly nextName = input.required<string>();
  readonly beatsToNext = input.required<number | null>();
  readonly change = input<Change>();
  readonly setup = input.required<Setup>();
  /** Beats of the count-in still to come. */
  readonly countIn = input(0);

  protected readonly nowSize = computed(() =>
    this.nowName().length > 4
      ? 'text-[54px] sm:text-[72px]'
      : 'text-[54px] sm:text-[96px] tall:text-[132px]',
  );
  protected readonly staying = computed(() => {
    const change = this.change();
    return change ? stayingFingers(change) : [];
  });
  protected readonly going = computed(() => {
    const change = this.change();
    return change ? fingerWays(change) : [];
  });
  protected readonly inWords = computed(() => {
    const beats = this.beatsToNext();
    return beats === null ? 'then' : `in ${beats} ${beats === 1 ? 'beat' : 'beats'}`;
  });
}
