import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { DrawingView } from '../../../ui/drawing';
import type { Hold } from '../practice.state';

/** The grip that sounds now, large, and the next one with what the fingers do to get there. */
@Component({
  selector: 'harvu-now-next',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrawingView],
  host: { class: 'flex flex-wrap items-center gap-x-8 gap-y-3' },
  template: `
    <div class="flex min-w-0 items-center gap-4 sm:gap-8">
      <div class="min-w-[80px]">
        <p class="text-sm text-ink-soft">{{ countIn() > 0 ? 'in ' + countIn() : 'now' }}</p>
        <p class="font-display leading-none font-bold" [class]="nowSize()">
          {{ hold().now?.name }}
        </p>
        <p class="text-xs text-ink-soft">{{ hold().now?.other }}</p>
      </div>
      @if (nowGrip(); as drawing) {
        <harvu-drawing
          class="w-[110px] sm:w-[150px] tall:w-[208px]"
          [drawing]="drawing"
          [scale]="null"
        />
      }
    </div>
    @if (hold().next; as next) {
      <div
        class="flex min-w-0 items-center gap-4 sm:gap-6 sm:border-l sm:border-line sm:py-4 sm:pl-8"
      >
        <div class="max-w-[240px] min-w-[80px]">
          <p class="text-sm text-ink-soft">{{ inWords() }}</p>
          <p class="font-display text-2xl font-bold text-brass">{{ next.name }}</p>
          <p class="mt-1 text-sm tall:text-base">{{ hold().change?.line }}</p>
        </div>
        @if (nextGrip(); as drawing) {
          <harvu-drawing
            class="w-[84px] shrink-0 sm:w-[120px] tall:w-[150px]"
            [drawing]="drawing"
            [scale]="null"
          />
        }
      </div>
    }
  `,
})
export class NowNext {
  readonly hold = input.required<Hold>();
  /** Beats of the count-in still to come. */
  readonly countIn = input(0);

  protected readonly nowGrip = computed(() => this.hold().change?.from ?? this.hold().grip);
  protected readonly nextGrip = computed(() => this.hold().change?.to ?? this.hold().nextGrip);
  protected readonly nowSize = computed(() =>
    (this.hold().now?.name.length ?? 0) > 4
      ? 'text-[3.375rem] sm:text-[4.5rem]'
      : 'text-[3.375rem] sm:text-[6rem] tall:text-[8.25rem]',
  );
  protected readonly inWords = computed(() => {
    const beats = this.hold().beatsToNext;
    return beats === null ? 'then' : `in ${beats} ${beats === 1 ? 'beat' : 'beats'}`;
  });
}
