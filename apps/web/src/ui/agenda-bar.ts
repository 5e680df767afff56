import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { AgendaItem } from '@harvu/core/words';

const FILLS: Readonly<Partial<Record<AgendaItem['kind'], string>>> = {
  hear: 'bg-spruce-wash',
  whole: 'bg-spruce-wash',
  work: 'bg-brass-wash',
  hurt: 'bg-brass-wash',
  new: 'bg-slate-wash',
  visit: 'bg-slate-wash',
};

/** A lesson's agenda as one line, each part as wide as its minutes. */
@Component({
  selector: 'harvu-agenda-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block min-w-0' },
  template: `
    <ol
      class="flex overflow-hidden rounded-sm border border-line bg-sheet text-sm leading-5"
      [attr.aria-label]="words()"
    >
      @for (item of items(); track item.id) {
        <li
          class="min-h-[3.125rem] min-w-0 overflow-hidden border-r border-line px-1.5 py-1 last:border-r-0"
          [class]="fills[item.kind] ?? ''"
          [style.flex]="item.minutes + ' 1 0'"
          [title]="item.minutes + ' min: ' + item.title + (item.why ? ', ' + item.why : '')"
        >
          <span class="line-clamp-2 break-words">
            <b class="font-mono font-normal">{{ item.minutes }}</b> {{ item.title }}
          </span>
        </li>
      }
    </ol>
  `,
})
export class AgendaBar {
  readonly items = input.required<readonly AgendaItem[]>();
  protected readonly fills = FILLS;
  protected readonly words = computed(() => {
    const minutes = this.items().reduce((sum, one) => sum + one.minutes, 0);
    return `Agenda, ${minutes} minutes`;
  });
}
