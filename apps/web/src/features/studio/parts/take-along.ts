import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Note } from '../../../ui/note';

/** Gives the owner the whole studio as one file, and says what is in it and what to do with it. */
@Component({
  selector: 'harvu-take-along',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Note],
  host: { class: 'mt-4 block' },
  template: `
    <harvu-note tone="slate" heading="Everything, to take along:"
      >one zip file with every table as JSON and for a spreadsheet, what each column means, and
      checksums. An empty Harvu is set up from it, as the studio is now. It holds names, guardians
      and histories: keep it as you keep the studio’s papers.
      <span class="mt-2 flex flex-wrap items-center gap-3">
        @if (isPacking()) {
          <span role="status">Packing …</span>
          <button type="button" class="button" (click)="left.emit()">Leave it</button>
        } @else {
          <button type="button" class="button whitespace-normal" (click)="asked.emit()">
            Save the whole studio
          </button>
        }
      </span>
    </harvu-note>
  `,
})
export class TakeAlong {
  readonly isPacking = input.required<boolean>();
  readonly asked = output();
  readonly left = output();
}
