import { changeKey, isLate, type ChangeTime } from '@harvu/core/change';
import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { settledFrame, type SongDocument } from '@harvu/core/song';
import type { SongGrip } from '@harvu/core/player';
import type { Workpiece } from '@harvu/core/steps';
import { ChangeDrawing } from '../../../ui/change-drawing';
import { ChordName } from '../../../ui/chord-name';

const SHOWN = 6;

/** The song's changes, what lacks most time first; choosing one draws it. */
@Component({
  selector: 'harvu-change-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChangeDrawing, ChordName],
  host: { class: 'block' },
  template: `
    @if (changes().length > 0) {
      <h2 class="mb-1 text-sm text-ink-soft">
        Changes, what lacks most time first
        <span class="font-sans text-xs font-normal"
          >what the hand takes, beside what the pattern leaves at {{ work().goalBpm }} bpm</span
        >
      </h2>
      <ul class="grid gap-x-4 sm:grid-cols-2">
        @for (one of shown(); track one.key) {
          <li>
            <button
              type="button"
              class="flex w-full items-baseline gap-2 rounded-sm border-b border-line-soft px-1.5 py-1 text-left hover:bg-sheet"
              [class.bg-brass-wash!]="one.key === chosen()"
              [attr.aria-expanded]="one.key === chosen()"
              (click)="choose(one.key)"
            >
              <b
                ><harvu-chord [name]="one.from" [raised]="setup().raised" /> →
                <harvu-chord [name]="one.to" [raised]="setup().raised"
              /></b>
              <span class="ml-auto font-mono text-xs" [class.text-brass]="one.isLate"
                >{{ one.takes.toFixed(2) }} of {{ one.has.toFixed(2) }} s<span class="sr-only">{{
                  one.isLate ? ', longer than there is' : ''
                }}</span></span
              >
            </button>
          </li>
        }
      </ul>
      @if (changes().length > few) {
        <button type="button" class="link mt-1 text-xs" (click)="isAll.set(!isAll())">
          {{ isAll() ? 'Only the first six' : 'All ' + changes().length + ' changes' }}
        </button>
      }
      @if (drawn(); as change) {
        <harvu-change
          class="mt-2 rounded-md border border-line bg-sheet p-3"
          [from]="change.from"
          [to]="change.to"
          [hand]="work().hand"
          [setup]="setup()"
        />
      }
    }
  `,
})
export class ChangeList {
  readonly song = input.required<SongDocument>();
  readonly work = input.required<Workpiece>();
  /** Its changes beside the time there is for them; what lacks most comes first. */
  readonly times = input.required<readonly ChangeTime[]>();
  protected readonly few = SHOWN;
  protected readonly chosen = signal('');
  protected readonly isAll = signal(false);
  protected readonly setup = computed(() => settledFrame(this.song()));

  protected readonly changes = computed(() =>
    this.times().map((one) => ({ ...one, key: changeKey(one), isLate: isLate(one) })),
  );
  protected readonly shown = computed(() =>
    this.isAll() ? this.changes() : this.changes().slice(0, SHOWN),
  );
  protected readonly drawn = computed(() => {
    const change = this.changes().find((one) => one.key === this.chosen());
    const [from, to] = [this.gripOf(change?.from), this.gripOf(change?.to)];
    return from && to ? { from, to } : undefined;
  });

  protected choose(key: string): void {
    this.chosen.update((now) => (now === key ? '' : key));
  }

  private gripOf(name: string | undefined): SongGrip | undefined {
    return this.work().grips.find((grip) => grip.name === name);
  }
}
