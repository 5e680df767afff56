import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import type { SongRequest } from '@harvu/contract';
import { DayLabel } from '../../../ui/day-label';

/** One request that waits for an answer. */
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
          {{ canAnswer() ? request().studentName + ', ' : '' }}asked {{ request().askedAt | day }}
          @if (request().wantedBy; as day) {
            · wanted by <b class="text-ink">{{ day | day }}</b>
          }
        </p>
        @if (request().why) {
          <p class="mt-1">“{{ request().why }}”</p>
        }
      </div>
      @if (canAnswer()) {
        <div class="flex gap-2">
          <button
            type="button"
            class="button"
            (click)="isDeclining.set(!isDeclining())"
            [attr.aria-expanded]="isDeclining()"
          >
            Decline
          </button>
          <button type="button" class="button button-first" (click)="accept.emit()">Accept</button>
        </div>
      } @else {
        <span class="text-xs text-ink-soft">waiting for your teacher</span>
      }
      @if (isDeclining()) {
        <form class="flex w-full gap-2" (submit)="$event.preventDefault(); send(reason.value)">
          <input
            #reason
            class="field"
            maxlength="500"
            required
            aria-label="Reason, read by the student"
            placeholder="Reason, read by the student"
          />
          <button type="submit" class="button button-strong">Send the answer</button>
        </form>
      }
    </article>
  `,
})
export class WaitingRequest {
  readonly request = input.required<SongRequest>();
  readonly canAnswer = input(false);
  readonly accept = output();
  readonly decline = output<string>();
  protected readonly isDeclining = signal(false);

  protected send(reason: string): void {
    if (reason.trim() !== '') this.decline.emit(reason.trim());
  }
}
