import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { OverviewSong } from '@harvu/contract';
import type { OpenStep } from '@harvu/core/standing';
import { LadderLine } from '../../../ui/ladder-line';
import { Ribbon } from '../../../ui/ribbon';
import { readinessWords } from '@harvu/core/words';
import { READER } from '../../../platform/reader';
import { Session } from '../../../platform/session';

/** One song of the week: how far it is, and what to practise next. */
@Component({
  selector: 'harvu-week-song',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LadderLine, Ribbon, RouterLink],
  host: { class: 'mb-8 block' },
  template: `
    <div class="flex flex-wrap items-baseline gap-x-4">
      <h3 class="text-lg">
        <a [routerLink]="['/plans', song().id]">{{ song().title }}</a>
      </h3>
      <span class="text-ink-soft"
        >{{ words().headline }}{{ words().below ? ': ' + words().below : '' }}</span
      >
    </div>
    <harvu-ribbon class="mt-2" [blocks]="overview().blocks" />
    <p class="mt-1 text-xs text-ink-soft">
      {{ overview().doneCount }} of {{ overview().stepCount }} steps done
    </p>
    <ul class="mt-2 border-t border-line">
      @for (one of overview().open; track one.id) {
        <li class="border-b border-line">
          <a
            [routerLink]="['/plans', song().id, 'practice', one.id]"
            class="grid items-center gap-x-4 py-2.5 hover:bg-sheet sm:grid-cols-[minmax(0,1fr)_200px_210px_auto]"
          >
            <span
              ><b class="text-base">{{ one.title }}</b></span
            >
            <span class="max-sm:hidden">
              @if (one.rungs.length > 0) {
                <harvu-ladder-line [rungs]="one.rungs" [reached]="one.cleanBpm" />
              }
            </span>
            <span class="text-sm"
              ><b class="mr-1.5">{{ rungWords(one) }}</b>
              <span class="text-xs text-ink-soft">{{ one.goal }}</span></span
            >
            <span class="button max-sm:hidden">Practise</span>
          </a>
        </li>
      } @empty {
        <li class="border-b border-line py-2.5 text-spruce">
          Every step is done. Play the whole song once to keep it.
        </li>
      }
    </ul>
    @if (laterOpen() > 0) {
      <p class="mt-1 text-xs text-ink-soft">
        {{ laterOpen() }} more can be practised already; see
        <a class="link" [routerLink]="['/plans', song().id]">the whole list</a>.
      </p>
    }
  `,
})
export class WeekSong {
  readonly song = input.required<OverviewSong>();
  protected readonly overview = computed(() => this.song().overview);
  private readonly session = inject(Session);
  private readonly reader = inject(READER);
  protected readonly words = computed(() => {
    const { readiness, open } = this.overview();
    const now = { readiness, today: this.session.today(), next: open[0]?.title };
    return readinessWords(now, this.reader());
  });
  protected readonly laterOpen = computed(() => {
    const { open, openCount } = this.overview();
    return openCount - open.length;
  });

  protected rungWords({ rungs, rungUnit, nowBpm, cleanInRow, goalInRow }: OpenStep): string {
    const goal = rungs.at(-1);
    if (goal === undefined) return `${cleanInRow} of ${goalInRow}`;
    const unit = rungUnit === 'bpm' ? 'bpm' : 'a minute';
    return nowBpm === null || nowBpm === goal ? `${goal} ${unit}` : `${nowBpm} → ${goal} ${unit}`;
  }
}
