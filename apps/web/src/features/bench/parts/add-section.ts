import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { SongDocument } from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';

const USUAL: readonly string[] = ['Intro', 'Verse', 'Lift', 'Chorus', 'Bridge', 'Solo', 'Outro'];

/** Adds a section behind the last: by a name, new or like one that is there. */
@Component({
  selector: 'harvu-add-section',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <form
      class="flex flex-wrap items-center gap-2"
      (submit)="$event.preventDefault(); add(name.value, like.value); name.value = ''"
    >
      <b class="font-display">Next section, called</b>
      <input
        #name
        class="field w-40"
        maxlength="60"
        list="section-names"
        aria-label="Name of the next section"
        autocomplete="off"
      />
      <datalist id="section-names">
        @for (one of usual; track one) {
          <option [value]="one"></option>
        }
      </datalist>
      <select #like class="field w-auto" aria-label="Its bars">
        <option value="">with new bars</option>
        @for (one of names(); track $index) {
          <option [value]="one">as {{ one }}</option>
        }
      </select>
      <button type="submit" class="button">Add it</button>
    </form>
  `,
})
export class AddSection {
  readonly song = input.required<SongDocument>();
  readonly added = output<SongCommand>();
  protected readonly usual = USUAL;
  protected readonly names = computed(() => this.song().sections.map((one) => one.name));

  protected add(name: string, parent: string): void {
    const wished =
      name.replaceAll(/[\][=,]/g, '').trim() || parent.replace(/\s+\d+$/, '') || 'Section';
    const after = this.song().sections.at(-1)?.id ?? '';
    this.added.emit({ kind: 'add-section', after, name: wished, ...(parent !== '' && { parent }) });
  }
}
