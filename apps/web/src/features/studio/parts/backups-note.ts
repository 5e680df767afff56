import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Backup } from '@harvu/contract';
import { DayLabel } from '../../../ui/day-label';
import { Note } from '../../../ui/note';

const LATE_MS = 2 * 86_400_000;

/** Tells the owner when the studio was last copied, and says so where that is too long ago. */
@Component({
  selector: 'harvu-backups-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, Note],
  host: { class: 'mt-4 block' },
  template: `
    @if (newest(); as last) {
      <harvu-note [tone]="isLate() ? 'brass' : 'spruce'" heading="Backup:"
        >the last one is of {{ last.at | day: 'time' }}, {{ size() }}; {{ backups().length }} kept.
        @if (isLate()) {
          <b>That is more than two days ago.</b>
        }
      </harvu-note>
    } @else {
      <harvu-note tone="brass" heading="No backup yet.">
        The start command makes one a day. Where the studio’s database is kept elsewhere, whoever
        runs the server has to.
      </harvu-note>
    }
  `,
})
export class BackupsNote {
  readonly backups = input.required<readonly Backup[]>();
  protected readonly newest = computed(() => this.backups()[0]);
  protected readonly isLate = computed(
    () => Date.now() - Date.parse(this.newest()?.at ?? '') > LATE_MS,
  );
  protected readonly size = computed(() => {
    const kilobytes = (this.newest()?.bytes ?? 0) / 1000;
    return kilobytes < 1000 ? `${Math.ceil(kilobytes)} kB` : `${(kilobytes / 1000).toFixed(1)} MB`;
  });
}
