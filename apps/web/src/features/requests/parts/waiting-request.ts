import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { SongRequest } from '@harvu/contract';
import { DayLabel } from '../../../ui/day-label';

/** One request that waits for an answer, as who asked sees it. */
@Component({
  selector: 'harvu-waiting-request',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel],
  template: `
    <article class="flex flex-wrap items-start gap-x-4 gap-y-2 py-3">
      <div class="min-w-0 flex-1 basis-64">
        <h2 class="text-base">{{ request().title }}</h2>
        <p class="text-xs text-ink-soft">
          @if (request().playedBy) {
            {{ request().playedBy }} ·
          }
          asked {{ request().askedAt | day }}
          @if (request().wantedBy; as day) {
            · wanted by <b class="text-ink">{{ day | day }}</b>
          }
        </p>
        @if (request().why) {
          <p class="mt-1">“{{ request().why }}”</p>
        }
      </div>
      <span class="text-xs text-ink-soft">waiting for your teacher</span>
    </article>
  `,
})
export class WaitingRequest {
  readonly request = input.required<SongRequest>();
}
