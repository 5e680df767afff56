import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Upkeep } from '@harvu/contract';
import { DayLabel } from '../../../ui/day-label';
import { Note } from '../../../ui/note';

const MEGABYTE = 1_000_000;

/** Tells the owner of the studio's machine what they have to know before it is too late. */
@Component({
  selector: 'harvu-upkeep-notes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, Note],
  host: { class: 'mt-4 grid grid-cols-[minmax(0,1fr)] gap-2' },
  template: `
    @if (upkeep().lowRoomBytes !== null) {
      <harvu-note tone="brass" heading="The disk is nearly full:"
        >{{ room() }} are free. Make room on the studio’s machine soon; when it is full, nothing
        more can be kept, and what there is stays.</harvu-note
      >
    }
    @if (upkeep().clockJump; as jump) {
      <harvu-note tone="brass" heading="The clock jumped:"
        >on {{ jump.at | day: 'time' }} it was found {{ days(jump.days) }}
        {{ jump.days > 0 ? 'ahead of' : 'behind' }} where it was last seen. If the studio was off
        meanwhile, all is well; otherwise set the clock of its machine. Nothing was erased because
        of it.</harvu-note
      >
    }
    @for (one of upkeep().erasures; track one.kind + one.name) {
      <harvu-note tone="brass" [heading]="one.name"
        >{{ one.kind === 'song' ? 'was deleted' : 'was put away' }} and is erased for good in
        {{ days(one.inDays) }}.
        {{ one.kind === 'song' ? 'Take it out of the bin' : 'Take the account back' }} to keep
        it.</harvu-note
      >
    }
  `,
})
export class UpkeepNotes {
  readonly upkeep = input.required<Upkeep>();

  protected readonly room = computed(() => {
    const megabytes = (this.upkeep().lowRoomBytes ?? 0) / MEGABYTE;
    return megabytes < 1000 ? `${Math.floor(megabytes)} MB` : `${(megabytes / 1000).toFixed(1)} GB`;
  });

  protected days(count: number): string {
    const many = Math.abs(count);
    return many === 1 ? 'a day' : `${many} days`;
  }
}
