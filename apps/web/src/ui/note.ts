import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** How much a note matters: rose needs you, brass is doubt or advice, slate for information, spruce in order. */
export type NoteTone = 'rose' | 'brass' | 'slate' | 'spruce';

const EDGES: Readonly<Record<NoteTone, string>> = {
  rose: 'border-l-rose',
  brass: 'border-l-brass',
  slate: 'border-l-slate',
  spruce: 'border-l-spruce',
};

const SPOKEN: Readonly<Record<NoteTone, string>> = {
  rose: 'Fault: ',
  brass: 'Doubt: ',
  slate: 'Note: ',
  spruce: 'In order: ',
};

/** One note in the margin: what Harvu found, why, and what to do. */
@Component({
  selector: 'harvu-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <section
      class="rounded-sm border border-l-4 border-line bg-sheet px-3 py-2.5 leading-[1.375rem]"
      [class]="edge()"
    >
      <span class="sr-only">{{ spoken() }}</span>
      @if (heading()) {
        <b class="mr-1">{{ heading() }}</b>
      }
      <ng-content />
    </section>
  `,
})
export class Note {
  readonly tone = input<NoteTone>('slate');
  readonly heading = input('');
  protected readonly edge = computed(() => EDGES[this.tone()]);
  protected readonly spoken = computed(() => SPOKEN[this.tone()]);
}
